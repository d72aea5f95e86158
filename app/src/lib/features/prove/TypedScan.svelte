<script lang="ts">
  import { formatFault } from '@badger/core/faults/fault';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import { messageOfProblem } from '$lib/messages/catalogue.ts';
  import { parseTypedScan } from '$lib/typed-scan.ts';

  let { jobNumber, ondone }: { jobNumber: number; ondone: () => void } = $props();

  /** Longest file that is opened here; the server takes no more either. */
  const MOST_BYTES = 2_000_000;
  let text = $state('');
  let fileName = $state('');
  let huge = $state(false);
  const parsed = $derived.by(() => {
    if (text.trim() === '') return undefined;
    return parseTypedScan(text);
  });

  const lostCodes = $derived(
    parsed?.ok ? parsed.value.ignored.reduce((n, i) => n + i.codes.length, 0) : 0
  );

  async function take(list: FileList | null | undefined) {
    const file = list?.[0];
    if (!file) return;
    huge = file.size > MOST_BYTES;
    if (huge) return;
    fileName = file.name;
    text = await file.text();
  }
  function drop(event: DragEvent) {
    event.preventDefault();
    void take(event.dataTransfer?.files);
  }
  async function keep() {
    if (noted(await send(`/api/jobs/${jobNumber}/scans/typed`, { text, fileName }))) ondone();
  }

  const countOf = (n: number, what: string) => `${n} ${what}${n === 1 ? '' : 's'}`;
  const EXAMPLE = 'Engine:\nP0201-13 injector 1 open, present\nTransmission: no response';
</script>

<div
  class="typed"
  role="group"
  aria-label="Scan from another tool"
  ondrop={drop}
  ondragover={(e) => e.preventDefault()}
>
  <label>
    Paste or type the codes, one a line, or drop a CSV, text or JSON file here
    <textarea class="mono textarea w-full" rows="6" bind:value={text} placeholder={EXAMPLE}
    ></textarea>
  </label>
  <input
    class="file-input"
    type="file"
    aria-label="File with a scan"
    accept=".csv,.txt,.json,text/*,application/json"
    onchange={(e) => take(e.currentTarget.files)}
  />
  {#if huge}<p class="bad">
      That file is larger than 2 MB: it is no fault list. Nothing was read.
    </p>{/if}
  {#if parsed?.ok}
    <div class="preview" data-testid="preview">
      <b>{countOf(parsed.value.units.length, 'unit')}, {countOf(parsed.value.faults, 'fault')}</b>
      <ul>
        {#each parsed.value.units.slice(0, 12) as u (u.id)}
          <li>
            <b>{u.name}</b>
            {u.state === 'talks' ? (u.faultMemory === 'read' ? '' : 'faults not told') : u.state}
            {u.faultMemory === 'read' && u.faults.length === 0 ? 'no faults' : ''}
            <span class="mono">{u.faults.slice(0, 12).map(formatFault).join(' ')}</span>
          </li>
        {/each}
      </ul>
      {#if parsed.value.ignored.length > 0}
        <details class="left" open={lostCodes > 0}>
          <summary
            >Left out: {countOf(parsed.value.ignored.length, 'line')}{lostCodes > 0
              ? `, with ${countOf(lostCodes, 'code')}`
              : ''}</summary
          >
          <ul>
            {#each parsed.value.ignored.slice(0, 200) as i (i.row)}
              <li>line {i.row} “{i.text}” <span class="mono">{i.codes.join(' ')}</span></li>
            {/each}
          </ul>
        </details>
      {/if}
      <button class="btn btn-primary" onclick={keep}>Keep this scan</button>
    </div>
  {:else if parsed}
    {@const m = messageOfProblem(parsed.problem)}
    <p class="bad">{m.title}: {m.text}</p>
  {/if}
</div>

<style>
  .typed {
    display: grid;
    gap: 8px;
    border: 1.5px dashed var(--line-strong);
    border-radius: 8px;
    padding: 10px 12px;
    margin-bottom: 10px;
  }
  ul {
    margin: 4px 0;
    padding-left: 18px;
    list-style: disc;
  }
  .left summary {
    min-height: 32px;
    cursor: pointer;
  }
  .bad {
    color: var(--stop);
    margin: 0;
  }
</style>

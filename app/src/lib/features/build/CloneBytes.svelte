<script lang="ts">
  import type { PlanLine } from '@badger/core/clone/plan';
  import { ORIGIN_WORDS } from '$lib/messages/clone-words.ts';
  import { messageOfProblem } from '$lib/messages/catalogue.ts';
  import { offsetText, readOffset } from './build.view.ts';
  import { fetchPage, rowsOfPage, type BytePage } from './clone-bytes.ts';
  import OriginMark from './OriginMark.svelte';

  let { jobNumber, line }: { jobNumber: number; line: PlanLine } = $props();

  let start = $state(0);
  let typed = $state('');
  let page = $state<BytePage | undefined>();
  let held = $state('');

  $effect(() => {
    const wanted = start;
    // another image under the same region is read anew
    const of = line.sha256;
    void fetchPage(jobNumber, line.regionId, wanted).then((sent) => {
      if (wanted !== start || of !== line.sha256) return;
      page = sent.ok ? sent.value : undefined;
      held = sent.ok ? '' : messageOfProblem(sent.problem).title;
    });
  });

  const rows = $derived(page ? rowsOfPage(page, line.provenance) : []);
  const origins = $derived([...new Set(line.provenance.map((p) => p.origin))]);

  function go(event: SubmitEvent) {
    event.preventDefault();
    const at = readOffset(typed);
    if (at !== undefined && at < line.lengthBytes) start = at - (at % 512);
  }
</script>

<form class="bar" onsubmit={go}>
  <button
    type="button"
    class="btn btn-outline"
    disabled={start === 0}
    onclick={() => (start -= 512)}>Page back</button
  >
  <button
    type="button"
    class="btn btn-outline"
    disabled={start + 512 >= line.lengthBytes}
    onclick={() => (start += 512)}>Page on</button
  >
  <label>Go to offset <input class="mono input" bind:value={typed} maxlength="11" /></label>
  <button class="btn btn-outline">Go</button>
  {#each origins as origin (origin)}<span class="key"
      ><OriginMark {origin} />{ORIGIN_WORDS[origin]}</span
    >{/each}
</form>
{#if held}<p role="status">{held}</p>{/if}
<div class="mono bytes" role="table" aria-label="Bytes of {line.regionName}">
  {#each rows as row (row.start)}
    <div role="row">
      <span role="rowheader" class="soft">{offsetText(row.start, line.lengthBytes)}</span>
      {#each row.runs as run, i (i)}<span role="cell" class="run {run.origin}">{run.text}</span
        >{/each}
    </div>
  {/each}
</div>
<p class="soft">Two dots stand for a byte of security data.</p>

<style>
  .bar {
    display: flex;
    flex-wrap: wrap;
    gap: 10px 14px;
    align-items: end;
    padding: 6px 0;
  }
  label {
    display: grid;
  }
  input {
    width: 120px;
  }
  .bytes {
    line-height: 1.75;
    overflow-x: auto;
  }
  .bytes > div {
    white-space: nowrap;
  }
  .run {
    margin-left: 1ch;
    padding: 1px 2px;
    border-bottom: 3px solid transparent;
  }
  .original {
    border-bottom-color: var(--original);
  }
  .donor {
    border-bottom: 3px dashed var(--donor);
    background: var(--donor-tint);
  }
  .patched {
    border-bottom: 3px dotted var(--focus);
  }
  .checksum {
    background: var(--go-tint);
    border-bottom: 3px double var(--go);
  }
  .supplied {
    border-bottom-color: var(--ink);
  }
</style>

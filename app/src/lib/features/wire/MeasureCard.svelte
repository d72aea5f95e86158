<script lang="ts">
  import type { Judgement } from '@badger/core/base/verdict';
  import type { ReadingKind } from '@badger/core/wiring/judge-connection';
  import { messageOfJudgement } from '$lib/messages/catalogue.ts';
  import { signalWords } from '$lib/messages/wire-words.ts';
  import Panel from '$lib/ui/Panel.svelte';
  import VerdictMark from '$lib/ui/VerdictMark.svelte';
  import type { WiringData } from '$lib/wiring-types.ts';
  import { lastReading, measuresOf, parseOhm, terminatorWords } from './connect.view.ts';

  let {
    wiring,
    locked,
    onread,
    onsense
  }: {
    wiring: WiringData;
    locked: boolean;
    onread: (kind: ReadingKind, ohm: number | null, wireKey?: string) => Promise<boolean>;
    /** Measures the pair over the sense lines; undefined where the station has none. */
    onsense?: (() => Promise<boolean>) | undefined;
  } = $props();

  let typed = $state<Record<string, string>>({});
  let wrong = $state<string | undefined>();
  let wireKey = $state('');
  const lines = $derived(wiring.judged.lines.filter((l) => l.undone !== true));
  const wires = $derived(wiring.plan.wires.filter((w) => w.expected.kind === 'wire'));

  async function keep(event: SubmitEvent, kind: ReadingKind) {
    event.preventDefault();
    const ohm = parseOhm(typed[kind] ?? '');
    wrong = ohm === undefined ? kind : undefined;
    if (ohm === undefined) return;
    if (await onread(kind, ohm, kind === 'wire' ? wireKey : undefined)) typed[kind] = '';
  }
  const said = (line: Judgement) => messageOfJudgement(line);
</script>

{#snippet field(kind: ReadingKind, name: string)}
  <form onsubmit={(e) => keep(e, kind)}>
    <input
      class="mono input"
      class:input-error={wrong === kind}
      aria-label="{name}, ohm"
      placeholder="Ω"
      autocomplete="off"
      disabled={locked}
      bind:value={typed[kind]}
    />
    <button class="btn btn-outline" disabled={locked} aria-label="Keep {name}">Keep</button>
  </form>
{/snippet}

<Panel label="Measured, power off" title="Measure, power off">
  {#if wiring.plan.termination}<p class="terminators">{terminatorWords(wiring)}</p>{/if}
  <div class="grid">
    {#each measuresOf(wiring) as m (m.kind)}
      {@const last = lastReading(wiring, m.kind)}
      <span>{m.name} <span class="soft">right: {m.right}</span></span>
      <b class="mono">{last?.words ?? '–'}</b>
      {@render field(m.kind, m.name)}
    {/each}
    {#if wires.length > 0}
      <label class="pick"
        >One wire
        <select class="select" disabled={locked} bind:value={wireKey}>
          <option value="">choose</option>
          {#each wires as w (w.key)}<option value={w.key}>{signalWords(w.signal)}</option>{/each}
        </select></label
      >
      <b class="mono"></b>
      {@render field('wire', 'wire')}
    {/if}
  </div>
  {#if onsense && wiring.plan.termination}
    <p>
      <button class="long btn btn-outline" disabled={locked} onclick={onsense}
        >Measure the pair with the sense lines</button
      >
    </p>
  {/if}
  {#if wrong}<p class="wrong" role="alert">
      Type a resistance: 118, 2.4k, 1M, or open for an open line.
    </p>{/if}
  {#each lines as line, i (i)}
    <p class="line">
      <VerdictMark verdict={line.verdict} size={16} />
      <span><b>{said(line).title}.</b> {said(line).text} {said(line).clear ?? ''}</span>
    </p>
  {/each}
</Panel>

<style>
  .grid {
    display: grid;
    grid-template-columns: minmax(120px, 1fr) auto auto;
    gap: 6px 14px;
    align-items: center;
  }
  .grid .soft {
    display: block;
    font-size: 13px;
  }
  .grid > b {
    text-align: right;
    font-size: 17px;
  }
  form {
    display: flex;
    gap: 6px;
  }
  .input {
    width: 96px;
  }
  .pick {
    display: flex;
    gap: 8px;
    align-items: center;
  }
  .terminators {
    margin: 0 0 8px;
  }
  .line {
    display: flex;
    gap: 8px;
    margin: 8px 0 0;
    align-items: baseline;
  }
  /* a long press wraps on a phone */
  .long {
    height: auto;
    min-height: 44px;
    white-space: normal;
    text-align: left;
  }
  .wrong {
    color: var(--stop);
    margin: 8px 0 0;
  }
</style>

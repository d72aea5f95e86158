<script lang="ts">
  import type { LogFilter } from '@badger/core/trace/filter-log';
  import type { LogFormat } from '@badger/core/trace/load-log';
  import { parseSeconds } from './trace.view.ts';
  import type { TraceSummary } from './trace-desk.ts';

  let {
    summary,
    name,
    count,
    onfilter,
    onsave
  }: {
    summary: TraceSummary;
    name: string;
    count: number;
    onfilter: (filter: LogFilter) => void;
    onsave: (format: LogFormat) => void;
  } = $props();

  /** Ids that are offered as buttons; the rest is found by text. */
  const MOST_IDS = 14;
  const SHOWN = [
    { key: 'frames', name: 'Every frame' },
    { key: 'messages', name: 'Messages' },
    { key: 'negative', name: 'Refusals' }
  ] as const;
  let shown = $state<(typeof SHOWN)[number]['key']>('frames');
  let picked = $state<readonly number[]>([]);
  let text = $state('');
  let from = $state('');
  let to = $state('');
  const fromUs = $derived(parseSeconds(from));
  const toUs = $derived(parseSeconds(to));
  const wrong = $derived(Number.isNaN(fromUs) || Number.isNaN(toUs));

  const wanted = $derived<LogFilter>({
    ...(picked.length > 0 ? { ids: picked } : {}),
    ...(shown === 'messages' ? { messagesOnly: true } : {}),
    ...(shown === 'negative' ? { kinds: ['negative'] as const } : {}),
    ...(text.trim() === '' ? {} : { text }),
    ...(fromUs === undefined || Number.isNaN(fromUs) ? {} : { fromUs: summary.firstUs + fromUs }),
    ...(toUs === undefined || Number.isNaN(toUs) ? {} : { toUs: summary.firstUs + toUs })
  });
  let before = '{}';
  $effect(() => {
    const now = JSON.stringify(wanted);
    if (now === before) return;
    // whoever types is not interrupted by every letter
    const wait = setTimeout(() => {
      before = now;
      onfilter(JSON.parse(now) as LogFilter);
    }, 150);
    return () => clearTimeout(wait);
  });
  const toggle = (id: number) =>
    (picked = picked.includes(id) ? picked.filter((p) => p !== id) : [...picked, id]);
  const number = (n: number) => n.toLocaleString('en');
  const seconds = $derived(((summary.lastUs - summary.firstUs) / 1e6).toFixed(3));
</script>

<section class="card-sheet filter" aria-label="Filter">
  <p>
    <b>{name}</b> · {number(summary.frames)} frames, {number(summary.messages)} messages in {seconds}
    s
    {#if summary.longer > 0}
      · {number(summary.longer)} CAN FD frames not shown{/if}
    {#if summary.broken > 0}
      · <span class="wrong"
        >{number(summary.broken)} lines or records make no sense (first: {summary.brokenAt
          .slice(0, 3)
          .join(', ')})</span
      >{/if}
  </p>
  <div class="row" role="group" aria-label="What is shown">
    {#each SHOWN as s (s.key)}
      <button
        class="btn {shown === s.key ? 'btn-neutral' : 'btn-outline'}"
        aria-pressed={shown === s.key}
        onclick={() => (shown = s.key)}>{s.name}</button
      >
    {/each}
    <input
      class="text input"
      aria-label="Service, identifier, reason or bytes"
      placeholder="service, reason or bytes"
      bind:value={text}
    />
    <label
      >from <input
        class="mono time input"
        class:input-error={Number.isNaN(fromUs)}
        bind:value={from}
      /> s</label
    >
    <label
      >to <input class="mono time input" class:input-error={Number.isNaN(toUs)} bind:value={to} /> s</label
    >
  </div>
  <div class="row" role="group" aria-label="Ids">
    {#each summary.ids.slice(0, MOST_IDS) as id (id.name)}
      <button
        class="mono btn {picked.includes(id.id) ? 'btn-neutral' : 'btn-ghost'}"
        aria-pressed={picked.includes(id.id)}
        onclick={() => toggle(id.id)}
        >{id.name} <span class="soft">{number(id.frames)}</span></button
      >
    {/each}
    {#if summary.ids.length > MOST_IDS}<span class="soft"
        >and {summary.ids.length - MOST_IDS} more ids</span
      >{/if}
  </div>
  {#if wrong}<p class="wrong" role="alert">A time is typed in seconds: 0.25</p>{/if}
  <div class="row">
    <span role="status"><b>{number(count)}</b> rows</span>
    <span class="gap"></span>
    <span class="soft">Save what is shown:</span>
    <button class="btn btn-outline" onclick={() => onsave('candump')}>candump</button>
    <button class="btn btn-outline" onclick={() => onsave('asc')}>ASC</button>
    <button class="btn btn-outline" onclick={() => onsave('pcap')}>pcap</button>
  </div>
</section>

<style>
  .filter {
    padding: 10px 16px;
    display: grid;
    gap: 8px;
    margin: 12px 0;
  }
  p {
    margin: 0;
  }
  .row {
    display: flex;
    gap: 8px;
    flex-wrap: wrap;
    align-items: center;
  }
  .text {
    width: 240px;
  }
  .time {
    width: 92px;
  }
  .gap {
    flex: 1;
  }
  .wrong {
    color: var(--stop);
  }
</style>

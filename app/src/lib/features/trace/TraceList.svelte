<script lang="ts">
  import { firstRowAt, heightOf, ROW_PX } from '$lib/features/shared/virtual-rows.ts';
  import { rowWords } from './trace.view.ts';
  import type { TraceRow } from './trace-desk.ts';

  let {
    count,
    version,
    fetchRows
  }: {
    count: number;
    /** Changes whenever the rows become others. */
    version: number;
    fetchRows: (from: number, to: number) => Promise<TraceRow[]>;
  } = $props();

  let box = $state<HTMLElement | undefined>();
  let scrollPx = $state(0);
  let seenPx = $state(520);
  let rows = $state.raw<TraceRow[]>([]);
  let shownFrom = $state(0);

  const first = $derived(firstRowAt(scrollPx, count, seenPx));
  const last = $derived(Math.min(count, first + Math.ceil(seenPx / ROW_PX) + 1));
  let asked = 0;

  $effect(() => {
    const [from, to, at] = [first, last, ++asked];
    void version;
    void fetchRows(from, to).then((fresh) => {
      // an answer to what was asked before the last scroll is late
      if (at !== asked) return;
      rows = fresh;
      shownFrom = from;
    });
  });
  $effect(() => {
    void version;
    if (box) box.scrollTop = 0;
  });
  const seconds = (us: number) => (us / 1e6).toFixed(6);
</script>

<!-- a long list is scrolled by keyboard too -->
<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
<div
  class="box"
  role="region"
  aria-label="Frames"
  tabindex="0"
  bind:this={box}
  bind:clientHeight={seenPx}
  onscroll={() => (scrollPx = box?.scrollTop ?? 0)}
>
  <div style="height: {heightOf(count)}px">
    <table aria-rowcount={count} class="mono">
      <thead class="heads">
        <tr><th>No</th><th>Seconds</th><th>Id</th><th>Data</th><th>Meaning</th></tr>
      </thead>
      <tbody>
        {#each rows as row, i (row.no)}
          <tr
            aria-rowindex={shownFrom + i + 1}
            style="height: {ROW_PX}px"
            class:bad={row.message?.kind === 'negative' ||
              row.part === 'broken' ||
              row.part === 'orphan'}
            class:quiet={row.part === 'consecutive' || row.part === 'flow' || row.part === 'none'}
          >
            <td class="no">{row.no}</td>
            <td class="time">{seconds(row.afterUs)}</td>
            <td class="id">{row.id}</td>
            <td class="data">{row.data}</td>
            <td class="words">{rowWords(row)}</td>
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
</div>

<style>
  .box {
    height: min(66vh, 900px);
    overflow-y: scroll;
    border: 1px solid var(--line);
    background: var(--sheet);
  }
  table {
    position: sticky;
    top: 0;
    width: 100%;
    border-collapse: collapse;
    table-layout: fixed;
    font-size: 14px;
  }
  .heads th {
    height: 0;
    padding: 0;
    overflow: hidden;
    line-height: 0;
    font-size: 0;
  }
  td,
  th {
    padding: 0 8px;
    white-space: nowrap;
    overflow: hidden;
    text-overflow: ellipsis;
    text-align: left;
  }
  th:nth-child(1) {
    width: 90px;
  }
  th:nth-child(2) {
    width: 130px;
  }
  th:nth-child(3) {
    width: 100px;
  }
  th:nth-child(4) {
    width: 220px;
  }
  .no,
  .time {
    text-align: right;
  }
  .words {
    font-family: var(--font-sans);
  }
  .quiet {
    color: var(--soft);
  }
  .bad .words {
    color: var(--stop);
    font-weight: 600;
  }
</style>

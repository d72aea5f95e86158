<script lang="ts">
  import type { Range } from '@badger/core/image/range';
  import { formatAddress, formatSize } from '@badger/core/base/format';
  import { firstRowAt, heightOf, ROW_PX, scrollOfRow } from '$lib/features/shared/virtual-rows.ts';
  import { charAt } from './hex-row.ts';
  import HexRow from './HexRow.svelte';
  import { ROW_BYTES, rowAt, rowOf } from './layout-rows.ts';
  import type { DumpFile } from './dump-file.svelte.ts';
  import { maskedRanges, type Band } from './ribbons.ts';
  import type { Support } from './support.ts';

  let {
    file,
    differences,
    remarks,
    bands,
    alone,
    onkey
  }: {
    file: DumpFile;
    differences: readonly Range[];
    /** What stands in the margin, by the address of the row. */
    remarks: ReadonlyMap<number, string>;
    bands: readonly Band[];
    /** With three images and more: how the others stand to a stretch of this one. */
    alone: ((within: Range) => Support) | undefined;
    /** Keys that are not for moving. True where one was understood. */
    onkey: (key: string) => boolean;
  } = $props();

  let box = $state<HTMLElement | undefined>();
  let scrollPx = $state(0);
  let seenPx = $state(520);
  let dragging = false;

  const count = $derived(file.layout.rows);
  const first = $derived(firstRowAt(scrollPx, count, seenPx));
  const masked = $derived(maskedRanges(bands));
  const seenRows = $derived(Math.max(1, Math.floor(seenPx / ROW_PX)));
  const shown = $derived.by(() => {
    const rows = [];
    for (let n = first; n < Math.min(count, first + seenRows + 1); n++) {
      const row = rowAt(file.layout, n);
      if (row) rows.push({ n, row });
    }
    return rows;
  });

  // the cursor stays in sight, wherever it was sent from
  $effect(() => {
    const row = rowOf(file.layout, file.cursor);
    if (!box) return;
    const top = firstRowAt(box.scrollTop, count, seenPx);
    if (row >= top && row < top + seenRows) return;
    const wanted = row < top ? row : row - seenRows + 1;
    box.scrollTop = scrollOfRow(
      Math.max(0, Math.abs(row - top) > seenRows ? row - (seenRows >> 1) : wanted),
      count,
      seenPx
    );
  });

  const STEPS: Readonly<Record<string, () => number>> = {
    ArrowLeft: () => -1,
    ArrowRight: () => 1,
    ArrowUp: () => -ROW_BYTES,
    ArrowDown: () => ROW_BYTES,
    PageUp: () => -ROW_BYTES * (seenRows - 1),
    PageDown: () => ROW_BYTES * (seenRows - 1)
  };
  function move(event: KeyboardEvent) {
    if (event.altKey || event.metaKey) return;
    const step = STEPS[event.key];
    const end = file.layout.stretches.at(-1)?.range.end ?? 1;
    if (step) file.moveTo(Math.max(0, file.cursor + step()), event.shiftKey);
    else if (event.key === 'Home')
      file.moveTo(event.ctrlKey ? 0 : file.cursor - (file.cursor % ROW_BYTES), event.shiftKey);
    else if (event.key === 'End')
      file.moveTo(
        event.ctrlKey ? end - 1 : file.cursor - (file.cursor % ROW_BYTES) + ROW_BYTES - 1,
        event.shiftKey
      );
    else if (event.ctrlKey || !onkey(event.key)) return;
    event.preventDefault();
    event.stopPropagation();
  }

  function pick(event: PointerEvent, grow: boolean) {
    const cell = (event.target as HTMLElement).closest<HTMLElement>('[data-address]');
    if (!cell) return;
    const line = cell.querySelector<HTMLElement>('.bytes');
    const text = cell.querySelector<HTMLElement>('.text');
    if (!line || !text) return;
    const inText = event.clientX >= text.getBoundingClientRect().left;
    const area = (inText ? text : line).getBoundingClientRect();
    const chars = inText ? ROW_BYTES : charAt(ROW_BYTES - 1) + 2;
    const at = Math.floor(((event.clientX - area.left) / area.width) * chars);
    let index = inText ? at : 0;
    if (!inText) while (index < ROW_BYTES - 1 && charAt(index + 1) <= at) index++;
    index = Math.min(ROW_BYTES - 1, Math.max(0, index));
    file.moveTo(Number(cell.dataset['address']) + index, grow);
  }
</script>

<!-- a long image is scrolled and walked by keyboard -->
<!-- svelte-ignore a11y_no_noninteractive_tabindex, a11y_no_noninteractive_element_interactions -->
<div
  class="box mono"
  role="application"
  aria-label="Bytes. Arrow keys move, with Shift they select; G goes to an address, F finds, D shows the next difference."
  tabindex="0"
  data-hex-view
  bind:this={box}
  bind:clientHeight={seenPx}
  onscroll={() => (scrollPx = box?.scrollTop ?? 0)}
  onkeydown={move}
  onpointerdown={(e) => {
    dragging = e.button === 0;
    if (dragging) pick(e, e.shiftKey);
  }}
  onpointermove={(e) => dragging && pick(e, true)}
  onpointerup={() => (dragging = false)}
  onpointerleave={() => (dragging = false)}
>
  <div style="height: {heightOf(count)}px">
    <div class="rows">
      {#each shown as { n, row } (n)}
        {#if row.kind === 'hole'}
          <div class="hole" style="height: {ROW_PX}px">
            {formatSize(row.range.end - row.range.start)} unknown, up to {formatAddress(
              row.range.end
            )}
          </div>
        {:else}
          <HexRow
            {row}
            {differences}
            selection={file.selection}
            remarks={remarks.get(row.address) ?? ''}
            {bands}
            {masked}
            {alone}
          />
        {/if}
      {/each}
    </div>
  </div>
</div>

<style>
  .box {
    height: clamp(286px, 52vh, 910px);
    overflow: hidden scroll;
    background: var(--sheet);
    font-size: 14px;
    /* boxes are placed by characters, whose unit knows no spacing */
    letter-spacing: 0;
    user-select: none;
    cursor: text;
  }
  .rows {
    position: sticky;
    top: 0;
  }
  .rows > :global(:nth-child(even)) {
    background: var(--paper);
  }
  .hole {
    display: block;
    color: var(--soft);
    font-family: var(--font-sans);
    line-height: 26px;
    border-block: 1px dashed var(--line-strong);
  }
  @media (max-width: 1100px) {
    .box {
      overflow-x: auto;
      font-size: 13px;
    }
  }
</style>

<script lang="ts">
  import { formatAddress, formatSize } from '@badger/core/base/format';
  import type { BlockKind } from '@badger/core/survey/classify-blocks';
  import type { Range } from '@badger/core/image/range';
  import type { MapCell } from './inspect-desk.ts';
  import { firstBehind } from './hex-row.ts';

  let {
    cells,
    cursor,
    differences,
    onpick
  }: {
    cells: readonly MapCell[];
    cursor: number;
    differences: readonly Range[];
    onpick: (address: number) => void;
  } = $props();

  const COLUMNS = 16;
  const WORDS: Readonly<Record<BlockKind, string>> = {
    blank: 'blank',
    text: 'text',
    table: 'table',
    code: 'mixed',
    dense: 'dense'
  };
  const here = $derived(
    Math.max(
      0,
      cells.findLastIndex((c) => c.address <= cursor)
    )
  );
  const differsIn = ({ address, end }: MapCell) => {
    const range = differences[firstBehind(address, differences)];
    return range !== undefined && range.start < end;
  };
  const told = $derived(cells[here]);
  const KEYS: Readonly<Record<string, number>> = {
    ArrowLeft: -1,
    ArrowRight: 1,
    ArrowUp: -COLUMNS,
    ArrowDown: COLUMNS
  };

  function step(event: KeyboardEvent) {
    const by = KEYS[event.key];
    const next = by === undefined ? undefined : cells[here + by];
    if (!next) return;
    event.preventDefault();
    onpick(next.address);
  }
</script>

<div
  class="map"
  role="slider"
  tabindex="0"
  aria-label="Map of the image"
  aria-valuemin={0}
  aria-valuemax={Math.max(0, cells.length - 1)}
  aria-valuenow={here}
  aria-valuetext={told
    ? `${formatAddress(told.address)}, ${formatSize(told.bytes)}, ${WORDS[told.kind]}`
    : ''}
  onkeydown={step}
  onpointerdown={(e) => {
    const i = (e.target as HTMLElement).dataset['cell'];
    const cell = i === undefined ? undefined : cells[Number(i)];
    if (cell) onpick(cell.address);
  }}
>
  {#each cells as cell, i (cell.address)}
    <span class={cell.kind} class:here={i === here} class:differs={differsIn(cell)} data-cell={i}
    ></span>
  {/each}
</div>
<ul class="legend">
  {#each Object.entries(WORDS) as [kind, word] (kind)}
    <li><span class="key {kind}"></span>{word}</li>
  {/each}
  {#if differences.length > 0}<li><span class="key code differs"></span>differs</li>{/if}
</ul>

<style>
  .map {
    display: grid;
    grid-template-columns: repeat(16, 1fr);
    gap: 2px;
    cursor: pointer;
    touch-action: manipulation;
  }
  .map span {
    aspect-ratio: 1.15;
    min-height: 8px;
  }
  .map span,
  .key {
    border-radius: 2px;
    background: var(--line);
  }
  /* each look has a pattern of its own, not only a shade */
  .map .blank,
  .blank.key {
    background: none;
    box-shadow: inset 0 0 0 1px var(--line);
  }
  .map .text,
  .text.key {
    background: repeating-linear-gradient(0deg, var(--look) 0 2px, transparent 2px 4px);
  }
  .map .table,
  .table.key {
    background: repeating-linear-gradient(90deg, var(--color-accent) 0 2px, transparent 2px 4px);
  }
  .map .code,
  .code.key {
    background: var(--line-strong);
  }
  .map .dense,
  .dense.key {
    background: var(--ink);
  }
  .map .differs,
  .differs.key {
    box-shadow: inset 0 -4px 0 0 var(--stop);
  }
  .map .here {
    outline: 3px solid var(--color-accent);
    outline-offset: 1px;
    z-index: 1;
  }
  .legend {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 14px;
    margin-top: 10px;
    font-size: 14px;
    color: var(--soft);
  }
  .legend li {
    display: flex;
    gap: 6px;
    align-items: center;
  }
  .key {
    width: 14px;
    height: 14px;
  }
</style>

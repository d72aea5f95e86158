<script lang="ts">
  import type { Range } from '@badger/core/image/range';
  import { formatAddress } from '@badger/core/base/format';
  import { ROW_PX } from '$lib/features/shared/virtual-rows.ts';
  import { boxesIn, bytesText, plainText, type ByteRow } from './hex-row.ts';
  import { ROW_BYTES } from './layout-rows.ts';
  import type { Ribbon } from './ribbons.ts';

  let {
    row,
    differences,
    selection,
    ribbons
  }: {
    row: ByteRow;
    differences: readonly Range[];
    selection: Range;
    ribbons: readonly Ribbon[];
  } = $props();

  const remarks = $derived(
    ribbons
      .filter((r) => r.address >= row.address && r.address < row.address + ROW_BYTES)
      .map((r) => r.text)
      .join(' · ')
  );
</script>

<div class="row" style="height: {ROW_PX}px" data-address={row.address}>
  <span class="address">{formatAddress(row.address).slice(2)}</span>
  <span class="bytes"
    >{#each boxesIn(row.address, differences) as b (b.from)}<i
        class="differs"
        style="left: {b.from}ch; width: {b.width}ch"
      ></i>{/each}{#each boxesIn(row.address, [selection]) as b (b.from)}<i
        class="selected"
        style="left: {b.from}ch; width: {b.width}ch"
      ></i>{/each}{bytesText(row)}</span
  >
  <span class="text">{plainText(row)}</span>
  <span class="margin">{remarks}</span>
</div>

<style>
  .row {
    display: grid;
    grid-template-columns: 9ch 51ch 16ch minmax(0, 1fr);
    column-gap: 1.5ch;
    align-items: center;
    padding: 0 12px;
    white-space: pre;
    line-height: 1;
  }
  .address {
    color: var(--soft);
  }
  .bytes {
    position: relative;
    isolation: isolate;
  }
  i {
    position: absolute;
    top: -5px;
    bottom: -5px;
    border-radius: 3px;
    z-index: -1;
  }
  .selected {
    box-shadow: inset 0 0 0 2px var(--color-accent);
  }
  .differs {
    background: var(--stop-tint);
    border-bottom: 3px dashed var(--stop);
  }
  .margin {
    font: 13px var(--font-sans);
    overflow: hidden;
    text-overflow: ellipsis;
  }
  @media (max-width: 1100px) {
    .row {
      grid-template-columns: 9ch 51ch 16ch;
      column-gap: 1ch;
      width: max-content;
      min-width: 100%;
    }
    .margin {
      display: none;
    }
  }
</style>

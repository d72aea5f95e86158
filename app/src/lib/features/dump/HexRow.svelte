<script lang="ts">
  import type { Range } from '@badger/core/image/range';
  import { formatAddress } from '@badger/core/base/format';
  import { ROW_PX } from '$lib/features/shared/virtual-rows.ts';
  import { boxesIn, bytesText, firstBehind, plainText, type ByteRow } from './hex-row.ts';
  import { ROW_BYTES } from './layout-rows.ts';
  import type { Band } from './ribbons.ts';
  import type { Support } from './support.ts';

  let {
    row,
    differences,
    selection,
    remarks,
    bands,
    masked,
    alone
  }: {
    row: ByteRow;
    differences: readonly Range[];
    selection: Range;
    remarks: string;
    bands: readonly Band[];
    masked: readonly Range[];
    alone: ((within: Range) => Support) | undefined;
  } = $props();

  const within = $derived({ start: row.address, end: row.address + ROW_BYTES });
  const support = $derived(alone?.(within));
  const marks = $derived(
    support
      ? [
          ...boxesIn(row.address, support.alone).map((b) => ({ ...b, kind: 'differs lone' })),
          ...boxesIn(row.address, support.split).map((b) => ({ ...b, kind: 'differs' }))
        ]
      : boxesIn(row.address, differences).map((b) => ({ ...b, kind: 'differs' }))
  );
  const under = $derived.by(() => {
    const shown = [];
    for (let i = firstBehind(row.address, bands); i < bands.length; i++) {
      const band = bands[i] as Band;
      if (band.start >= within.end) break;
      shown.push(...boxesIn(row.address, [band]).map((b) => ({ ...b, role: band.role })));
    }
    return shown;
  });
</script>

<div class="row" style="height: {ROW_PX}px" data-address={row.address}>
  <span class="address">{formatAddress(row.address).slice(2)}</span>
  <span class="bytes"
    >{#each under as b, i (i)}<i class="band {b.role}" style="left: {b.from}ch; width: {b.width}ch"
      ></i>{/each}{#each marks as b, i (i)}<i
        class={b.kind}
        style="left: {b.from}ch; width: {b.width}ch"
      ></i>{/each}{#each boxesIn(row.address, [selection]) as b (b.from)}<i
        class="selected"
        style="left: {b.from}ch; width: {b.width}ch"
      ></i>{/each}{bytesText(row, masked)}</span
  >
  <span class="text">{plainText(row, masked)}</span>
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
  /* bands lie above the digits, one pattern a role; what differs is marked below */
  .band {
    top: -6px;
    bottom: auto;
    height: 4px;
    border-radius: 0;
    background: var(--soft);
  }
  .band.identity {
    background: var(--color-accent);
  }
  .band.mileage {
    background: repeating-linear-gradient(90deg, var(--ink) 0 6px, transparent 6px 9px);
  }
  .band.secret {
    background: repeating-linear-gradient(45deg, var(--ink) 0 2px, transparent 2px 4px);
  }
  .band.checksum {
    background: repeating-linear-gradient(90deg, var(--go) 0 3px, transparent 3px 5px);
  }
  .lone {
    outline: 2px solid var(--stop);
    outline-offset: -2px;
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

<script lang="ts">
  import { formatAddress, formatCount } from '@badger/core/base/format';
  import type { RegionData } from '$lib/job-types.ts';
  import { cellsOf } from './trust.view.ts';

  let {
    region,
    map,
    disputedBytes
  }: {
    region: RegionData;
    /** Disputed bytes by stretches of equal length. */
    map: readonly number[];
    disputedBytes: number;
  } = $props();

  const HEIGHT = 40;
  const cells = $derived(cellsOf(map, region.lengthBytes));
  const disputed = $derived(cells.filter((c) => c.bytes > 0));
</script>

<figure>
  <figcaption class="soft">
    {formatCount(disputedBytes)}
    {disputedBytes === 1 ? 'byte is' : 'bytes are'} disputed; the higher a bar, the more of its stretch
  </figcaption>
  <svg viewBox="0 0 {map.length} {HEIGHT}" preserveAspectRatio="none" aria-hidden="true">
    <rect x="0" y={HEIGHT - 4} width={map.length} height="4" fill="var(--go)" />
    {#each disputed as cell (cell.index)}
      <rect
        x={cell.index}
        y={(1 - cell.height) * (HEIGHT - 4)}
        width="1"
        height={cell.height * (HEIGHT - 4) + 4}
        fill="var(--stop)"
      />
    {/each}
  </svg>
  <div class="ticks mono soft">
    {#each [0, 0.25, 0.5, 0.75, 1] as f (f)}
      <span>{formatAddress(region.address + f * region.lengthBytes)}</span>
    {/each}
  </div>
  <details>
    <summary>As a table</summary>
    <table class="plain">
      <thead><tr><th>From</th><th>To</th><th>Disputed bytes</th></tr></thead>
      <tbody>
        {#each disputed as cell (cell.index)}
          <tr>
            <td class="mono">{formatAddress(region.address + cell.start)}</td>
            <td class="mono">{formatAddress(region.address + cell.end - 1)}</td>
            <td>{formatCount(cell.bytes)}</td>
          </tr>
        {/each}
      </tbody>
    </table>
  </details>
</figure>

<style>
  figure {
    margin: 6px 0;
  }
  svg {
    width: 100%;
    height: 44px;
    background: var(--go-tint);
    border: 1px solid var(--line);
    border-radius: 4px;
  }
  .ticks {
    display: flex;
    justify-content: space-between;
    font-size: 12.5px;
  }
  summary {
    cursor: pointer;
    min-height: 28px;
    color: var(--soft);
  }
  @media (max-width: 640px) {
    .ticks span:nth-child(even) {
      display: none;
    }
  }
</style>

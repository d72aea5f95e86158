<script lang="ts">
  import { formatAddress, formatCount, inSentence } from '@badger/core/base/format';
  import type { RegionData } from '$lib/job-types.ts';

  let { region }: { region: RegionData } = $props();

  const WIDTH = 820;
  const x = (offset: number) => (offset / region.lengthBytes) * WIDTH;
  const first = $derived(region.differences[0]);
  const direction = $derived(
    !first
      ? ''
      : first.bitsGained === 0
        ? 'every bit 1 → 0'
        : first.bitsLost === 0
          ? 'every bit 0 → 1'
          : 'bits both ways'
  );
  const ticks = $derived(
    [0, 0.25, 0.5, 0.75, 1].map((f) => region.address + f * region.lengthBytes)
  );
</script>

{#if first}
  <section class="card-sheet strip" aria-label="Where the reads of {region.name} disagree">
    <div class="head">
      <b>Where the reads of {inSentence(region.name)} disagree</b>
      <span class="soft">
        {formatCount(first.differingBytes)} of {formatCount(region.lengthBytes)} bytes · {direction}
      </span>
    </div>
    <svg
      viewBox="0 0 {WIDTH} {region.differences.length * 22 + 2}"
      preserveAspectRatio="none"
      aria-hidden="true"
    >
      {#each region.differences as d, row (d.second)}
        <rect
          x="0"
          y={row * 22 + 2}
          width={WIDTH}
          height="16"
          rx="3"
          fill="var(--go-tint)"
          stroke="var(--go)"
          stroke-opacity=".35"
        />
        {#each d.ranges as r, i (i)}
          <rect
            x={x(r.start)}
            y={row * 22 + 2}
            width={Math.max(4, x(r.end - r.start))}
            height="16"
            fill="var(--stop)"
          />
        {/each}
      {/each}
    </svg>
    <div class="ticks mono soft">
      {#each ticks as t (t)}<span>{formatAddress(t)}</span>{/each}
    </div>
    <details>
      <summary>As a table</summary>
      <table class="plain">
        <thead><tr><th>Reads</th><th>From</th><th>To</th><th>Bytes that differ</th></tr></thead>
        <tbody>
          {#each region.differences as d (d.second)}
            {#each d.ranges as r, i (i)}
              <tr>
                <td>{d.first} and {d.second}</td>
                <td class="mono">{formatAddress(region.address + r.start)}</td>
                <td class="mono">{formatAddress(region.address + r.end - 1)}</td>
                <td>{i === 0 ? formatCount(d.differingBytes) : ''}</td>
              </tr>
            {/each}
          {/each}
        </tbody>
      </table>
    </details>
  </section>
{/if}

<style>
  .strip {
    padding: 10px 16px;
  }
  .head {
    display: flex;
    justify-content: space-between;
    gap: 12px;
    margin-bottom: 6px;
  }
  svg {
    width: 100%;
    height: auto;
    max-height: 90px;
  }
  .ticks {
    display: flex;
    justify-content: space-between;
    font-size: 12.5px;
  }
  @media (max-width: 640px) {
    .head {
      flex-wrap: wrap;
    }
    .ticks span:nth-child(even) {
      display: none;
    }
  }
  summary {
    cursor: pointer;
    min-height: 28px;
    color: var(--soft);
  }
</style>

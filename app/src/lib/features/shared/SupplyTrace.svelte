<script lang="ts">
  import { formatAmps, formatVolts } from '@badger/core/base/format';
  import type { ChartConfiguration } from 'chart.js';
  import { chart } from './chart.svelte.ts';
  import type { TracePoint } from '@badger/core/supply/thin-trace';

  let {
    title,
    note = '',
    points,
    limitMa,
    band
  }: {
    title: string;
    note?: string;
    points: readonly TracePoint[];
    limitMa: number;
    band: { minMa: number; maxMa: number } | undefined;
  } = $props();

  const maxAmps = $derived(Math.max(...points.map((p) => p.ma), band?.maxMa ?? 0, 100) / 1000);

  function config(): ChartConfiguration<'line'> {
    const css = getComputedStyle(document.documentElement);
    const color = (name: string) => css.getPropertyValue(name).trim();
    const end = Math.max(2, (points.at(-1)?.atMs ?? 0) / 1000);
    const flat = (ma: number) => [
      { x: 0, y: ma / 1000 },
      { x: end, y: ma / 1000 }
    ];
    const base = { pointRadius: 0, borderWidth: 1.5 };
    return {
      type: 'line',
      data: {
        datasets: [
          {
            ...base,
            label: 'amps',
            yAxisID: 'a',
            borderColor: color('--ink'),
            borderWidth: 2.2,
            data: points.map((p) => ({ x: p.atMs / 1000, y: p.ma / 1000 }))
          },
          {
            ...base,
            label: 'volts',
            yAxisID: 'v',
            borderColor: color('--soft'),
            borderDash: [2, 3],
            data: points.map((p) => ({ x: p.atMs / 1000, y: p.mv / 1000 }))
          },
          {
            ...base,
            label: 'band',
            yAxisID: 'a',
            borderWidth: 0,
            data: band ? flat(band.minMa) : []
          },
          {
            ...base,
            label: 'band',
            yAxisID: 'a',
            borderWidth: 0,
            fill: '-1',
            backgroundColor: color('--go-tint'),
            data: band ? flat(band.maxMa) : []
          }
        ]
      },
      options: {
        responsive: true,
        maintainAspectRatio: false,
        scales: {
          x: {
            type: 'linear',
            min: 0,
            max: end,
            ticks: { color: color('--soft') },
            grid: { display: false },
            title: { display: true, text: 'seconds', color: color('--soft') }
          },
          a: {
            type: 'linear',
            position: 'left',
            min: 0,
            max: Math.ceil(maxAmps * 1.2 * 10) / 10,
            ticks: { color: color('--soft') },
            grid: { color: color('--line') },
            title: { display: true, text: 'A', color: color('--soft') }
          },
          v: {
            type: 'linear',
            position: 'right',
            min: 0,
            max: 16,
            ticks: { color: color('--soft') },
            grid: { display: false },
            title: { display: true, text: 'V', color: color('--soft') }
          }
        }
      }
    };
  }
</script>

<section class="card-sheet trace" aria-label={title}>
  <div class="head">
    <b>{title}</b>
    {#if note}<span class="soft">{note}</span>{/if}
    <span class="soft">
      {#if band}expected {formatAmps(band.minMa)} to {formatAmps(band.maxMa)} A ·&nbsp;{/if}limit {formatAmps(
        limitMa
      )} A
    </span>
  </div>
  <div class="canvas">
    <canvas aria-label="Volts and amps over time" {@attach chart(config)}></canvas>
  </div>
  <details>
    <summary>As a table</summary>
    <div class="scroll">
      <table class="plain">
        <thead><tr><th>Second</th><th>Volts</th><th>Amps</th></tr></thead>
        <tbody>
          {#each points.slice(-60) as p (p.atMs)}
            <tr
              ><td class="mono">{(p.atMs / 1000).toFixed(1)}</td><td class="mono"
                >{formatVolts(p.mv)}</td
              ><td class="mono">{formatAmps(p.ma)}</td></tr
            >
          {/each}
        </tbody>
      </table>
    </div>
  </details>
</section>

<style>
  .trace {
    padding: 10px 16px;
  }
  .head {
    display: flex;
    justify-content: space-between;
    gap: 12px;
  }
  .canvas {
    position: relative;
    height: 132px;
  }
  .scroll {
    max-height: 200px;
    overflow: auto;
  }
  summary {
    cursor: pointer;
    color: var(--soft);
  }
</style>

<script lang="ts">
  import type { ChartConfiguration } from 'chart.js';
  import { chart } from '$lib/features/shared/chart.svelte.ts';

  /** A voltage over something, with the least that is needed. */
  let {
    label,
    points,
    least,
    xName,
    yName
  }: {
    label: string;
    points: readonly { readonly x: number; readonly y: number }[];
    least: number;
    xName: string;
    yName: string;
  } = $props();

  function config(): ChartConfiguration<'line'> {
    const css = getComputedStyle(document.documentElement);
    const line = (y: (p: (typeof points)[number]) => number, token: string) => ({
      data: points.map((p) => ({ x: p.x, y: y(p) })),
      ...{ borderColor: css.getPropertyValue(token).trim(), pointRadius: 0, borderWidth: 2 }
    });
    return {
      type: 'line',
      data: { datasets: [line((p) => p.y, '--ink'), line(() => least, '--stop')] },
      options: {
        maintainAspectRatio: false,
        plugins: { legend: { display: false } },
        scales: {
          x: { type: 'linear', title: { display: true, text: xName } },
          y: { title: { display: true, text: yName } }
        }
      }
    };
  }
</script>

<div><canvas aria-label={label} {@attach chart(config)}></canvas></div>

<style>
  div {
    height: 160px;
  }
</style>

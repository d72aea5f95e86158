import {
  BarController,
  BarElement,
  CategoryScale,
  Chart,
  Filler,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  type ChartConfiguration
} from 'chart.js';
import annotationPlugin from 'chartjs-plugin-annotation';
import { untrack } from 'svelte';
import type { Attachment } from 'svelte/attachments';

Chart.register(
  BarController,
  BarElement,
  CategoryScale,
  LineController,
  LineElement,
  PointElement,
  LinearScale,
  Filler,
  annotationPlugin
);
Chart.defaults.font.family = "'Atkinson Hyperlegible Next Variable', sans-serif";
Chart.defaults.animation = false;

/** A line chart on a canvas: made once, updated in place when what the getter reads changes. */
export const chart = (config: () => ChartConfiguration<'line'>) => attach(config);

/** The same with bars. */
export const bars = (config: () => ChartConfiguration<'bar'>) => attach(config);

function attach<K extends 'line' | 'bar'>(
  config: () => ChartConfiguration<K>
): Attachment<HTMLCanvasElement> {
  return (canvas) => {
    const instance = new Chart(canvas, untrack(config));
    $effect(() => {
      const next = config();
      instance.data = next.data;
      if (next.options) instance.options = next.options;
      instance.update('none');
    });
    return () => instance.destroy();
  };
}

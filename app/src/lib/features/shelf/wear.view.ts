import type { Wear, WearLine } from '@badger/core/match/judge-wear';
import type { ChartConfiguration } from 'chart.js';

/** Room between the worn edges is drawn from 0 to 100, whatever the unit of the value. */
function place(line: WearLine, value: number): number {
  const { wornMin, wornMax } = line.value;
  return wornMax === wornMin ? 50 : (100 * (value - wornMin)) / (wornMax - wornMin);
}

/** Each value as a point between its worn edges, the good band as a bar behind it. */
// eslint-disable-next-line max-lines-per-function -- a plain table
export function wearChart(wear: Wear): ChartConfiguration<'bar'> {
  const css = getComputedStyle(document.documentElement);
  const color = (name: string) => css.getPropertyValue(name).trim();
  const clamp = (n: number) => Math.max(-8, Math.min(108, n));
  return {
    type: 'bar',
    data: {
      labels: wear.lines.map((l) => l.value.name),
      datasets: [
        {
          label: 'as new',
          order: 1,
          data: wear.lines.map((l): [number, number] => [
            place(l, l.value.goodMin),
            place(l, l.value.goodMax)
          ]),
          backgroundColor: color('--go-tint'),
          borderColor: color('--go'),
          borderWidth: 1.5,
          borderSkipped: false,
          grouped: false,
          barPercentage: 0.9
        },
        {
          label: 'found',
          order: 0,
          data: wear.lines.map((l): [number, number] | null =>
            l.found === undefined
              ? null
              : [clamp(place(l, l.found)) - 0.8, clamp(place(l, l.found)) + 0.8]
          ),
          backgroundColor: color('--ink'),
          grouped: false,
          barPercentage: 0.9
        }
      ]
    },
    options: {
      indexAxis: 'y',
      responsive: true,
      maintainAspectRatio: false,
      plugins: { legend: { display: false }, tooltip: { enabled: false } },
      scales: {
        x: {
          min: -10,
          max: 110,
          grid: {
            color: (at) =>
              at.tick.value === 0 || at.tick.value === 100 ? color('--stop') : 'transparent'
          },
          ticks: {
            color: color('--soft'),
            stepSize: 50,
            autoSkip: false,
            callback: (v) => (v === 0 || v === 100 ? 'worn' : '')
          },
          afterBuildTicks: (axis) => {
            axis.ticks = [{ value: 0 }, { value: 100 }];
          }
        },
        y: { grid: { display: false }, ticks: { color: color('--ink') } }
      }
    }
  };
}

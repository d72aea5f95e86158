import type { ChartConfiguration } from 'chart.js';
import type { AnnotationOptions } from 'chartjs-plugin-annotation';
import type { SupplyHours } from '$lib/supply-types.ts';
import { formatMoment, GRAVE, limitLine, lineOf, linesOf, MARK_SIGNS } from './hours.view.ts';

type Color = (name: string) => string;

/** Round figures of an axis above what was measured. Units: A, V. */
const roof = (most: number, least: number) => Math.max(least, Math.ceil(most * 1.15));

/** The trace of a supply over hours: amps, volts, limit, the bands that were expected, and what happened. */
export function hoursChart(hours: SupplyHours, color: Color): ChartConfiguration<'line'> {
  const base = { pointRadius: 0, borderWidth: 1.5, spanGaps: false };
  const spanMs = hours.toMs - hours.fromMs;
  const ticks = { color: color('--soft') };
  const axis = (text: string) => ({ display: true, text, color: color('--soft') });
  return {
    type: 'line',
    data: {
      datasets: [
        {
          ...{ ...base, label: 'amps', yAxisID: 'a', borderWidth: 2 },
          ...{ borderColor: color('--ink'), data: lineOf(hours.runs, 'ma') }
        },
        {
          ...{ ...base, label: 'volts', yAxisID: 'v', borderDash: [2, 3] },
          ...{ borderColor: color('--soft'), data: lineOf(hours.runs, 'mv') }
        },
        {
          ...{ ...base, label: 'limit', yAxisID: 'a', borderDash: [8, 4] },
          ...{ borderColor: color('--stop'), data: limitLine(hours) }
        }
      ]
    },
    options: {
      ...{ responsive: true, maintainAspectRatio: false },
      // what comes is in order and thinned already
      ...{ parsing: false, normalized: true },
      layout: { padding: { top: 18 } },
      plugins: { annotation: { clip: false, annotations: annotationsOf(hours, color) } },
      scales: {
        x: {
          ...{ type: 'linear', min: hours.fromMs, max: hours.toMs, grid: { display: false } },
          afterBuildTicks: (scale) => {
            scale.ticks = momentsOf(hours).map((value) => ({ value }));
          },
          ticks: { ...ticks, maxRotation: 0, callback: (v) => formatMoment(Number(v), spanMs) }
        },
        a: {
          ...{ type: 'linear', position: 'left', min: 0, max: highestAmps(hours), ticks },
          ...{ grid: { color: color('--line') }, title: axis('A') }
        },
        v: {
          ...{ type: 'linear', position: 'right', min: 0, ticks, title: axis('V') },
          ...{ max: roof((hours.most?.mv ?? 0) / 1000, 16), grid: { display: false } }
        }
      }
    }
  };
}

/** What flowed and what was expected fit on the axis; the limit where it is not far above. */
function highestAmps({ most, work, limits }: SupplyHours): number {
  const flowed = Math.max(most?.ma ?? 0, ...work.map((w) => w.band?.maxMa ?? 0));
  const limit = Math.max(0, ...limits.map((l) => l.limitMa ?? 0));
  return roof(Math.max(flowed, Math.min(limit, flowed * 3)) / 1000, 1);
}

/** Steps of the axis of time that a clock has. Units: ms. */
const STEPS = [1000, 5000, 15_000, 60_000, 300_000, 900_000, 3_600_000, 7_200_000, 14_400_000];

/** Whole moments of the clock on the axis, at most ten. */
function momentsOf({ fromMs, toMs }: SupplyHours): number[] {
  const step = STEPS.find((s) => (toMs - fromMs) / s <= 10) ?? 14_400_000;
  const offsetMs = new Date(fromMs).getTimezoneOffset() * 60_000;
  const first = Math.ceil((fromMs - offsetMs) / step) * step + offsetMs;
  const count = Math.max(0, Math.floor((toMs - first) / step) + 1);
  return Array.from({ length: count }, (_, i) => first + i * step);
}

function annotationsOf(hours: SupplyHours, color: Color): AnnotationOptions[] {
  const bands = hours.work.map((w): AnnotationOptions => {
    const toMs = Math.min(w.toMs ?? hours.toMs, hours.toMs);
    const wide = (toMs - w.fromMs) / (hours.toMs - hours.fromMs) > 0.06;
    return {
      ...{ type: 'box', xMin: Math.max(w.fromMs, hours.fromMs), xMax: toMs, borderWidth: 0 },
      ...{ backgroundColor: color('--go-tint'), drawTime: 'beforeDatasetsDraw', yScaleID: 'a' },
      ...(w.band ? { yMin: w.band.minMa / 1000, yMax: w.band.maxMa / 1000 } : {}),
      label: {
        ...{ display: wide, content: `${w.kind} ${w.tag}`, color: color('--ink') },
        ...{ position: { x: 'center', y: 'start' }, font: { weight: 'normal' } }
      }
    };
  });
  const lines = linesOf(hours.marks).map((mark): AnnotationOptions => {
    const grave = GRAVE.includes(mark.kind);
    return {
      ...{ type: 'line', xMin: mark.atMs, xMax: mark.atMs, borderWidth: grave ? 2 : 1 },
      borderColor: grave ? color('--stop') : color('--soft'),
      label: {
        ...{ display: true, content: MARK_SIGNS[mark.kind].sign, position: 'end', yAdjust: -16 },
        ...{ backgroundColor: 'transparent', padding: 0 },
        color: grave ? color('--stop') : color('--ink')
      }
    };
  });
  return [...bands, ...lines];
}

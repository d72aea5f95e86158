import { describe, expect, it } from 'vitest';
import type { SupplyHours } from '$lib/supply-types.ts';
import { eventsOf, limitLine, lineOf } from './hours.view.ts';

const run = (...moments: number[]) => moments.map((atMs) => ({ atMs, mv: 13_500, ma: 900 }));

describe('the limit over time', () => {
  it('stands only where the supply was heard', () => {
    // set anew at 150; then a hole of which nobody knows anything, and on again with the same limit
    const limits = [
      { atMs: 100, limitMa: 3000 },
      { atMs: 150, limitMa: 2000 }
    ];
    expect(limitLine({ limits, runs: [run(100, 150, 200), run(900, 950)] })).toEqual([
      ...[
        { x: 100, y: 3 },
        { x: 150, y: 3 },
        { x: 150, y: 2 },
        { x: 200, y: 2 },
        { x: 200, y: null }
      ],
      ...[
        { x: 900, y: 2 },
        { x: 950, y: 2 },
        { x: 950, y: null }
      ]
    ]);
    expect(limitLine({ limits, runs: [] })).toEqual([]);
  });
  it('an unknown one is a break, and so is a hole in the figures', () => {
    expect(limitLine({ limits: [{ atMs: 0, limitMa: undefined }], runs: [run(10, 20)] })).toEqual([
      ...[
        { x: 10, y: null },
        { x: 20, y: null },
        { x: 20, y: null }
      ]
    ]);
    expect(lineOf([run(1), run(9)], 'ma').map((p) => p.y)).toEqual([0.9, null, 0.9]);
  });
});

it('what failed is not told as done, and an order is not told as obeyed', () => {
  const work = { fromMs: 5, toMs: 2005, tag: '0388', jobNumber: 2031, band: undefined } as const;
  const hours = {
    marks: [{ atMs: 1, kind: 'trip' }],
    work: [
      { ...work, kind: 'write', state: 'failed' },
      { ...work, kind: 'write', state: 'running', toMs: undefined }
    ]
  } as const;
  expect(eventsOf(hours as unknown as SupplyHours).map((e) => e.words)).toEqual([
    'Write: unit 0388, 2 s, failed',
    'Write: unit 0388, still running',
    'The watch ordered it off'
  ]);
});

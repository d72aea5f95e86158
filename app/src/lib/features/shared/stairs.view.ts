import type { PathStep, PathVoltage } from '@badger/core/electrical/power-path';

export interface DrawnStairs {
  readonly width: number;
  readonly height: number;
  readonly path: string;
  readonly minY: number;
  readonly labels: readonly {
    readonly id: PathStep['id'];
    readonly atMv: number;
    readonly x: number;
    readonly y: number;
  }[];
}

const WIDTH = 480;
const HEIGHT = 150;
/** Room for a line of text under the lowest step. */
const FOOT = 26;
const HEAD = 10;

/** The voltage as a staircase from supply to unit, with the least that the unit needs. Units: of the drawing. */
export function drawStairs(along: PathVoltage, minMv: number): DrawnStairs {
  const volts = [...along.steps.map((s) => s.atMv), minMv].filter(Number.isFinite);
  const top = Math.max(...volts);
  const span = Math.max(500, top - Math.min(...volts));
  const y = (mv: number) => HEAD + ((top - mv) / span) * (HEIGHT - HEAD - FOOT - 10);
  const pitch = WIDTH / along.steps.length;
  const path = along.steps
    .map(({ atMv }, i) => {
      const at = y(atMv).toFixed(1);
      return i === 0 ? `M 0 ${at} H ${pitch}` : `V ${at} H ${(pitch * (i + 1)).toFixed(1)}`;
    })
    .join(' ');
  return {
    ...{ width: WIDTH, height: HEIGHT, path, minY: y(minMv) },
    labels: along.steps.map(({ id, atMv }, i) => ({ id, atMv, x: pitch * i + 4, y: y(atMv) + 18 }))
  };
}

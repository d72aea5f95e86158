import type { Board } from '@badger/core/profile/profile';

/** Quarter turns clockwise until the drawing lies as the board on the bench. */
export type Turn = 0 | 90 | 180 | 270;

interface Size {
  readonly width: number;
  readonly height: number;
}

export interface Box extends Size {
  readonly x: number;
  readonly y: number;
}

export interface DrawnBoard {
  readonly width: number;
  readonly height: number;
  readonly landmarks: readonly (Box & { readonly name: string; readonly round: boolean })[];
  readonly pads: readonly {
    readonly id: string;
    readonly points: readonly { readonly x: number; readonly y: number }[];
    readonly never: string | undefined;
  }[];
  readonly chips: readonly (Box & {
    readonly id: string;
    readonly name: string;
    /** The dot of pin 1. */
    readonly pin1: { readonly x: number; readonly y: number };
  })[];
}

/** Outline of an eight-leg package on a board. Units: mm. Source: JEDEC MS-012 (5 by 6 mm over the legs), from memory; drawn larger. */
const CHIP_MM = { width: 7, height: 8 } as const;

/** Lays a board out, turned clockwise by quarter turns. Units: mm. */
export function drawBoard(board: Board, turn: Turn): DrawnBoard {
  const { widthMm: w, heightMm: h } = board;
  const point = (x: number, y: number) => turned({ x, y }, turn, { w, h });
  const box = (x: number, y: number, { width, height }: Size): Box => {
    const a = point(x, y);
    const b = point(x + width, y + height);
    return {
      x: Math.min(a.x, b.x),
      y: Math.min(a.y, b.y),
      width: Math.abs(b.x - a.x),
      height: Math.abs(b.y - a.y)
    };
  };
  const upright = turn === 0 || turn === 180;
  return {
    width: upright ? w : h,
    height: upright ? h : w,
    landmarks: board.landmarks.map((l) => ({
      ...box(l.xMm, l.yMm, { width: l.widthMm, height: l.heightMm }),
      name: l.name,
      round: l.shape === 'round'
    })),
    pads: board.pads.map((p) => ({
      id: p.id,
      points: p.points.map(({ xMm, yMm }) => point(xMm, yMm)),
      never: p.never
    })),
    chips: board.chips.map((c) => {
      const across = c.turnDeg === 0 || c.turnDeg === 180;
      const size = across ? CHIP_MM : { width: CHIP_MM.height, height: CHIP_MM.width };
      const corner = turned({ x: 1.6, y: 1.6 }, c.turnDeg, { w: CHIP_MM.width, h: CHIP_MM.height });
      return {
        ...box(c.xMm, c.yMm, size),
        id: c.id,
        name: c.name,
        pin1: point(c.xMm + corner.x, c.yMm + corner.y)
      };
    })
  };
}

/** A point of a w by h rectangle after a quarter turn or more, clockwise, with the new upper left corner at nothing. */
function turned(
  { x, y }: { x: number; y: number },
  turn: Turn,
  { w, h }: { w: number; h: number }
): { x: number; y: number } {
  if (turn === 90) return { x: h - y, y: x };
  if (turn === 180) return { x: w - x, y: h - y };
  if (turn === 270) return { x: y, y: w - x };
  return { x, y };
}

/** Legs of an eight-leg SPI memory, in order. Source: common practice (the order that memory chips of this kind share). */
export const SPI_LEGS = ['CS', 'SO', 'WP', 'GND', 'SI', 'CLK', 'HOLD', 'VCC'] as const;

export interface DrawnLeg {
  readonly number: number;
  readonly name: string;
  readonly x: number;
  readonly y: number;
  readonly left: boolean;
}

/** The legs of a package seen from above: 1 to 4 down the left side, 5 to 8 up the right one. Units: of the drawing. */
export function drawLegs(width: number, height: number): readonly DrawnLeg[] {
  const step = height / 4;
  return SPI_LEGS.map((name, i) => {
    const left = i < 4;
    const place = left ? i : 7 - i;
    return { number: i + 1, name, left, x: left ? 0 : width, y: step * (place + 0.5) };
  });
}

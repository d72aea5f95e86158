import type { Strokes } from './return-types.ts';

/** Path of an SVG with a view box of 1000 by 1000; a single point becomes a dot. */
export function pathOfStrokes(strokes: Strokes): string {
  return strokes
    .map((stroke) =>
      stroke
        .map(([x = 0, y = 0], i) => `${i === 0 ? 'M' : 'L'}${x} ${y}`)
        .concat(stroke.length === 1 ? ['l1 0'] : [])
        .join('')
    )
    .join('');
}

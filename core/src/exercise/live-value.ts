import { readUintBe } from '../base/bytes.ts';
import type { ExerciseInput } from '../profile/profile.ts';

/**
 * What a sound unit tells when so much is applied, straight between the points of its curve. Undefined outside the curve
 * and for what is no number. Units: those of the curve.
 */
export function toldAt(
  { curve }: Pick<ExerciseInput, 'curve'>,
  applied: number
): number | undefined {
  const above = curve.findIndex(([x]) => x >= applied);
  const [x1, y1] = curve[above] ?? [];
  if (x1 === undefined || y1 === undefined) return undefined;
  if (x1 === applied) return y1;
  const [x0, y0] = curve[above - 1] ?? [];
  if (x0 === undefined || y0 === undefined) return undefined;
  return y0 + ((y1 - y0) * (applied - x0)) / (x1 - x0);
}

/** Live value out of the data of a 62 answer (identifier and value); undefined for another identifier or width. */
export function decodeLiveValue(
  { did, bytes, scale, offset }: Pick<ExerciseInput, 'did' | 'bytes' | 'scale' | 'offset'>,
  data: Uint8Array
): number | undefined {
  if (data.length !== 2 + bytes || readUintBe(data, 0, 2) !== did) return undefined;
  return offset + readUintBe(data, 2, bytes) * scale;
}

/** Points that are applied: both ends of the curve and what lies between, at most five. */
export function pointsOf({ curve }: Pick<ExerciseInput, 'curve'>): readonly number[] {
  const most = Math.min(5, Math.max(3, curve.length));
  const [first, last] = [curve[0]?.[0] ?? 0, curve.at(-1)?.[0] ?? 0];
  const own = curve.map(([x]) => x);
  if (own.length <= most && own.length >= 3) return own;
  if (own.length < 3) return [first, (first + last) / 2, last];
  return Array.from(
    { length: most },
    (_, i) => own[Math.round((i * (own.length - 1)) / (most - 1))] as number
  );
}

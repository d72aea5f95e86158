import type { Differing, Explained, Pair } from './explain.ts';
import { look, sign } from './signs.ts';

/** Fewer bytes show no line. */
const LEAST_BYTES = 8;
/** Of the differences so much must fit. */
const SHARE = 0.98;
/** A level that shows in nearly every byte that could show it is no chance. */
const STUCK_SHARE = 0.95;

/** Every difference is one bit, always the same one and to the same level, and hardly a byte that could show it does not. */
export function explainStuck({ bytes, reference, at, reads }: Differing): Explained | undefined {
  if (at.length < LEAST_BYTES || bytes.length !== reference.length) return undefined;
  const mask = ((bytes[at[0] as number] as number) ^ (reference[at[0] as number] as number)) & 0xff;
  if ((mask & (mask - 1)) !== 0) return undefined;
  const level = ((bytes[at[0] as number] as number) & mask) === 0 ? 0 : 1;
  const fit = at.filter(
    (i) =>
      ((bytes[i] as number) ^ (reference[i] as number)) === mask &&
      (((bytes[i] as number) & mask) === 0) === (level === 0)
  );
  if (fit.length < at.length * SHARE) return undefined;
  for (const lanes of [1, 2, 4]) {
    const lane = (at[0] as number) % lanes;
    if (fit.some((i) => i % lanes !== lane)) continue;
    const shown = shareShown({ bytes, reference }, { mask, level, lane, lanes });
    if (shown < STUCK_SHARE) continue;
    const bit = Math.log2(mask);
    const told = lanes === 1 ? 'every' : `${lane + 1} of ${lanes}`;
    const params = { reads, bit, level, lane: told, bytes: at.length };
    return {
      ...sign('stuck-bit', look('trust.sign.stuck', params)),
      spoilt: [{ start: 0, end: bytes.length }]
    };
  }
  return undefined;
}

/** Of the bytes that would show a held line, the share that does. */
function shareShown(
  { bytes, reference }: Pick<Pair, 'bytes' | 'reference'>,
  { mask, level, lane, lanes }: { mask: number; level: number; lane: number; lanes: number }
): number {
  let could = 0;
  let does = 0;
  for (let i = lane; i < bytes.length; i += lanes) {
    if ((((reference[i] as number) & mask) === 0) === (level === 0)) continue;
    could++;
    if ((((bytes[i] as number) & mask) === 0) === (level === 0)) does++;
  }
  return could === 0 ? 0 : does / could;
}

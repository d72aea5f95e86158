import { parseHex } from '../base/bytes.ts';
import { fail, ok, type Result } from '../base/result.ts';
import { checkStep, PLACES, TABLES, unitOf, type TransformStep } from './steps.ts';

/** A byte and where it lies. */
export interface PlacedByte {
  readonly at: number;
  readonly value: number;
}

/** Where a byte of an image lies after a chain, and what it is then. Total for places of the image it was made for. */
export type FollowByte = (byte: PlacedByte) => PlacedByte;

/**
 * A chain byte by byte: every step moves bytes or changes each by itself, so what becomes of one does not hang on any other.
 * `lengthBytes`: of the image. Errors: those of `applySteps`.
 */
export function followByte(
  steps: readonly TransformStep[],
  lengthBytes: number
): Result<FollowByte> {
  const follow: FollowByte[] = [];
  for (const [i, step] of steps.entries()) {
    const problem = checkStep(step);
    if (problem) return { ok: false, problem };
    const unit = unitOf(step);
    if (lengthBytes % unit !== 0)
      return fail('transform.length.uneven', { step: i + 1, bytes: lengthBytes, unit });
    follow.push(ofStep(step, lengthBytes));
  }
  return ok((byte) => follow.reduce((b, through) => through(b), byte));
}

function ofStep(step: TransformStep, lengthBytes: number): FollowByte {
  const table = TABLES[step.kind];
  if (table) return ({ at, value }) => ({ at, value: table[value] as number });
  const key = step.key === undefined ? undefined : parseHex(step.key);
  if (key) return ({ at, value }) => ({ at, value: value ^ (key[at % key.length] as number) });
  const moved = moverOf(step, lengthBytes);
  return ({ at, value }) => ({ at: moved(at), value });
}

/** Where what lies at an offset is moved to. */
function moverOf(step: TransformStep, lengthBytes: number): (at: number) => number {
  const { kind, blockBytes = 1, order = [], parts = 1, unitBytes = 1 } = step;
  const places = PLACES[kind];
  if (places) return (at) => at - (at % places.length) + places.indexOf(at % places.length);
  if (kind === 'permute-blocks') {
    const group = blockBytes * order.length;
    return (at) => {
      const within = at % group;
      const to = order.indexOf(Math.floor(within / blockBytes));
      return at - within + to * blockBytes + (within % blockBytes);
    };
  }
  const partBytes = lengthBytes / parts;
  const round = unitBytes * parts;
  const spread = (part: number, within: number) =>
    Math.floor(within / unitBytes) * round + part * unitBytes + (within % unitBytes);
  const gathered = (at: number) => {
    const within = at % round;
    return (
      Math.floor(within / unitBytes) * partBytes +
      Math.floor(at / round) * unitBytes +
      (within % unitBytes)
    );
  };
  return kind === 'interleave'
    ? (at) => spread(Math.floor(at / partBytes), at % partBytes)
    : gathered;
}

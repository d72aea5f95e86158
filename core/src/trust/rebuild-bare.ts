import { layBareBy, scrambleBy } from '../transform/plain-region.ts';
import { followByte } from '../transform/follow-byte.ts';
import type { TransformStep } from '../transform/steps.ts';
import { reconstruct, type Reconstruction, type ToReconstruct } from './reconstruct.ts';

/**
 * As `reconstruct`, of reads that are scrambled: how a byte was disturbed shows in what was read, but checks and fields speak of the plain
 * content. Base and places are laid bare, put together there and scrambled again; both ways are proven. Places and bytes come out as they
 * are read. Undefined where the chain does not go, and as `reconstruct` says.
 */
export function reconstructBare(
  steps: readonly TransformStep[],
  { base, places, knowledge: { rules, fields }, ...facts }: ToReconstruct
): Reconstruction | undefined {
  const knowledge = { rules, fields };
  const plain = layBareBy(steps, base);
  const follow = followByte(steps, base.length);
  if (!plain.ok || !follow.ok) return undefined;
  const bare = places.map(({ at, candidates }) => ({
    at: follow.value({ at, value: 0 }).at,
    candidates: candidates.map((c) => ({
      ...c,
      value: follow.value({ at, value: c.value }).value
    }))
  }));
  const made = reconstruct({ base: plain.value, places: bare, knowledge, ...facts });
  if (!made) return undefined;
  const bytes = scrambleBy(steps, made.bytes);
  if (!bytes.ok) return undefined;
  return {
    ...made,
    bytes: bytes.value,
    places: made.places.map(({ taken }, p) => {
      const { at } = places[p] as (typeof places)[number];
      return { at, taken: { ...taken, value: bytes.value[at] as number } };
    })
  };
}

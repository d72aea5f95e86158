import { equalBytes } from '../base/bytes.ts';
import { fail, type Result } from '../base/result.ts';
import type { Profile } from '../profile/profile.ts';
import { applySteps, undoSteps, type TransformStep } from './steps.ts';

type Scrambled = Pick<Profile, 'transforms'>;

/** How a region is laid bare; empty where its dump is plain. */
export function stepsOf({ transforms }: Scrambled, regionId: string): readonly TransformStep[] {
  return transforms.find((t) => t.region === regionId)?.steps ?? [];
}

/** Is what is read of the region not what it means? */
export const isScrambled = (profile: Scrambled, regionId: string): boolean =>
  stepsOf(profile, regionId).length > 0;

/**
 * The plain content of a region as it was read. Proven: scrambled again it is what was read. Memory: the bytes themselves where nothing is
 * scrambled, else its own. Errors: those of {@link applySteps}, `transform.chain.lossy`.
 */
export function layBare(
  profile: Scrambled,
  regionId: string,
  bytes: Uint8Array
): Result<Uint8Array> {
  return layBareBy(stepsOf(profile, regionId), bytes);
}

/** The other way round: what is written of a plain content. Proven as {@link layBare}, with the same errors. */
export function scramble(
  profile: Scrambled,
  regionId: string,
  bytes: Uint8Array
): Result<Uint8Array> {
  return scrambleBy(stepsOf(profile, regionId), bytes);
}

/** As {@link layBare}, by the steps of a region. */
export const layBareBy = (steps: readonly TransformStep[], bytes: Uint8Array): Result<Uint8Array> =>
  through(steps, bytes, [applySteps, undoSteps]);

/** As {@link scramble}, by the steps of a region. */
export const scrambleBy = (
  steps: readonly TransformStep[],
  bytes: Uint8Array
): Result<Uint8Array> => through(steps, bytes, [undoSteps, applySteps]);

function through(
  steps: readonly TransformStep[],
  bytes: Uint8Array,
  [there, back]: readonly [typeof applySteps, typeof applySteps]
): Result<Uint8Array> {
  if (steps.length === 0) return { ok: true, value: bytes };
  const made = there(bytes, steps);
  if (!made.ok) return made;
  const again = back(made.value, steps);
  if (!again.ok) return again;
  return equalBytes(again.value, bytes) ? made : fail('transform.chain.lossy');
}

import type { DrawState, Profile } from '@badger/core/profile/profile';

/** What a family draws where it does not say. Units: mA. */
const UNSAID_MA = 200;

/** Current of a unit in a state, a little below the middle of its band. Units: mA. */
export function typicalDraw(profile: Profile, state: DrawState): number {
  const band = profile.accesses.flatMap((a) => a.draw).find((d) => d.state === state);
  return band ? Math.round(band.minMa * 0.6 + band.maxMa * 0.4) : UNSAID_MA;
}

import type { AccessSpec, DismantleStep, Profile } from '../profile/profile.ts';

/**
 * The steps that an access needs before and after the unit is worked on: none through the diagnostic socket, none of taking it
 * out where it stays installed, none of opening or closing it where the access reckons no time for that. Shape: in the order of the profile.
 */
export function stepsFor(profile: Profile, access: AccessSpec): readonly DismantleStep[] {
  if (access.kind === 'obd') return [];
  const { open, close } = access.handsOn;
  const needed = { out: !access.staysInstalled, open: open > 0, close: close > 0 };
  return profile.dismantling.filter(({ phase }) => needed[phase]);
}

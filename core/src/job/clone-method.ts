import type { CloneMethod, Profile } from '../profile/profile.ts';

/**
 * The clone method of a job: what was chosen for it, else the family's first. A choice that the family no longer offers
 * does not count; where the unit is bought new or sent away, nothing is cloned here.
 * Example: `merge` chosen where the family's first is `whole-image` gives `merge`.
 */
export function resolveMethod(
  profile: Pick<Profile, 'cloneMethod' | 'cloneMethods'>,
  choice: { readonly accessKey: string; readonly method: string } | undefined
): CloneMethod {
  const offered = profile.cloneMethods.find((m) => m.id === choice?.method)?.id;
  if (offered) return offered;
  const elsewhere = choice?.accessKey === 'new-unit' || choice?.accessKey === 'send-away';
  return elsewhere && choice.method === 'none' ? 'none' : profile.cloneMethod;
}

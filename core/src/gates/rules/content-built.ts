import { judge } from '../../base/verdict.ts';
import type { GateRule } from '../facts.ts';

/**
 * What is to be written into the unit itself is supplied, plausible, built, and still what was supplied last.
 * Look `gate.content.doubtful` (a checksum of it does not hold, say). Stop `gate.content.none`, `gate.content.wrong` (it is not what the region can hold), `gate.image.none`, `gate.image.stale`.
 */
export const contentBuilt: GateRule = ({ regions }) => {
  const supplied = regions.filter((r) => r.suppliedSha256 !== undefined);
  if (supplied.length === 0) return judge('stop', 'gate.content.none');
  const wrong = supplied.find((r) => r.suppliedWrong !== undefined);
  if (wrong)
    return judge('stop', 'gate.content.wrong', {
      region: wrong.name,
      found: wrong.suppliedWrong ?? ''
    });
  const meant = regions.filter((r) => r.cloneSha256 !== undefined);
  if (meant.length === 0) return judge('stop', 'gate.image.none');
  const stale = regions.find((r) => r.cloneSha256 !== r.suppliedSha256);
  if (stale) return judge('stop', 'gate.image.stale', { region: stale.name });
  const doubt = supplied.find((r) => r.suppliedDoubt !== undefined);
  return doubt
    ? judge('look', 'gate.content.doubtful', {
        region: doubt.name,
        found: doubt.suppliedDoubt ?? ''
      })
    : judge('go', 'gate.image.built', { count: meant.length });
};

import { judgedAs } from '../base/examples.ts';
import type { Param } from '../base/codes.ts';
import type { Verdict } from '../base/verdict.ts';
import type { RegionJudgement, RegionState } from './judge-region.ts';

const VERDICTS: Readonly<Record<RegionState, Verdict>> = {
  ...{ none: 'look', single: 'look', disputed: 'look', implausible: 'stop' },
  ...{ accepted: 'look', unseen: 'look', few: 'look', doubtful: 'look', rebuilt: 'look' },
  ...{ remark: 'look', outvoted: 'go', trusted: 'go', equal: 'stop' }
};

/** The verdict on one region for a test, by its state. */
export function regionAs(
  state: RegionState,
  params: Readonly<Record<string, Param>> = {}
): RegionJudgement {
  const code = state === 'equal' ? 'reads.donor.equal' : (`reads.region.${state}` as const);
  return { ...judgedAs(VERDICTS[state], code, params), state };
}

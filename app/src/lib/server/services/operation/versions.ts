import type { Profile } from '@badger/core/profile/profile';
import type { StationBench } from '../../bench/station-bench.ts';
import type { BenchVersions } from '../../db/schema/reads.ts';
import { APPLICATION_VERSION } from '../../version.ts';

/** The versions in one line for the record of the job; what did not answer is left out. */
export const versionsInWords = ({ application, box, profile }: BenchVersions): string =>
  [`application ${application}`, box === '' ? '' : `box ${box}`, `profile ${profile}`]
    .filter((part) => part !== '')
    .join(', ');

/** On what an operation is about to run: each device as it tells it itself, empty where it has not answered. */
export function versionsNow(station: StationBench, profile: Profile): BenchVersions {
  return {
    application: APPLICATION_VERSION,
    box: station.thread.boxVersion,
    supply: station.supply.idn,
    sense: station.sense?.idn ?? '',
    profile: `${profile.id} ${profile.version}`
  };
}

import { equalBytes } from '@badger/core/base/bytes';
import { seedOf } from '@badger/core/base/random';
import type { Profile, Region } from '@badger/core/profile/profile';
import type { Cause } from '@badger/core/trust/cause';
import { judgeReads, type TrustJudgement } from '@badger/core/trust/judge-reads';
import { knowRegion, type RegionKnowledge, type TimedRead } from '@badger/core/trust/read-set';
import { READ_FAULTS, type ReadFaultKind } from '../faults/read-faults.ts';
import { pick, randomOf, type Random } from '../faults/random-picks.ts';
import { makeMemory } from '../modules/make-memory.ts';
import { inventIdentity } from './invent-identity.ts';

/** A fault that was put in, or none. */
export type CampaignFault = ReadFaultKind | 'wrong-region';
export const CAMPAIGN_FAULTS: readonly [CampaignFault, ...CampaignFault[]] = [
  'none',
  ...(Object.keys(READ_FAULTS).filter((k) => k !== 'none') as ReadFaultKind[]),
  'wrong-region'
];

/** How one unit that was read until the judgement came out. */
export interface CampaignCase {
  readonly number: number;
  readonly family: string;
  readonly region: string;
  readonly fault: CampaignFault;
  /** What should be named: the fault, or none where no read was touched by it. */
  readonly expected: Cause;
  readonly named: Cause;
  readonly verdict: TrustJudgement['verdict'];
  readonly reads: number;
  /** Reads after which two were right. Undefined where that never was so. */
  readonly needed: number | undefined;
  /** Declared trusted and wrong. */
  readonly falseTrust: boolean;
  /** Offered for writing, put together of several reads, and wrong. */
  readonly wrongRebuilt: boolean;
}

/** Nobody reads on longer. */
const MOST_READS = 12;
/** Larger regions are left to the bench: a campaign is many cases. Units: bytes. */
const MOST_BYTES = 2 ** 19;

interface Place {
  readonly profile: Profile;
  readonly region: Region;
}

/** Regions of which rules are known: only there can a wrong content be told from a right one that nobody has seen. */
export function regionsOf(profiles: readonly Profile[]): Place[] {
  return profiles.flatMap((profile) =>
    profile.regions
      .filter(
        (r) => r.lengthBytes <= MOST_BYTES && profile.checksums.some((c) => c.region === r.id)
      )
      .map((region) => ({ profile, region }))
  );
}

/** Draws one unit and its fault, and reads it as long as the judgement asks for. The same seed and number give the same case. */
export function runCase(
  profiles: readonly Profile[],
  { seed, number }: { readonly seed: number; readonly number: number }
): CampaignCase {
  const random = randomOf(seedOf(`${seed}/${number}`));
  const place = pick(random, regionsOf(profiles) as [Place]);
  const { profile, region } = place;
  const fault = CAMPAIGN_FAULTS[number % CAMPAIGN_FAULTS.length] as CampaignFault;
  const truth = contentOf(place, `case-${seed}-${number}`, random);
  const source = fault === 'wrong-region' ? otherMemory(profiles, place, random) : truth;
  const act = READ_FAULTS[fault === 'wrong-region' ? 'none' : fault](random, source);
  const knowledge = knowRegion(profile, region.id, profiles);
  const { reads, judgement } = readOn(() => act(source, random), knowledge);
  const touched = reads.some((r) => !equalBytes(r.bytes, truth));
  const { verdict, reconstruction } = judgement;
  return {
    ...{ number, family: profile.id, region: region.id, fault, verdict },
    expected: touched ? fault : 'none',
    named: judgement.cause,
    reads: reads.length,
    needed: readsUntilTwo(reads, truth),
    falseTrust: verdict === 'trusted' && !equalBytes(judgement.reference?.bytes ?? truth, truth),
    wrongRebuilt: reconstruction?.writable === true && !equalBytes(reconstruction.bytes, truth)
  };
}

function readOn(read: () => Uint8Array, knowledge: RegionKnowledge) {
  const reads: TimedRead[] = [];
  for (;;) {
    reads.push({ number: reads.length + 1, bytes: read() });
    const judgement = judgeReads(reads, knowledge);
    if (judgement.verdict !== 'read-again' || reads.length >= MOST_READS)
      return { reads, judgement };
  }
}

/** Reads after which the true content had come twice. */
function readsUntilTwo(reads: readonly TimedRead[], truth: Uint8Array): number | undefined {
  const right = reads.filter((r) => equalBytes(r.bytes, truth));
  return right[1]?.number;
}

/** Whatever another region holds, of this family or of another one. */
function otherMemory(
  profiles: readonly Profile[],
  { profile, region }: Place,
  random: Random
): Uint8Array {
  const others = regionsOf(profiles).filter(
    (other) => other.profile.id !== profile.id || other.region.id !== region.id
  );
  return contentOf(pick(random, others as [Place]), `other-${random()}`, random);
}

/** What one region of an invented unit holds. */
function contentOf({ profile, region }: Place, seed: string, random: Random): Uint8Array {
  const only = <T extends { readonly region: string }>(list: readonly T[]) =>
    list.filter((item) => item.region === region.id);
  const alone: Profile = {
    ...profile,
    regions: [region],
    checksums: only(profile.checksums),
    fields: only(profile.fields),
    secrets: only(profile.secrets),
    identity: profile.identity.filter((f) => f.stored?.region === region.id)
  };
  return makeMemory(alone, seed, inventIdentity(profile, random)).get(region.id) as Uint8Array;
}

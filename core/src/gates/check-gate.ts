import { findGravest, type Judgement } from '../base/verdict.ts';
import type { UnitRole } from '../job/roles.ts';
import type { Writes } from '../operation/writes.ts';
import type { GateFacts, GateRule } from './facts.ts';
import { donorBackupThere, ownBackupThere } from './rules/backup-there.ts';
import { boardUnfed } from './rules/board-unfed.ts';
import { authorityRecorded } from './rules/authority-recorded.ts';
import { connectionSound } from './rules/connection-sound.ts';
import { contentBuilt } from './rules/content-built.ts';
import { diskHolds } from './rules/disk-holds.ts';
import { donorBackedUp } from './rules/donor-backed-up.ts';
import { donorFits } from './rules/donor-fits.ts';
import { familyMatches } from './rules/family-matches.ts';
import { imageBuilt } from './rules/image-built.ts';
import { imageUntried } from './rules/image-untried.ts';
import { isMeant } from './rules/is-meant.ts';
import { isTheDonor } from './rules/is-the-donor.ts';
import { isTheOriginal } from './rules/is-the-original.ts';
import { jobOpen } from './rules/job-open.ts';
import { linkSingle } from './rules/link-single.ts';
import { notTheOriginal, notTheOriginalRestored } from './rules/not-the-original.ts';
import { originalsTrusted } from './rules/originals-trusted.ts';
import { personMayRead } from './rules/person-may-read.ts';
import { personMayWrite } from './rules/person-may-write.ts';
import { programmerThere } from './rules/programmer-there.ts';
import { recipeHolds } from './rules/recipe-holds.ts';
import { rulesHold } from './rules/rules-hold.ts';
import { stationFree } from './rules/station-free.ts';
import { supplyCarries } from './rules/supply-carries.ts';
import { targetIsDonor, targetIsItself } from './rules/target.ts';
import { unitIdentified } from './rules/unit-identified.ts';
import { vehicleHolds } from './rules/vehicle-holds.ts';
import { vehiclePlaced } from './rules/vehicle-placed.ts';
import { vehicleToIdentify, vehicleToRead, vehicleToWrite } from './rules/vehicle-ready.ts';
import { writeCarried } from './rules/write-carried.ts';
import { accessDriven } from './rules/access-driven.ts';

export type GateKind =
  | 'identify'
  | 'read-original'
  | 'read-donor'
  | 'read-other'
  | 'write'
  | 'write-back'
  | 'restore'
  | 'restore-own';

/** The gate of reading a unit, by what it is in the job. */
export const READ_GATES: Readonly<Record<UnitRole, GateKind>> = {
  original: 'read-original',
  donor: 'read-donor',
  new: 'read-other',
  partner: 'read-other'
};

/** The gate of writing a unit: its own content back, or what was built. */
export function writeGate(role: UnitRole, writes: Writes): GateKind {
  if (writes === 'backup') return role === 'donor' ? 'restore' : 'restore-own';
  return role === 'donor' ? 'write' : 'write-back';
}

/** A gate: every rule's line, and whether it is open. */
export interface Gate {
  readonly open: boolean;
  readonly lines: readonly Judgement[];
  /** The first line that holds the gate. */
  readonly holding: Judgement | undefined;
}

/** The way to the unit, what feeds it, and the station. */
const DEVICES: readonly GateRule[] = [
  accessDriven,
  vehiclePlaced,
  programmerThere,
  connectionSound,
  supplyCarries,
  boardUnfed,
  stationFree
];

const BENCH: readonly GateRule[] = [jobOpen, ...DEVICES];

/** What every read rests on, whoever's memory it is. */
const READ: readonly GateRule[] = [
  ...BENCH,
  vehicleToRead,
  linkSingle,
  diskHolds,
  unitIdentified,
  familyMatches
];

/** What every write rests on, whatever is written. */
const WRITE_BENCH: readonly GateRule[] = [
  ...DEVICES,
  writeCarried,
  vehicleToWrite,
  vehicleHolds,
  linkSingle
];

/** In the order in which a hand clears them: supply, then what lies on the clamp. */
const RULES: Record<GateKind, readonly GateRule[]> = {
  identify: [personMayRead, ...BENCH, vehicleToIdentify],
  'read-original': [personMayRead, authorityRecorded, ...READ, isTheOriginal],
  'read-donor': [personMayRead, ...READ, isTheDonor],
  // a new unit, or a partner of another family
  'read-other': [personMayRead, authorityRecorded, ...READ, isMeant],
  write: [
    personMayWrite,
    jobOpen,
    targetIsDonor,
    authorityRecorded,
    originalsTrusted,
    recipeHolds,
    imageBuilt,
    imageUntried,
    rulesHold,
    donorBackedUp,
    ...WRITE_BENCH,
    notTheOriginal,
    isTheDonor,
    donorFits,
    familyMatches
  ],
  // the unit itself: its own trusted reads are the way back, and it is proven to be this unit
  'write-back': [
    personMayWrite,
    jobOpen,
    targetIsItself,
    authorityRecorded,
    originalsTrusted,
    contentBuilt,
    imageUntried,
    rulesHold,
    ...WRITE_BENCH,
    isTheOriginal,
    familyMatches
  ],
  // a unit gets its own content back: nothing of anybody else is written
  restore: [
    personMayWrite,
    jobOpen,
    targetIsDonor,
    donorBackupThere,
    ...WRITE_BENCH,
    notTheOriginalRestored,
    isTheDonor,
    familyMatches
  ],
  'restore-own': [
    personMayWrite,
    jobOpen,
    targetIsItself,
    ownBackupThere,
    ...WRITE_BENCH,
    isTheOriginal,
    familyMatches
  ]
};

/** Several rules may rest on one cause, a chip id that was not read: it is named once, where it comes first. */
function nameOnce(lines: readonly Judgement[]): Judgement[] {
  const named = new Set<string>();
  return lines.filter(({ code, params }) => {
    const cause = `${code} ${JSON.stringify(params)}`;
    const known = named.has(cause);
    named.add(cause);
    return !known;
  });
}

/**
 * Checks every rule of a gate against the facts. Any Stop holds it; a Look does not.
 * Example: `checkGate('write', facts).holding?.code` is `gate.original.connected` with the original on the clamp.
 */
export function checkGate(kind: GateKind, facts: GateFacts): Gate {
  const lines = nameOnce(RULES[kind].flatMap((rule) => rule(facts) ?? []));
  const gravest = findGravest(lines);
  const held = gravest?.verdict === 'stop';
  return { open: !held, lines, holding: held ? gravest : undefined };
}

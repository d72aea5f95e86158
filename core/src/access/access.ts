import { ok, type Result } from '../base/result.ts';
import type { Range } from '../image/range.ts';
import {
  findAccessOfKey,
  getRegion,
  keyOfAccess,
  rangeOf,
  type CanAccess,
  type ChipAccess,
  type Profile,
  type SocketAccess,
  type SupplyNeed,
  type AccessSpec
} from '../profile/profile.ts';
import type { ChipTarget } from './chip/chip-memory.ts';
import type { UdsTarget } from './uds/uds-memory.ts';
import { findVehiclePlace, type KnownVehicle, type VehiclePlace } from './vehicle/vehicle-place.ts';

/** Way of the profile that an access goes, with its place in the list. */
interface Chosen {
  readonly key: string;
  readonly spec: AccessSpec;
}

/** A unit on the bench or in boot mode, over the interface box, fed by the bench supply. */
export interface CanUdsAccess extends Chosen {
  readonly carrier: 'can-uds';
  readonly can: CanAccess;
  readonly supply: SupplyNeed;
}

/** A unit in its vehicle, through the diagnostic socket: over Ethernet, or the vehicle's own pair. The vehicle feeds it. */
export interface VehicleUdsAccess extends Chosen {
  readonly carrier: 'vehicle-uds';
  readonly socket: SocketAccess;
}

/** A memory chip on a chip programmer: clip, socket or pads. The board is not fed. */
export interface ChipPortAccess extends Chosen {
  readonly carrier: 'chip';
  readonly chip: ChipAccess;
  readonly regionId: string;
}

/** Done elsewhere: the bytes come as files. The way is undefined where the family is bought new or nobody chose any. */
export interface FileAccess {
  readonly carrier: 'file';
  readonly key: string | undefined;
  readonly spec: AccessSpec | undefined;
}

/** How the memory of a unit is reached: decided once, from what was chosen and what the family allows. */
export type Access = CanUdsAccess | VehicleUdsAccess | ChipPortAccess | FileAccess;

/** An access over which this bench itself can work. */
export type DrivenAccess = Exclude<Access, FileAccess>;

/** What the thread of a station is given to open a memory. Plain data. */
export type MemoryTarget =
  | ({ readonly carrier: 'can-uds'; readonly can: CanAccess } & UdsTarget)
  | ({ readonly carrier: 'vehicle-uds'; readonly place: VehiclePlace } & UdsTarget)
  | ({ readonly carrier: 'chip' } & ChipTarget);

/** The access that one entry of the profile is. */
function accessOf(profile: Profile, spec: AccessSpec): Access {
  const key = keyOfAccess(spec, profile.accesses.indexOf(spec));
  const { can, socket, chip, supply, known } = spec;
  if (known === 'fails') return { carrier: 'file', key, spec };
  if (can && supply) return { carrier: 'can-uds', key, spec, can, supply };
  if (socket) return { carrier: 'vehicle-uds', key, spec, socket };
  const [regionId] = spec.reads;
  if (chip && regionId) return { carrier: 'chip', key, spec, chip, regionId };
  return { carrier: 'file', key, spec };
}

/** Is the work done by the bench itself? */
export function isDriven(access: Access): access is DrivenAccess {
  return access.carrier !== 'file';
}

/**
 * The access of a job: the access that was chosen for it, whatever can be driven of it; without a choice the first known one
 * that the bench can drive, else the family's first. Total.
 * Example: with nothing chosen HV-EC4 goes by boot over CAN; with the clip chosen MD-IM3 goes by the chip port.
 */
export function resolveAccess(profile: Profile, chosen: string | undefined): Access {
  const spec = findAccessOfKey(profile, chosen);
  if (spec) return accessOf(profile, spec);
  // bought new or sent away; a key that the profile does not have any more is no choice
  if (chosen === 'new-unit' || chosen === 'send-away')
    return { carrier: 'file', key: chosen, spec: undefined };
  const known = profile.accesses.filter((w) => w.known === 'works');
  const driven = known.map((w) => accessOf(profile, w)).find(isDriven);
  const first = profile.accesses[0];
  return (
    driven ??
    (first ? accessOf(profile, first) : { carrier: 'file', key: undefined, spec: undefined })
  );
}

/** Can this region be read, or written, over the access? */
export function reaches(
  access: Access,
  regionId: string,
  act: 'reads' | 'writes' = 'reads'
): boolean {
  return isDriven(access) && access.spec[act].includes(regionId);
}

/** Can what is written over it be proven: read back, or by what the unit computes itself? */
export const proves = (access: Access, regionId: string): boolean =>
  reaches(access, regionId) ||
  (tellsIndividual(access) &&
    reaches(access, regionId, 'writes') &&
    access.spec?.proves !== undefined);

/**
 * The access to one region: that of the job where it reaches, else the first known one that the bench can drive to it; a
 * clip reaches the EEPROM only. Undefined where only a file can bring it.
 */
export function accessToRegion(
  profile: Profile,
  access: Access,
  regionId: string
): DrivenAccess | undefined {
  if (isDriven(access) && reaches(access, regionId)) return access;
  return profile.accesses
    .filter((w) => w.known === 'works')
    .map((w) => accessOf(profile, w))
    .filter(isDriven)
    .find((a) => reaches(a, regionId));
}

/** Does a unit tell over this access which individual it is? A memory chip has no id of its own. */
export function tellsIndividual({ carrier }: Pick<Access, 'carrier'>): boolean {
  return carrier === 'can-uds' || carrier === 'vehicle-uds';
}

/** The unit is wired at its connector while it stays installed: bench or vehicle may feed it. */
export function asksWhoFeeds(access: Access | undefined): boolean {
  return access?.carrier === 'can-uds' && access.spec.staysInstalled;
}

/**
 * What the driver of an access has to know; a unit in its vehicle is found by the vehicle's layout.
 * Errors: those of {@link findVehiclePlace}.
 */
export function targetOf(
  profile: Profile,
  access: DrivenAccess,
  vehicle: KnownVehicle
): Result<MemoryTarget> {
  if (access.carrier === 'chip') return ok(chipTargetOf(profile, access));
  const identity = profile.identity.flatMap(({ id, did }) =>
    did === undefined ? [] : [{ id, did }]
  );
  if (access.carrier === 'can-uds') {
    const { can } = access;
    return ok({ carrier: 'can-uds', can, security: can, identity });
  }
  const { socket } = access;
  const place = findVehiclePlace(socket, vehicle);
  return place.ok
    ? ok({ carrier: 'vehicle-uds', place: place.value, security: socket, identity })
    : place;
}

function chipTargetOf(
  profile: Profile,
  access: ChipPortAccess
): { readonly carrier: 'chip' } & ChipTarget {
  const region = getRegion(profile, access.regionId);
  const { addressBytes, pageBytes, clockHz, identification } = access.chip;
  const range: Range = rangeOf(region);
  return {
    carrier: 'chip',
    kind: {
      lengthBytes: region.lengthBytes,
      ...{ addressBytes, pageBytes, clockHz },
      eraseBytes: region.eraseBlockBytes
    },
    base: range.start,
    slowed: clockHz < (access.spec.chip?.clockHz ?? 0),
    identification
  };
}

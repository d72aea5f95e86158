import type { LabelRule } from '../label/recognise.ts';
import type { ChecksumRule } from '../checksum/rule.ts';
import type { Range } from '../image/range.ts';
import type { ExpectedFault } from '../faults/fault.ts';

export interface Region {
  readonly id: string;
  readonly name: string;
  /** Address in the module; the region is [address, address + lengthBytes). */
  readonly address: number;
  readonly lengthBytes: number;
  readonly eraseBlockBytes: number | undefined;
  readonly readBytesPerSecond: number;
  readonly writeBytesPerSecond: number;
}

export interface IdentityField {
  readonly id: string;
  readonly name: string;
  readonly lengthBytes: number;
  readonly did: number | undefined;
  readonly stored: { readonly region: string; readonly offsets: readonly number[] } | undefined;
  readonly match: 'equal' | 'ignore';
}

export interface SupplyNeed {
  readonly voltageMinMv: number;
  readonly voltageMaxMv: number;
  readonly limitMinMa: number;
  readonly limitMaxMa: number;
}

export type DrawState = 'idle' | 'boot' | 'reading' | 'writing';

export interface DrawBand {
  readonly state: DrawState;
  readonly minMa: number;
  readonly maxMa: number;
}

export interface CanAccess {
  readonly bitrateBps: number;
  readonly requestId: number;
  readonly responseId: number;
  readonly securityLevel: number;
  readonly keyConstant: number;
  readonly chipIdDid: number;
  readonly familyDid: number;
}

export interface Way {
  readonly kind: 'boot' | 'bench' | 'obd' | 'clip' | 'lifted' | 'pads';
  readonly name: string;
  readonly steps: readonly string[];
  readonly holdPad: string | undefined;
  readonly supply: SupplyNeed | undefined;
  readonly draw: readonly DrawBand[];
  readonly can: CanAccess | undefined;
}

export type School = 'whole-image' | 'merge' | 'memory-chip' | 'supplied-file' | 'none';

/** A module family as the application works with it: addresses are numbers, every reference is checked. */
export interface Profile {
  readonly id: string;
  readonly version: number;
  readonly make: string;
  readonly kind: string;
  readonly title: string;
  readonly notes: readonly string[];
  readonly chipMarkings: readonly string[];
  readonly labels: readonly LabelRule[];
  readonly regions: readonly Region[];
  readonly writeOrder: readonly string[];
  readonly school: School;
  readonly identity: readonly IdentityField[];
  readonly checksums: readonly ChecksumRule[];
  readonly ways: readonly Way[];
  readonly securityData: boolean;
  readonly expectedBenchFaults: readonly ExpectedFault[];
}

/** The region called `id`. Throws RangeError when the profile has none. */
export function getRegion(profile: Profile, id: string): Region {
  const region = profile.regions.find((r) => r.id === id);
  if (!region) throw new RangeError(`"id" expected a region of ${profile.id}, got ${id}`);
  return region;
}

/** The way in that the bench drivers can work by themselves: over CAN with a supply. */
export function findDrivenWay(
  profile: Profile
): (Way & { can: CanAccess; supply: SupplyNeed }) | undefined {
  for (const way of profile.ways) {
    if (way.can && way.supply) return { ...way, can: way.can, supply: way.supply };
  }
  return undefined;
}

/** Addresses of a region as a half-open range. */
export function rangeOf(region: Region): Range {
  return { start: region.address, end: region.address + region.lengthBytes };
}

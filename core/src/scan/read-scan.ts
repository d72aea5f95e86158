import { judge, type Judgement } from '../base/verdict.ts';
import { findLostPartner, isBusCode, isSupplyCode } from '../faults/code-texts.ts';
import { describeFailureType } from '../faults/failure-types.ts';
import type { Fault } from '../faults/fault.ts';
import { classifyStanding } from '../faults/status.ts';
import type { Scan, ScannedUnit, UnitKind } from './scan.ts';

export interface GroupMember {
  readonly unitId: string;
  readonly fault: Fault;
}

/** Faults that mean the same thing, with the sentence that says what. */
export interface ScanGroup {
  readonly id:
    | 'supply'
    | 'network'
    | 'silent'
    | 'lost'
    | 'immobiliser'
    | 'suspect-internal'
    | 'suspect-circuit'
    | 'suspect-other'
    | 'elsewhere'
    | 'old';
  readonly judgement: Judgement;
  readonly members: readonly GroupMember[];
}

export interface ScanReading {
  readonly groups: readonly ScanGroup[];
  /** Groups that have to be solved before any unit is blamed. */
  readonly first: readonly ScanGroup[];
  readonly suspectState: ScannedUnit['state'] | undefined;
}

/** Below this a resting battery makes units store faults that are none. Units: mV. Source: common practice. */
export const LOW_BATTERY_MV = 11_800;

/**
 * Puts every fault of a scan into one group, first fit: old ones, supply, the bus itself, faults that follow from a
 * silent partner, immobiliser, then what names the suspect unit, then the rest. Example: four partners that have lost a
 * silent engine unit are one group `lost`, not four faults.
 */
export function readScan(scan: Scan, suspect: UnitKind | undefined): ScanReading {
  const sorter = new Sorter(scan, suspect);
  for (const unit of scan.units) for (const fault of unit.faults) sorter.put(unit, fault);
  const groups = sorter.groups();
  return {
    groups,
    first: groups.filter((g) => g.judgement.verdict === 'stop' && isFirst(g.id)),
    suspectState: scan.units.find((u) => u.kind === suspect)?.state
  };
}

const isFirst = (id: ScanGroup['id']) => id === 'supply' || id === 'network';

type Key = ScanGroup['id'] | `lost:${string}`;

class Sorter {
  readonly #scan: Scan;
  readonly #suspect: UnitKind | undefined;
  readonly #by = new Map<Key, GroupMember[]>();

  constructor(scan: Scan, suspect: UnitKind | undefined) {
    this.#scan = scan;
    this.#suspect = suspect;
  }

  put(unit: ScannedUnit, fault: Fault): void {
    const key = this.#keyOf(unit, fault);
    const members = this.#by.get(key) ?? [];
    members.push({ unitId: unit.id, fault });
    this.#by.set(key, members);
  }

  #keyOf(unit: ScannedUnit, fault: Fault): Key {
    if (classifyStanding(fault) === 'old') return 'old';
    if (isSupplyCode(fault.code) || (fault.failureType === 0x16 && this.#batteryLow))
      return 'supply';
    if (isBusCode(fault.code)) return 'network';
    const partner = findLostPartner(fault.code);
    if (partner) return `lost:${partner}`;
    if (isImmobiliserCode(fault.code)) return 'immobiliser';
    if (unit.kind !== this.#suspect) return 'elsewhere';
    if (isInternal(fault)) return 'suspect-internal';
    return isCircuit(fault) ? 'suspect-circuit' : 'suspect-other';
  }

  get #batteryLow(): boolean {
    return this.#scan.batteryMv !== undefined && this.#scan.batteryMv < LOW_BATTERY_MV;
  }

  groups(): ScanGroup[] {
    const groups: ScanGroup[] = [];
    const add = (id: ScanGroup['id'], judgement: Judgement, members: readonly GroupMember[]) =>
      groups.push({ id, judgement, members });
    this.#addSupply(add);
    this.#addNetwork(add);
    this.#addLost(add);
    for (const id of [
      'immobiliser',
      'suspect-internal',
      'suspect-circuit',
      'suspect-other',
      'elsewhere',
      'old'
    ] as const) {
      const members = this.#by.get(id);
      if (members) add(id, this.#judgementOf(id, members), members);
    }
    return groups;
  }

  #addSupply(add: Add): void {
    const members = this.#by.get('supply') ?? [];
    const units = countUnits(members);
    if (this.#batteryLow) {
      const batteryMv = this.#scan.batteryMv as number;
      add('supply', judge('stop', 'scan.supply.low', { batteryMv, units }), members);
    } else if (units >= 2) add('supply', judge('stop', 'scan.supply.codes', { units }), members);
    else if (units === 1) add('supply', judge('look', 'scan.supply.one', {}), members);
  }

  #addNetwork(add: Add): void {
    const members = this.#by.get('network') ?? [];
    const silent = this.#scan.units.filter((u) => u.state === 'silent' && !u.optional);
    const present = members.filter((m) => classifyStanding(m.fault) === 'present');
    if (present.length > 0 || silent.length >= 2) {
      add(
        'network',
        judge('stop', 'scan.network.faulty', { silent: silent.length, codes: members.length }),
        members
      );
    } else if (members.length > 0) add('network', judge('look', 'scan.network.stored'), members);
    for (const unit of silent) {
      const suspect = unit.kind === this.#suspect;
      const code = suspect ? 'scan.silent.suspect' : 'scan.silent.other';
      add('silent', judge('look', code, { unit: unit.name }), []);
    }
  }

  #addLost(add: Add): void {
    for (const [key, members] of this.#by) {
      if (!key.startsWith('lost:')) continue;
      const kind = key.slice(5);
      const unit = this.#scan.units.find((u) => u.kind === kind);
      const partners = countUnits(members);
      const name = unit?.name ?? kind;
      const talks = unit?.state === 'talks' || unit?.state === 'badly';
      const code = talks ? 'scan.lost.returned' : 'scan.lost.follows';
      add('lost', judge(talks ? 'look' : 'go', code, { unit: name, partners }), members);
    }
  }

  #judgementOf(id: ScanGroup['id'], members: readonly GroupMember[]): Judgement {
    const count = members.length;
    const unit = this.#scan.units.find((u) => u.kind === this.#suspect)?.name ?? '';
    switch (id) {
      case 'immobiliser':
        return judge('look', 'scan.immobiliser.mismatch', { count });
      case 'suspect-internal':
        return judge('look', 'scan.suspect.internal', { count, unit });
      case 'suspect-circuit':
        return judge('look', 'scan.suspect.circuit', { count, unit });
      case 'suspect-other':
        return judge('look', 'scan.suspect.other', { count, unit });
      case 'elsewhere':
        return judge('look', 'scan.codes.elsewhere', { count, units: countUnits(members) });
      default:
        return judge('go', 'scan.codes.old', { count });
    }
  }
}

type Add = (id: ScanGroup['id'], judgement: Judgement, members: readonly GroupMember[]) => unknown;

function countUnits(members: readonly GroupMember[]): number {
  return new Set(members.map((m) => m.unitId)).size;
}

/** The unit accuses itself: memory, processor, checksum. Source: SAE J2012 P0601 to P060F and P062F, from memory. */
export function isInternal(fault: Pick<Fault, 'code' | 'failureType'>): boolean {
  if (/^P060[1-9A-F]$|^P062F$/.test(fault.code)) return true;
  return (
    fault.failureType !== undefined && describeFailureType(fault.failureType).kind === 'internal'
  );
}

/** The fault names a circuit: by its failure type, or by the number range of circuits where there is no type. */
export function isCircuit(fault: Pick<Fault, 'code' | 'failureType'>): boolean {
  if (fault.failureType !== undefined && fault.failureType !== 0) {
    const { kind } = describeFailureType(fault.failureType);
    return kind === 'electrical' || kind === 'signal';
  }
  return /^P0(1[0-9]|2[0-6]|3[3-9]|4[0-9]|7[0-9])/.test(fault.code);
}

function isImmobiliserCode(code: string): boolean {
  return /^(P0513|P063[03]|P1610|U0426|U0167)$/.test(code);
}

import { judge, type Judgement } from '../base/verdict.ts';
import {
  findInvalidPartner,
  findLampRequest,
  findLostPartner,
  isBusCode,
  isSupplyCode
} from '../faults/code-texts.ts';
import type { Fault } from '../faults/fault.ts';
import { classifyStanding } from '../faults/status.ts';
import { isActuator, isCircuit, isImmobiliserCode, isInternal } from './classify-fault.ts';
import { answers, type Scan, type ScannedUnit, type UnitKind } from './scan.ts';

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
    | 'unread'
    | 'accused'
    | 'immobiliser'
    | 'suspect-internal'
    | 'suspect-actuator'
    | 'suspect-circuit'
    | 'suspect-other'
    | 'elsewhere-internal'
    | 'elsewhere'
    | 'old';
  readonly judgement: Judgement;
  readonly members: readonly GroupMember[];
}

/** What others say against a unit. */
export interface Accusation {
  /** Kind of the unit that is accused. */
  readonly kind: UnitKind;
  readonly because: 'invalid-data' | 'lamp' | 'internal' | 'lost-and-silent';
  /** Units that say so. */
  readonly by: number;
  /** One of their codes is present or confirmed; a silence is what it is. */
  readonly confirmed: boolean;
}

export interface ScanReading {
  readonly groups: readonly ScanGroup[];
  /** Groups that have to be solved before any unit is blamed. */
  readonly first: readonly ScanGroup[];
  readonly suspectState: ScannedUnit['state'] | undefined;
  /** The suspect answered and its fault memory was read. */
  readonly suspectRead: boolean;
  readonly batteryMv: number | undefined;
  /**
   * `several`: the bus itself fails in more than one unit, or everybody has lost everybody: one resistance with the power
   * off does not outweigh it. `one`: something that a measurement may clear. `none`: nobody accuses it.
   */
  readonly network: 'none' | 'one' | 'several';
  readonly accusations: readonly Accusation[];
}

/** Below this a resting battery makes units store faults that are none. Units: mV. Source: common practice. */
export const LOW_BATTERY_MV = 11_800;
/** Above this the charging itself is at fault. Units: mV. Source: common practice for 12 V systems. */
export const HIGH_BATTERY_MV = 15_500;

/**
 * Puts every fault of a scan into one group, first fit: old ones, supply, the bus itself, faults that follow from a
 * silent partner, what accuses another unit, immobiliser, then what names the suspect unit, then the rest. A fault memory
 * that could not be read is told. Example: four partners that have lost a silent engine unit are one group `lost`.
 */
export function readScan(scan: Scan, suspect: UnitKind | undefined): ScanReading {
  const sorter = new Sorter(scan, suspect);
  for (const unit of scan.units) for (const fault of unit.faults) sorter.put(unit, fault);
  const groups = sorter.groups();
  const own = unitsOfKind(scan, suspect);
  return {
    groups,
    first: groups.filter((g) => g.judgement.verdict === 'stop' && isFirst(g.id)),
    suspectState: stateOfAll(own),
    suspectRead: own.length > 0 && own.every((u) => answers(u) && u.faultMemory === 'read'),
    batteryMv: scan.batteryMv,
    network: sorter.network,
    accusations: sorter.accusations()
  };
}

/** Fitted units of one kind; what may not be fitted counts only where nothing else is there. */
function unitsOfKind(scan: Scan, kind: UnitKind | undefined): readonly ScannedUnit[] {
  const all = scan.units.filter((u) => u.kind === kind && u.state !== 'absent');
  const sure = all.filter((u) => !(u.optional && u.state === 'silent'));
  return sure.length > 0 ? sure : all;
}

/** State of the one that is meant. Where a vehicle has two of a kind the worse one speaks; one of two that is silent is no answer. */
function stateOfAll(units: readonly ScannedUnit[]): ScannedUnit['state'] | undefined {
  const states = new Set(units.map((u) => u.state));
  if (states.has('silent') && states.size > 1) return 'unasked';
  return (['unasked', 'silent', 'badly', 'talks'] as const).find((s) => states.has(s));
}

const isFirst = (id: ScanGroup['id']) => id === 'supply' || id === 'network';

type Key = Exclude<ScanGroup['id'], 'lost' | 'accused'> | `lost:${string}` | `accused:${string}`;

/** Partners that must each be lost by others, while they talk, before the bus is at fault rather than a unit. */
const EVERYBODY = 2;

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
    if (isSupplyCode(fault.code) || (fault.failureType === 0x16 && this.#batteryBad))
      return 'supply';
    if (isBusCode(fault.code) || fault.failureType === 0x88) return 'network';
    const partner = findLostPartner(fault.code);
    if (partner) return `lost:${partner}`;
    if (isImmobiliserCode(fault.code)) return 'immobiliser';
    const accused = findInvalidPartner(fault.code) ?? this.#lampOf(unit, fault);
    if (accused) return `accused:${accused}`;
    if (unit.kind !== this.#suspect) return isInternal(fault) ? 'elsewhere-internal' : 'elsewhere';
    if (isInternal(fault)) return 'suspect-internal';
    if (isActuator(fault)) return 'suspect-actuator';
    return isCircuit(fault) ? 'suspect-circuit' : 'suspect-other';
  }

  /** A unit that asks for the lamp of another says nothing of itself. */
  #lampOf(unit: ScannedUnit, fault: Fault): string | undefined {
    const kind = findLampRequest(fault.code);
    return kind === unit.kind ? undefined : kind;
  }

  get #batteryBad(): boolean {
    const mv = this.#scan.batteryMv;
    return mv !== undefined && (mv < LOW_BATTERY_MV || mv > HIGH_BATTERY_MV);
  }

  /** Units that are there and say nothing. */
  get #silent(): ScannedUnit[] {
    return this.#scan.units.filter((u) => u.state === 'silent' && !u.optional);
  }

  /** Kinds that others have lost although they answer this scan. */
  get #lostThoughTalking(): string[] {
    return [...this.#by.keys()]
      .filter((key) => key.startsWith('lost:'))
      .map((key) => key.slice(5))
      .filter((kind) => this.#scan.units.some((u) => u.kind === kind && answers(u)));
  }

  get #everybodyLost(): boolean {
    const losers = new Set(
      [...this.#by]
        .filter(([key]) => key.startsWith('lost:'))
        .flatMap(([, m]) => m.map((x) => x.unitId))
    );
    return this.#lostThoughTalking.length >= EVERYBODY && losers.size >= EVERYBODY;
  }

  get network(): ScanReading['network'] {
    const present = (this.#by.get('network') ?? []).filter(
      (m) => classifyStanding(m.fault) === 'present'
    );
    if (countUnits(present) >= 2 || this.#everybodyLost) return 'several';
    const some = (this.#by.get('network')?.length ?? 0) > 0 || this.#silent.length >= 2;
    return some ? 'one' : 'none';
  }

  accusations(): Accusation[] {
    const list: Accusation[] = [];
    for (const [key, members] of this.#by) {
      if (!key.startsWith('accused:')) continue;
      const lamp = members.every((m) => findLampRequest(m.fault.code) !== undefined);
      list.push({
        kind: key.slice(8) as UnitKind,
        because: lamp ? 'lamp' : 'invalid-data',
        by: countUnits(members),
        confirmed: members.some(isConfirmed)
      });
    }
    for (const unit of this.#silent) {
      const by = countUnits(this.#by.get(`lost:${unit.kind}`) ?? []);
      if (by > 0) list.push({ kind: unit.kind, because: 'lost-and-silent', by, confirmed: true });
    }
    const internal = this.#by.get('elsewhere-internal') ?? [];
    for (const id of new Set(internal.map((m) => m.unitId))) {
      const kind = this.#scan.units.find((u) => u.id === id)?.kind;
      const confirmed = internal.some((m) => m.unitId === id && isConfirmed(m));
      if (kind) list.push({ kind, because: 'internal', by: 1, confirmed });
    }
    return list;
  }

  groups(): ScanGroup[] {
    const groups: ScanGroup[] = [];
    const add = (id: ScanGroup['id'], judgement: Judgement, members: readonly GroupMember[]) =>
      groups.push({ id, judgement, members });
    this.#addSupply(add);
    this.#addNetwork(add);
    this.#addLost(add);
    this.#addUnread(add);
    this.#addAccused(add);
    for (const id of [
      'immobiliser',
      'suspect-internal',
      'suspect-actuator',
      'suspect-circuit',
      'suspect-other',
      'elsewhere-internal',
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
    if (this.#batteryBad) {
      const batteryMv = this.#scan.batteryMv as number;
      const code = batteryMv < LOW_BATTERY_MV ? 'scan.supply.low' : 'scan.supply.high';
      add('supply', judge('stop', code, { batteryMv, units }), members);
    } else if (units >= 2) add('supply', judge('stop', 'scan.supply.codes', { units }), members);
    else if (units === 1) add('supply', judge('look', 'scan.supply.one', {}), members);
  }

  #addNetwork(add: Add): void {
    const members = this.#by.get('network') ?? [];
    const silent = this.#silent;
    const present = members.filter((m) => classifyStanding(m.fault) === 'present');
    if (this.#everybodyLost) {
      add(
        'network',
        judge('stop', 'scan.network.everybody', { units: this.#lostThoughTalking.length }),
        members
      );
    } else if (present.length > 0 || silent.length >= 2) {
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
      const talks = unit !== undefined && answers(unit);
      const code = talks ? 'scan.lost.returned' : 'scan.lost.follows';
      add('lost', judge(talks ? 'look' : 'go', code, { unit: name, partners }), members);
    }
  }

  /** A unit that answers and does not give its faults: unknown, not sound. */
  #addUnread(add: Add): void {
    const unread = this.#scan.units.filter((u) => answers(u) && u.faultMemory !== 'read');
    const own = unread.find((u) => u.kind === this.#suspect);
    if (own) add('unread', judge('look', 'scan.unread.suspect', { unit: own.name }), []);
    const others = unread.filter((u) => u !== own);
    if (others.length > 0)
      add('unread', judge('look', 'scan.unread.others', { count: others.length }), []);
  }

  #addAccused(add: Add): void {
    for (const [key, members] of this.#by) {
      if (!key.startsWith('accused:')) continue;
      const kind = key.slice(8);
      const unit = this.#scan.units.find((u) => u.kind === kind)?.name ?? kind;
      add(
        'accused',
        judge('look', 'scan.accused.unit', { unit, by: countUnits(members) }),
        members
      );
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
      case 'suspect-actuator':
        return judge('look', 'scan.suspect.actuator', { count, unit });
      case 'suspect-circuit':
        return judge('look', 'scan.suspect.circuit', { count, unit });
      case 'suspect-other':
        return judge('look', 'scan.suspect.other', { count, unit });
      case 'elsewhere-internal':
        return judge('look', 'scan.codes.internal', { count, units: countUnits(members) });
      case 'elsewhere':
        return judge('look', 'scan.codes.elsewhere', { count, units: countUnits(members) });
      default:
        return judge('go', 'scan.codes.old', { count });
    }
  }
}

type Add = (id: ScanGroup['id'], judgement: Judgement, members: readonly GroupMember[]) => unknown;

/** Present or confirmed: what is only pending, or whose status nobody told, has not proven itself. */
export function isConfirmed({ fault }: GroupMember): boolean {
  if (fault.status === undefined && fault.list === undefined) return false;
  const standing = classifyStanding(fault);
  return standing === 'present' || standing === 'stored';
}

function countUnits(members: readonly GroupMember[]): number {
  return new Set(members.map((m) => m.unitId)).size;
}

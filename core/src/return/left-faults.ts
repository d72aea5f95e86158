import { formatFault, type Fault } from '../faults/fault.ts';
import { isImmobiliserCode, isInternal } from '../scan/classify-fault.ts';
import { answers, type ScannedUnit, type UnitKind } from '../scan/scan.ts';

/** Something that a scan after the work leaves to be explained. */
export interface LeftFault {
  /** Place and what it is; the same in every scan. */
  readonly key: string;
  readonly unitId: string;
  readonly unitName: string;
  /** Undefined: the unit did not answer, or its fault memory could not be read. */
  readonly fault: Fault | undefined;
  readonly gap: 'silent' | 'unread' | undefined;
  /** It was there before the work. */
  readonly before: boolean;
  /** What it says of the content that was written: it is not whole, it is another vehicle’s, the partners do not know it. */
  readonly pointsAt: 'memory' | 'vin' | 'security' | undefined;
}

/**
 * Everything that is not free of faults: each fault, each unit that should be there and says nothing, each whose fault memory nobody could read. What points at the content leads
 * back to the write: memory and VIN of the unit itself, security of any. `worked`: kind of the unit that was worked on. Source of the codes: SAE J2012, from memory.
 */
export function listLeft(
  after: readonly ScannedUnit[],
  before: readonly ScannedUnit[],
  worked: UnitKind | undefined
): LeftFault[] {
  const known = new Set(before.flatMap((u) => keysOf(u)));
  return after.flatMap((u): LeftFault[] => {
    const at = { unitId: u.id, unitName: u.name };
    const one = (key: string, fault: Fault | undefined, gap: LeftFault['gap']): LeftFault => ({
      ...{ key, ...at, fault, gap, before: known.has(key) },
      pointsAt: fault && pointsAt(fault, worked !== undefined && u.kind === worked)
    });
    const gap = gapOf(u);
    return [
      ...u.faults.map((f) => one(keyOf(u.id, formatFault(f)), f, undefined)),
      ...(gap ? [one(keyOf(u.id, gap), undefined, gap)] : [])
    ];
  });
}

const keyOf = (unitId: string, what: string) => `${unitId} ${what}`;

function keysOf(u: ScannedUnit): string[] {
  const gap = gapOf(u);
  return [...u.faults.map((f) => formatFault(f)), ...(gap ? [gap] : [])].map((w) => keyOf(u.id, w));
}

function gapOf(u: ScannedUnit): LeftFault['gap'] {
  if (answers(u)) return u.faultMemory === 'read' ? undefined : 'unread';
  // an unasked one is silent as far as anybody knows
  return u.state === 'absent' || u.optional ? undefined : 'silent';
}

/** Its own VIN is not programmed, or not that of the others. Source: SAE J2012 P0630, from memory. */
const OWN_VIN = 'P0630';

function pointsAt(fault: Fault, own: boolean): LeftFault['pointsAt'] {
  // of another unit it says nothing of this one's content
  if (fault.code === OWN_VIN) return own ? 'vin' : undefined;
  if (isImmobiliserCode(fault.code)) return 'security';
  return own && isInternal(fault) ? 'memory' : undefined;
}

/** What is left and nobody signed for. */
export function unsigned(left: readonly LeftFault[], signed: ReadonlySet<string>): LeftFault[] {
  return left.filter((f) => !signed.has(f.key));
}

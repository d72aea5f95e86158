import { fail, ok, type Result } from '../base/result.ts';
import type { LayoutDocument } from './layout-schema.ts';
import type { UnitPlace, UnitTeaching } from './scan.ts';

/** Where the units of a make answer. */
export interface VehicleLayout {
  readonly id: string;
  readonly make: string;
  readonly vinPrefixes: readonly string[];
  readonly carrier: 'doip' | 'can';
  readonly bitrateBps: number;
  readonly units: readonly UnitPlace[];
}

/**
 * Turns a document that passed the schema into a layout.
 * Errors: `layout.unit.twice` (an id or an address that is there already), `layout.answer.missing` (a CAN unit without
 * the identifier of its answers), each with the unit.
 */
export function parseLayout(doc: LayoutDocument): Result<VehicleLayout> {
  const units = doc.units.map((u): UnitPlace => ({
    id: u.id,
    name: u.name,
    kind: u.kind,
    address: Number(u.address),
    responseId: u.responseId === undefined ? undefined : Number(u.responseId),
    optional: u.optional ?? false,
    legislated: u.legislated ?? false,
    ...(u.teaching ? { teaching: parseTeaching(u.teaching) } : {})
  }));
  for (const [i, unit] of units.entries()) {
    if (units.some((o, k) => k < i && (o.id === unit.id || o.address === unit.address)))
      return fail('layout.unit.twice', { unit: unit.id });
    if (doc.carrier === 'can' && unit.responseId === undefined)
      return fail('layout.answer.missing', { unit: unit.id });
  }
  const { id, make, vinPrefixes, carrier } = doc;
  return ok({ id, make, vinPrefixes, carrier, bitrateBps: doc.bitrateBps ?? 500_000, units });
}

type TeachingDocument = NonNullable<LayoutDocument['units'][number]['teaching']>;

/** Every text of it is a number in hex, but for the names of fields, which lie in lists. */
function parseTeaching(doc: TeachingDocument): UnitTeaching {
  const parse = (value: unknown): unknown => {
    if (typeof value === 'string') return Number(value);
    return typeof value === 'object' && value !== null && !Array.isArray(value)
      ? Object.fromEntries(Object.entries(value).map(([key, part]) => [key, parse(part)]))
      : value;
  };
  return parse(doc) as UnitTeaching;
}

/** The layout whose VIN beginning fits longest; undefined for a make that is not known. */
export function findLayout(
  layouts: readonly VehicleLayout[],
  vin: string
): VehicleLayout | undefined {
  const longest = (l: VehicleLayout) =>
    Math.max(0, ...l.vinPrefixes.filter((p) => vin.startsWith(p)).map((p) => p.length));
  const [best] = layouts.toSorted((a, b) => longest(b) - longest(a));
  return best && longest(best) > 0 ? best : undefined;
}

/**
 * Places to try when the make is not known: on CAN the eight pairs of the legislated diagnosis (7E0 to 7E7, answers
 * eight higher; ISO 15765-4, from memory), over DoIP the entity itself and the first 64 logical addresses.
 */
export function genericLayout(carrier: 'doip' | 'can', entityAddress = 0): VehicleLayout {
  const place = (address: number, responseId: number | undefined): UnitPlace => ({
    id: `address-${address.toString(16)}`,
    name: `Unit at 0x${address.toString(16).toUpperCase()}`,
    kind: address === 0x7e0 ? 'engine' : address === 0x7e1 ? 'transmission' : 'other',
    address,
    responseId,
    optional: true,
    legislated: carrier === 'can'
  });
  const units =
    carrier === 'can'
      ? Array.from({ length: 8 }, (_, i) => place(0x7e0 + i, 0x7e8 + i))
      : [entityAddress, ...Array.from({ length: 64 }, (_, i) => i + 1)]
          .filter((a, i, all) => a > 0 && all.indexOf(a) === i)
          .map((a) => place(a, undefined));
  return { id: 'generic', make: 'not known', vinPrefixes: [], carrier, bitrateBps: 500_000, units };
}

import { resistanceOhm } from './conductor.ts';

/** What lies between the supply and the unit. */
export type PathPart = 'interface' | 'lead' | 'contacts';

/** One part of the path, feed and ground together. Units: Ω; undefined where nobody knows. */
export interface PathElement {
  readonly id: PathPart;
  readonly name: string;
  readonly ohm: number | undefined;
}

/** The voltage behind one part. Units: mV. */
export interface PathStep {
  readonly id: 'supply' | PathPart | 'unit';
  readonly name: string;
  readonly dropMv: number;
  readonly atMv: number;
}

export interface PathVoltage {
  readonly steps: readonly PathStep[];
  /** Voltage at the unit. Units: mV. */
  readonly atUnitMv: number;
  /** Parts whose resistance nobody knows: the true voltage is lower than said. */
  readonly unknown: readonly string[];
}

/**
 * Voltage along the path from the supply to the unit at a current, both ways counted. A part of unknown resistance drops
 * nothing here and is named in `unknown`. Example: 13.5 V, 3.6 A, 0.2 Ω in all: 12.78 V at the unit.
 */
export function voltageAlong(
  sourceMv: number,
  currentMa: number,
  path: readonly PathElement[]
): PathVoltage {
  const steps: PathStep[] = [{ id: 'supply', name: '', dropMv: 0, atMv: sourceMv }];
  let atMv = sourceMv;
  for (const { id, name, ohm } of path) {
    const dropMv = ohm === undefined ? 0 : currentMa * ohm;
    atMv -= dropMv;
    steps.push({ id, name, dropMv: Math.round(dropMv), atMv: Math.round(atMv) });
  }
  const atUnitMv = Math.round(atMv);
  steps.push({ id: 'unit', name: '', dropMv: 0, atMv: atUnitMv });
  const unknown = path.filter((p) => p.ohm === undefined).map((p) => p.name);
  return { steps, atUnitMv, unknown };
}

/** What is known of a lead or an adapter. Units: mm, µm², mΩ for one contact. */
export interface LeadSpec {
  readonly name: string;
  readonly lengthMm: number | undefined;
  readonly areaUm2: number | undefined;
  readonly contactMohm: number | undefined;
}

/** Contacts on the way there and back: one at each end of feed and ground. */
const CONTACTS = 4;

/** Resistance of one conductor of a lead, its two contacts left out. Units: Ω. */
export function wireOhm(lead: LeadSpec, temperatureC = 20): number | undefined {
  if (lead.lengthMm === undefined || lead.areaUm2 === undefined) return undefined;
  return resistanceOhm(
    { lengthMm: lead.lengthMm, areaMm2: lead.areaUm2 / 1e6 },
    { temperatureC, stranded: true }
  );
}

/** The parts of the path that a lead is: its copper there and back, and its contacts. */
export function leadPath(lead: LeadSpec, temperatureC = 20): readonly PathElement[] {
  const copper = wireOhm(lead, temperatureC);
  return [
    { id: 'lead', name: lead.name, ohm: copper === undefined ? undefined : copper * 2 },
    {
      id: 'contacts',
      name: lead.name,
      ohm: lead.contactMohm === undefined ? undefined : (lead.contactMohm * CONTACTS) / 1000
    }
  ];
}

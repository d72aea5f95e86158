import type { WireSignal } from '../profile/profile.ts';
import type { LeadSpec } from '../electrical/power-path.ts';

/** One wire of a lead set, as it is numbered or coloured. */
export interface LeadWire {
  readonly signal: WireSignal;
  /** Number or letter on it; empty for none. */
  readonly mark: string;
  readonly colour: string;
}

/** A lead or an adapter of the shop, with what is known of it. */
export interface LeadSet extends LeadSpec {
  readonly id: string;
  /** Families that it is made for; empty is a universal one. */
  readonly families: readonly string[];
  /** Where it is plugged at the box. */
  readonly port: string;
  /** Resistor between its CAN wires; 0 none, undefined nobody knows. Units: Ω. */
  readonly terminatorOhm: number | undefined;
  readonly wires: readonly LeadWire[];
  readonly plugCycles: number;
  /** 0: it is not counted. */
  readonly plugLimit: number;
}

/** What is known of the interface box. */
export interface BoxSpec {
  readonly name: string;
  readonly terminatorOhm: number | undefined;
  /** What it draws from the supply of the unit; 0 where it has its own. Units: mA. */
  readonly drawMa: number | undefined;
}

/** Is a lead at the end of its plugging cycles? */
export function isWorn({ plugCycles, plugLimit }: LeadSet): boolean {
  return plugLimit > 0 && plugCycles >= plugLimit;
}

/**
 * The lead that is proposed: one made for this family before a universal one, one that is not worn before one that is, then the
 * one with most plugs left. Undefined for none.
 */
export function proposeLead(leads: readonly LeadSet[], family: string): LeadSet | undefined {
  const fitting = leads.filter((l) => l.families.length === 0 || l.families.includes(family));
  const rank = (l: LeadSet) => (isWorn(l) ? 2 : 0) + (l.families.length === 0 ? 1 : 0);
  const left = (l: LeadSet) => (l.plugLimit > 0 ? l.plugLimit - l.plugCycles : 0);
  return [...fitting].sort((a, b) => rank(a) - rank(b) || left(b) - left(a))[0];
}

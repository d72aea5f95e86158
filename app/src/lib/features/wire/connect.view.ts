import type { PlannedWire } from '@badger/core/wiring/connection-plan';
import type { ReadingKind } from '@badger/core/wiring/judge-connection';
import { ohms } from '$lib/messages/wiring.ts';
import type { WiringData } from '$lib/wiring-types.ts';

/** What a wire is called beside its place: the end of the lead set that goes there. Example: `lead 7, yellow`. */
export function leadWords({ lead, soldered }: PlannedWire, { plan }: WiringData): string {
  if (soldered) return 'soldered first';
  // what goes to a programmer or into a socket has no lead set
  if (!lead) return plan.lead ? 'not in this lead set' : '';
  const mark = lead.mark === '' ? '' : `lead ${lead.mark}`;
  return [mark, lead.colour].filter((p) => p !== '').join(', ');
}

/** What a meter should show at a wire with the power off. */
export function expectedWords({ expected }: PlannedWire): string {
  if (expected.kind === 'contact') return 'a firm grip';
  if (expected.kind === 'pair')
    return `${Math.round(expected.minOhm)} to ${Math.round(expected.maxOhm)} Ω between H and L`;
  return expected.mohm === undefined
    ? 'under 0.75 Ω from end to end'
    : `about ${ohms(expected.mohm / 1000)} from end to end`;
}

/** The wire whose turn it is: the first of the order that is not on. */
export function currentOf({ plan, connection }: WiringData): PlannedWire | undefined {
  const ticked = connection?.ticked ?? [];
  return plan.wires.find((w) => !ticked.includes(w.key));
}

/** What is measured before power, in the order of measuring. */
export function measuresOf({ plan }: WiringData): readonly {
  kind: ReadingKind;
  name: string;
  right: string;
}[] {
  const pair = plan.termination?.expected;
  const fed = plan.wires.some((w) => w.signal === 'battery' || w.signal === 'ignition');
  return [
    ...(pair
      ? [
          {
            kind: 'pair' as const,
            name: 'CAN H to CAN L',
            right: `${Math.round(pair.minOhm)} to ${Math.round(pair.maxOhm)} Ω`
          },
          { kind: 'high-ground' as const, name: 'CAN H to ground', right: 'over 1 kΩ' },
          { kind: 'low-ground' as const, name: 'CAN L to ground', right: 'over 1 kΩ' }
        ]
      : []),
    ...(fed ? [{ kind: 'feed-ground' as const, name: 'Feed to ground', right: 'over 100 Ω' }] : [])
  ];
}

/** A resistance as people type it: `118`, `2.4k`, `0,04`, `1M`; `open` and `OL` are an open line. Units: Ω; undefined is no figure. */
export function parseOhm(text: string): number | null | undefined {
  const plain = text
    .trim()
    .toLowerCase()
    .replace(',', '.')
    .replace(/\s*(ω|ohm|ohms)$/u, '');
  if (/^(open|ol|o\.l|o\.l\.|inf|∞)$/.test(plain)) return null;
  const match = /^(\d+(?:\.\d+)?|\.\d+)\s*(m|k)?$/.exec(plain);
  if (!match) return undefined;
  // a small m is milliohms on no meter that is used here: megohms are what a bench shows
  const factor = match[2] === 'k' ? 1e3 : match[2] === 'm' ? 1e6 : 1;
  const ohm = Number(match[1]) * factor;
  return ohm <= 1e9 ? ohm : undefined;
}

const ADVICE = {
  right: () => 'Terminators are as they should be.',
  measure: () => 'Whether every part has a terminator is not known: measure the pair.',
  add: (n: number) => `Add ${n === 1 ? 'one 120 Ω terminator' : `${n} terminators of 120 Ω`}.`,
  'take-out': (n: number) => `Take ${n === 1 ? 'one terminator' : `${n} terminators`} out.`
} as const;

const PLACES = { unit: 'unit', lead: 'lead', adapter: 'adapter', interface: 'box' } as const;

/** What is known of the terminators, and what to do. Example: `Unit 120 Ω, lead none, box none. Add one 120 Ω terminator.` */
export function terminatorWords({ plan }: WiringData): string {
  const { termination } = plan;
  if (!termination) return '';
  const known = termination.parts.map(({ place, ohm }) => {
    const what = ohm === undefined ? 'not known' : ohm > 0 ? `${ohm} Ω` : 'none';
    return `${PLACES[place]} ${what}`;
  });
  const list = known.join(', ');
  return `${list.charAt(0).toUpperCase()}${list.slice(1)}. ${ADVICE[termination.advice](termination.change)}`;
}

/** Last figure of a kind, as it was measured. */
export function lastReading(
  { connection }: WiringData,
  kind: ReadingKind
): { readonly words: string; readonly at: Date } | undefined {
  const last = connection?.readings.findLast((r) => r.kind === kind);
  return last && { words: ohms(last.mohm / 1000), at: last.at };
}

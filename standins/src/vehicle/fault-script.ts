import type { UnitKind, UnitPlace } from '@badger/core/scan/scan';
import { createRandom, seedOf } from '@badger/core/base/random';
import type { Behaviour, ScriptedFault } from './control-unit.ts';

/** What is wrong with a vehicle, as training and demo tell it. */
export type ScriptName =
  | 'healthy'
  | 'unit-fault'
  | 'wiring-fault'
  | 'network-fault'
  | 'low-battery'
  | 'unit-silent'
  | 'unit-flaky'
  | 'immobiliser-mismatch'
  | 'new-unit';

export const SCRIPT_NAMES: readonly ScriptName[] = [
  'healthy',
  'unit-fault',
  'wiring-fault',
  'network-fault',
  'low-battery',
  'unit-silent',
  'unit-flaky',
  'immobiliser-mismatch',
  'new-unit'
];

export interface Condition {
  readonly behaviour: Behaviour;
  readonly faults: readonly ScriptedFault[];
}

/** Status bytes: fails now; confirmed and failed lately; confirmed long ago; failed once. */
const NOW = 0xaf;
const LATELY = 0x2e;
const LONG_AGO = 0x28;
const ONCE = 0x26;

const LOST: Partial<Record<UnitKind, string>> = {
  engine: 'U0100',
  transmission: 'U0101',
  brakes: 'U0121',
  steering: 'U0131',
  body: 'U0140',
  gateway: 'U0146',
  airbag: 'U0151',
  cluster: 'U0155',
  climate: 'U0164',
  immobiliser: 'U0167',
  doors: 'U0199'
};

const OLD_NOISE = ['P0113', 'P0500', 'C0035', 'B1000', 'P0403', 'U0164'];

const fault = (code: string, failureType: number, status: number): ScriptedFault => ({
  code,
  failureType,
  status,
  returns: false
});

/** One of lately that is back as soon as it was cleared. */
const returning = (code: string, failureType: number): ScriptedFault => ({
  ...fault(code, failureType, LATELY),
  returns: true
});

/** One that is there now and is back as soon as it was cleared. */
const lasting = (code: string, failureType: number): ScriptedFault => ({
  ...fault(code, failureType, NOW),
  returns: true
});

/**
 * What every unit of a vehicle has stored and how it behaves, for a script about one suspect kind.
 * The same seed gives the same vehicle; old codes that mean nothing are strewn by it.
 */
export function playScript(
  places: readonly UnitPlace[],
  script: { readonly name: ScriptName; readonly suspect: UnitKind; readonly seed: string }
): Map<string, Condition> {
  const random = createRandom(seedOf(`${script.seed}/${script.name}`));
  const chance = (share: number) => random() / 2 ** 32 < share;
  const result = new Map<string, Condition>();
  for (const place of places) {
    const behaviour = behaviourOf(place, script);
    const faults = [
      ...ownFaults(place, script),
      ...(behaviour === 'silent' ? [] : partnerFaults(place, places, script))
    ];
    if (chance(0.25)) {
      const code = OLD_NOISE[random() % OLD_NOISE.length] as string;
      faults.push(fault(code, code.startsWith('U') ? 0x87 : 0x1c, LONG_AGO));
    }
    // a low battery makes units that are sound store codes that are none
    if (script.name === 'low-battery' && place.kind !== 'airbag' && chance(0.5))
      faults.push(fault('U0121', 0x87, ONCE));
    result.set(place.id, { behaviour, faults: behaviour === 'silent' ? [] : faults });
  }
  return result;
}

/** What a loose unit in its place makes of that: none is silent, an upset one accuses its own memory. */
export function playMounted(
  conditions: ReadonlyMap<string, Condition>,
  places: readonly UnitPlace[],
  {
    place,
    mounted
  }: {
    readonly place: { readonly kind: UnitKind } | undefined;
    readonly mounted: { readonly upset: boolean } | undefined;
  }
): Map<string, Condition> {
  const played = new Map(conditions);
  for (const { id } of places.filter((p) => p.kind === place?.kind)) {
    const { behaviour, faults } = conditions.get(id) ?? { behaviour: 'silent', faults: [] };
    if (!mounted) played.set(id, { behaviour: 'silent', faults: [] });
    else if (mounted.upset)
      played.set(id, { behaviour, faults: [...faults, lasting('P062F', 0x46)] });
  }
  return played;
}

type Script = Parameters<typeof playScript>[1];

const IN_THE_DARK: readonly UnitKind[] = ['brakes', 'steering', 'airbag'];

function behaviourOf(place: UnitPlace, { name, suspect }: Script): Behaviour {
  if (place.optional && place.kind === 'other') return 'silent';
  if (name === 'unit-silent' && place.kind === suspect) return 'silent';
  if (name === 'unit-flaky' && place.kind === suspect) return 'flaky';
  if (name === 'network-fault' && IN_THE_DARK.includes(place.kind)) return 'silent';
  return 'sound';
}

type Own = (place: UnitPlace, suspect: UnitKind) => readonly ScriptedFault[];

const inside: Own = ({ kind }, suspect) => (kind === suspect ? INTERNAL[accusation(suspect)] : []);

/** What a unit stores of its own, by script; what is not named stores nothing. */
const OWN: Partial<Record<ScriptName, Own>> = {
  'unit-fault': inside,
  'unit-flaky': inside,
  'wiring-fault': ({ kind }, suspect) => (kind === suspect ? CIRCUIT[accusation(suspect)] : []),
  'network-fault': ({ kind }) =>
    kind === 'gateway' || kind === 'engine' ? [lasting('U0073', 0x88)] : [],
  'low-battery': ({ kind, legislated }) => {
    if (legislated) return [lasting('P0562', 0x16)];
    return kind === 'airbag' ? [] : [lasting('U3003', 0x16)];
  },
  'immobiliser-mismatch': ({ kind }) => {
    if (kind === 'engine') return [lasting('P0633', 0x00), lasting('P0513', 0x62)];
    return kind === 'immobiliser' || kind === 'body' ? [lasting('U0426', 0x64)] : [];
  }
};

function ownFaults(place: UnitPlace, { name, suspect }: Script): ScriptedFault[] {
  return [...(OWN[name]?.(place, suspect) ?? [])];
}

type Accused = 'engine' | 'transmission' | 'body';

/** Which list of codes a suspect of this kind stores. */
function accusation(suspect: UnitKind): Accused {
  return suspect === 'engine' || suspect === 'transmission' ? suspect : 'body';
}

const INTERNAL: Record<Accused, readonly ScriptedFault[]> = {
  engine: [lasting('P0606', 0x49), returning('P062F', 0x46), returning('P0201', 0x12)],
  transmission: [lasting('P0606', 0x49), returning('P0733', 0x00)],
  body: [lasting('U3000', 0x49), returning('U3000', 0x46)]
};
const CIRCUIT: Record<Accused, readonly ScriptedFault[]> = {
  engine: [lasting('P0202', 0x13), lasting('P0203', 0x13), returning('P0192', 0x11)],
  transmission: [lasting('P0753', 0x13), returning('P0758', 0x13)],
  body: [lasting('B1000', 0x13), returning('B1001', 0x11)]
};

/** A unit that does not talk raises lost-communication codes in its partners. */
function partnerFaults(
  place: UnitPlace,
  places: readonly UnitPlace[],
  script: Script
): ScriptedFault[] {
  const partners: readonly UnitKind[] = [
    'gateway',
    'brakes',
    'cluster',
    'transmission',
    'body',
    'engine'
  ];
  if (!partners.includes(place.kind)) return [];
  const lost = places.filter(
    (p) => p.kind !== place.kind && !p.optional && behaviourOf(p, script) !== 'sound'
  );
  return [...new Set(lost.map((p) => p.kind))].flatMap((kind) => {
    const code = LOST[kind];
    return code ? [lasting(code, 0x87)] : [];
  });
}

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
  | 'immobiliser-mismatch';

export const SCRIPT_NAMES: readonly ScriptName[] = [
  'healthy',
  'unit-fault',
  'wiring-fault',
  'network-fault',
  'low-battery',
  'unit-silent',
  'unit-flaky',
  'immobiliser-mismatch'
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

const fault = (
  code: string,
  failureType: number,
  status: number,
  returns = false
): ScriptedFault => ({
  code,
  failureType,
  status,
  returns
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

type Script = Parameters<typeof playScript>[1];

const IN_THE_DARK: readonly UnitKind[] = ['brakes', 'steering', 'airbag'];

function behaviourOf(place: UnitPlace, { name, suspect }: Script): Behaviour {
  if (place.optional && place.kind === 'other') return 'silent';
  if (name === 'unit-silent' && place.kind === suspect) return 'silent';
  if (name === 'unit-flaky' && place.kind === suspect) return 'flaky';
  if (name === 'network-fault' && IN_THE_DARK.includes(place.kind)) return 'silent';
  return 'sound';
}

function ownFaults(place: UnitPlace, { name, suspect }: Script): ScriptedFault[] {
  const mine = place.kind === suspect;
  switch (name) {
    case 'unit-fault':
    case 'unit-flaky':
      return mine ? [...INTERNAL[accusation(suspect)]] : [];
    case 'wiring-fault':
      return mine ? [...CIRCUIT[accusation(suspect)]] : [];
    case 'network-fault':
      return place.kind === 'gateway' || place.kind === 'engine'
        ? [fault('U0073', 0x88, NOW, true)]
        : [];
    case 'low-battery':
      return place.legislated
        ? [fault('P0562', 0x16, NOW, true)]
        : place.kind === 'airbag'
          ? []
          : [fault('U3003', 0x16, NOW, true)];
    case 'immobiliser-mismatch':
      if (place.kind === 'engine')
        return [fault('P0633', 0x00, NOW, true), fault('P0513', 0x62, NOW, true)];
      return place.kind === 'immobiliser' || place.kind === 'body'
        ? [fault('U0426', 0x64, NOW, true)]
        : [];
    default:
      return [];
  }
}

type Accused = 'engine' | 'transmission' | 'body';

/** Which list of codes a suspect of this kind stores. */
function accusation(suspect: UnitKind): Accused {
  return suspect === 'engine' || suspect === 'transmission' ? suspect : 'body';
}

const INTERNAL: Record<Accused, readonly ScriptedFault[]> = {
  engine: [
    fault('P0606', 0x49, NOW, true),
    fault('P062F', 0x46, LATELY, true),
    fault('P0201', 0x12, LATELY, true)
  ],
  transmission: [fault('P0606', 0x49, NOW, true), fault('P0733', 0x00, LATELY, true)],
  body: [fault('U3000', 0x49, NOW, true), fault('U3000', 0x46, LATELY, true)]
};
const CIRCUIT: Record<Accused, readonly ScriptedFault[]> = {
  engine: [
    fault('P0202', 0x13, NOW, true),
    fault('P0203', 0x13, NOW, true),
    fault('P0192', 0x11, LATELY, true)
  ],
  transmission: [fault('P0753', 0x13, NOW, true), fault('P0758', 0x13, LATELY, true)],
  body: [fault('B1000', 0x13, NOW, true), fault('B1001', 0x11, LATELY, true)]
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
    return code ? [fault(code, 0x87, NOW, true)] : [];
  });
}

import type { Code } from '../base/codes.ts';
import { fail, ok, type Result } from '../base/result.ts';
import type { Evidence } from './cause.ts';

/** The tests that part the causes. */
export type TestId =
  | ('supply' | 'ground' | 'network' | 'wiring' | 'actuator' | 'swap' | 'clear' | 'bench')
  | 'exercise';

/** A figure that is measured, with the unit in its name. */
export interface TestField {
  readonly id: string;
  readonly unit: 'mV' | 'ohm' | 'kohm' | undefined;
  /** Answers to choose from instead of a figure. */
  readonly choices: readonly string[];
  readonly max: number;
}

export interface TestDefinition {
  readonly id: TestId;
  readonly fields: readonly TestField[];
  /** Its result comes from what the bench measures: nobody types it. */
  readonly measured?: true;
  /** Time that it takes a practised person. Units: minutes. Source: common practice. */
  readonly minutes: number;
}

const figure = (id: string, unit: 'mV' | 'ohm' | 'kohm', max: number): TestField => ({
  id,
  unit,
  choices: [],
  max
});
const choice = (id: string, ...choices: string[]): TestField => ({
  id,
  unit: undefined,
  choices,
  max: 0
});

/** A wire that carries nothing loses nothing: only a measurement under load says that it is sound. */
const LOAD = choice('load', 'under-load', 'no-load');

export const TESTS: Record<TestId, TestDefinition> = {
  supply: {
    id: 'supply',
    fields: [figure('batteryMv', 'mV', 60_000), figure('atUnitMv', 'mV', 60_000), LOAD],
    minutes: 10
  },
  ground: { id: 'ground', fields: [figure('dropMv', 'mV', 60_000), LOAD], minutes: 5 },
  network: { id: 'network', fields: [figure('pairOhm', 'ohm', 10_000_000)], minutes: 10 },
  wiring: {
    id: 'wiring',
    fields: [figure('throughOhm', 'ohm', 10_000_000), figure('toGroundKohm', 'kohm', 1_000_000)],
    minutes: 20
  },
  actuator: { id: 'actuator', fields: [choice('outcome', 'works', 'faulty')], minutes: 15 },
  swap: {
    id: 'swap',
    fields: [choice('outcome', 'fault-gone', 'fault-gone-no-start', 'fault-stays')],
    minutes: 40
  },
  clear: {
    id: 'clear',
    fields: [choice('outcome', 'back-at-once', 'back-when-used', 'stays-away')],
    minutes: 15
  },
  bench: { id: 'bench', fields: [choice('outcome', 'internal', 'expected-only')], minutes: 20 },
  exercise: {
    id: 'exercise',
    fields: [choice('outcome', 'stage-failed', 'stage-suspect', 'all-sound', 'part-sound')],
    measured: true,
    minutes: 15
  }
};

/** What was measured, by field id. */
export type TestValues = Readonly<Record<string, number | string>>;

export interface TestResult {
  readonly test: TestId;
  readonly values: TestValues;
}

/** Limits of the measurements. Source: common practice, except the terminators: two of 120 ohm, ISO 11898-2. */
export const LIMITS = {
  supplyDropMv: 500,
  supplyMinMv: 11_500,
  supplyMaxMv: 15_500,
  /** More at the unit than at the battery by this much cannot be: the two were not measured together. */
  supplyGainMv: 100,
  groundDropMv: 200,
  /** More than a whole battery is lost in no ground: a loose probe, or the wrong range. */
  groundMostMv: 16_000,
  pairLowOhm: 54,
  pairHighOhm: 66,
  pairOneHighOhm: 132,
  pairOneLowOhm: 108,
  wireOhm: 2,
  isolationKohm: 100
} as const;

/**
 * Checks what was entered. Errors: `proof.value.missing`, `proof.value.outside`, `proof.value.unknown`, each with the
 * field. Example: a battery of 12 mV is inside, 120 000 mV is not. Error too: `proof.test.measured` (nobody types that one).
 */
export function parseTestValues(test: TestId, values: TestValues): Result<TestValues> {
  if (TESTS[test].measured) return fail('proof.test.measured');
  const known = TESTS[test].fields;
  const clean: Record<string, number | string> = {};
  for (const field of known) {
    const value = values[field.id];
    if (value === undefined || value === '')
      return fail('proof.value.missing', { field: field.id });
    if (field.choices.length > 0) {
      if (!field.choices.includes(String(value)))
        return fail('proof.value.unknown', { field: field.id });
    } else if (typeof value !== 'number' || !(value >= 0) || value > field.max) {
      return fail('proof.value.outside', { field: field.id, most: field.max });
    }
    clean[field.id] = value;
  }
  return ok(clean);
}

const says = (
  cause: Evidence['cause'],
  sign: 1 | -1,
  weight: Evidence['weight'],
  ...[code, params = {}]: [code: Code, params?: Evidence['params']]
): Evidence => ({ cause, sign, weight, code, params });

/**
 * What a measurement by itself says of what was measured. `sound` only under load, inside both limits, with figures that
 * can be true together; everything else that is not `bad` is `unknown`.
 */
export type Soundness = 'sound' | 'bad' | 'unknown';

/** Supply at the unit. Total. Example: 12.5 V and 12.4 V under load is sound, the same without load is not known. */
export function judgeSupplyTest(values: TestValues): Soundness {
  const [batteryMv, atUnitMv] = [values['batteryMv'], values['atUnitMv']];
  if (!isFigure(batteryMv) || !isFigure(atUnitMv)) return 'unknown';
  if (atUnitMv > batteryMv + LIMITS.supplyGainMv) return 'unknown';
  if (batteryMv - atUnitMv > LIMITS.supplyDropMv) return 'bad';
  if (atUnitMv < LIMITS.supplyMinMv || Math.max(atUnitMv, batteryMv) > LIMITS.supplyMaxMv)
    return 'bad';
  return values['load'] === 'under-load' ? 'sound' : 'unknown';
}

/** Ground at the unit. Total. */
export function judgeGroundTest(values: TestValues): Soundness {
  const dropMv = values['dropMv'];
  if (!isFigure(dropMv) || dropMv > LIMITS.groundMostMv) return 'unknown';
  if (dropMv > LIMITS.groundDropMv) return 'bad';
  return values['load'] === 'under-load' ? 'sound' : 'unknown';
}

const isFigure = (value: number | string | undefined): value is number =>
  typeof value === 'number' && Number.isFinite(value) && value >= 0;

/** What a test result says about the causes. The values have passed {@link parseTestValues}. Total. */
export function weighTest({ test, values }: TestResult): Evidence[] {
  const n = (id: string) => Number(values[id]);
  switch (test) {
    case 'supply':
      return weighSupply(values);
    case 'ground':
      return weighGround(values);
    case 'network':
      return weighNetwork(n('pairOhm'));
    case 'wiring':
      return weighWiring(n('throughOhm'), n('toGroundKohm'));
    case 'actuator':
      return values['outcome'] === 'works'
        ? [
            says('actuator', -1, 'decisive', 'proof.actuator.works'),
            says('unit', 1, 'weak', 'proof.actuator.works')
          ]
        : [says('actuator', 1, 'decisive', 'proof.actuator.faulty')];
    case 'swap':
      return weighSwap(String(values['outcome']));
    case 'clear':
      return weighClear(String(values['outcome']));
    case 'bench':
      return values['outcome'] === 'internal'
        ? [says('unit', 1, 'strong', 'proof.bench.internal')]
        : [says('unit', -1, 'medium', 'proof.bench.expected')];
    case 'exercise':
      return weighExercise(values);
  }
}

/** What a loose unit did when it was exercised. A lead of the box that may be off makes no strong evidence. */
function weighExercise(values: TestValues): Evidence[] {
  const stages = String(values['stages'] ?? '');
  const [sound, of] = [Number(values['sound'] ?? 0), Number(values['of'] ?? 0)];
  const weights = {
    'stage-failed': () => says('unit', 1, 'strong', 'proof.exercise.failed', { stages }),
    'stage-suspect': () => says('unit', 1, 'medium', 'proof.exercise.suspect', { stages }),
    'all-sound': () => says('unit', -1, 'medium', 'proof.exercise.sound', { of }),
    'part-sound': () => says('unit', -1, 'noted', 'proof.exercise.part', { sound, of })
  };
  const outcome = String(values['outcome']);
  return outcome in weights ? [weights[outcome as keyof typeof weights]()] : [];
}

function weighSupply(values: TestValues): Evidence[] {
  const [batteryMv, atUnitMv] = [Number(values['batteryMv']), Number(values['atUnitMv'])];
  const dropMv = batteryMv - atUnitMv;
  const params = { batteryMv, atUnitMv, dropMv };
  const soundness = judgeSupplyTest(values);
  if (soundness === 'sound') return [says('supply', -1, 'strong', 'proof.supply.good', params)];
  if (soundness === 'bad') {
    if (dropMv > LIMITS.supplyDropMv)
      return [says('supply', 1, 'decisive', 'proof.supply.drop', params)];
    const code = atUnitMv < LIMITS.supplyMinMv ? 'proof.supply.low' : 'proof.supply.high';
    return [says('supply', 1, 'strong', code, params)];
  }
  const unloaded = values['load'] !== 'under-load' && dropMv >= -LIMITS.supplyGainMv;
  const code = unloaded ? 'proof.supply.unloaded' : 'proof.supply.impossible';
  return [says('supply', 1, 'noted', code, params)];
}

function weighGround(values: TestValues): Evidence[] {
  const dropMv = Number(values['dropMv']);
  const soundness = judgeGroundTest(values);
  if (soundness === 'sound') return [says('supply', -1, 'strong', 'proof.ground.good', { dropMv })];
  if (soundness === 'bad') return [says('supply', 1, 'decisive', 'proof.ground.bad', { dropMv })];
  const code = dropMv > LIMITS.groundMostMv ? 'proof.ground.impossible' : 'proof.ground.unloaded';
  return [says('supply', 1, 'noted', code, { dropMv })];
}

function weighNetwork(pairOhm: number): Evidence[] {
  const params = { pairOhm };
  if (pairOhm >= LIMITS.pairLowOhm && pairOhm <= LIMITS.pairHighOhm) {
    return [says('network', -1, 'decisive', 'proof.network.good', params)];
  }
  const one = pairOhm >= LIMITS.pairOneLowOhm && pairOhm <= LIMITS.pairOneHighOhm;
  const code = one
    ? 'proof.network.one'
    : pairOhm < LIMITS.pairLowOhm
      ? 'proof.network.short'
      : 'proof.network.open';
  return [says('network', 1, 'decisive', code, params)];
}

function weighWiring(throughOhm: number, toGroundKohm: number): Evidence[] {
  const params = { throughOhm, toGroundKohm };
  if (throughOhm > LIMITS.wireOhm)
    return [says('wiring', 1, 'decisive', 'proof.wiring.open', params)];
  if (toGroundKohm < LIMITS.isolationKohm)
    return [says('wiring', 1, 'decisive', 'proof.wiring.short', params)];
  return [
    says('wiring', -1, 'decisive', 'proof.wiring.good', params),
    says('unit', 1, 'weak', 'proof.wiring.good', params)
  ];
}

function weighSwap(outcome: string): Evidence[] {
  if (outcome === 'fault-stays') {
    return [
      says('unit', -1, 'decisive', 'proof.swap.stays'),
      says('wiring', 1, 'medium', 'proof.swap.stays')
    ];
  }
  // the immobiliser does not know the other unit: no start is what a sound swap looks like
  const code = outcome === 'fault-gone' ? 'proof.swap.gone' : 'proof.swap.nostart';
  return [
    says('unit', 1, 'strong', code),
    says('wiring', -1, 'medium', code),
    says('actuator', -1, 'medium', code)
  ];
}

function weighClear(outcome: string): Evidence[] {
  if (outcome === 'back-at-once') {
    return [
      says('unit', 1, 'medium', 'proof.clear.atonce'),
      says('wiring', 1, 'weak', 'proof.clear.atonce')
    ];
  }
  if (outcome === 'back-when-used') {
    return [
      says('actuator', 1, 'medium', 'proof.clear.used'),
      says('wiring', 1, 'medium', 'proof.clear.used')
    ];
  }
  return [
    says('unit', -1, 'medium', 'proof.clear.away'),
    says('supply', 1, 'weak', 'proof.clear.away')
  ];
}

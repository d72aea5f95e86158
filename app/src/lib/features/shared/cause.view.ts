import type { CauseStanding } from '@badger/core/proof/cause';
import type { Condition } from '@badger/core/proof/assess-cause';
import { LIMITS, TESTS, type TestField, type TestId } from '@badger/core/proof/tests';

export const STANDING_WORDS: Record<CauseStanding['standing'], string> = {
  proven: 'proven',
  likely: 'likely',
  possible: 'possible',
  unlikely: 'unlikely',
  'ruled-out': 'ruled out'
};

/** Share of the bar that stands for a standing: a picture of the words, no probability. */
export const STANDING_BAR: Record<CauseStanding['standing'], number> = {
  proven: 100,
  likely: 75,
  possible: 45,
  unlikely: 20,
  'ruled-out': 0
};

interface TestWords {
  readonly measure: string;
  readonly expect: string;
}

/** What to measure and what a sound vehicle shows. */
export const TEST_WORDS: Record<TestId, TestWords> = {
  supply: {
    measure:
      'Lights and blower on. Meter at the battery, then at the unit’s feed pins with its plug in.',
    expect: `${LIMITS.supplyMinMv / 1000} to ${LIMITS.supplyMaxMv / 1000} V at the unit under load, at most ${LIMITS.supplyDropMv} mV lost.`
  },
  ground: {
    measure: 'Same load. Meter from the unit’s ground pin to battery minus.',
    expect: `At most ${LIMITS.groundDropMv} mV under load.`
  },
  network: {
    measure: 'Battery off, wait a minute. Meter between CAN high and CAN low at the unit’s plug.',
    expect: `${LIMITS.pairLowOhm} to ${LIMITS.pairHighOhm} Ω: two terminators of 120 Ω.`
  },
  wiring: {
    measure: 'Unit and part unplugged. Wire from end to end, then wire to ground.',
    expect: `At most ${LIMITS.wireOhm} Ω through, more than ${LIMITS.isolationKohm} kΩ to ground.`
  },
  actuator: {
    measure: 'Drive the part directly, or put a known-good one in its place.',
    expect: 'It works.'
  },
  swap: {
    measure: 'Battery off, known-good unit of the same number in, battery on, look for the fault.',
    expect: 'Fault gone and no start: the immobiliser does not know the other unit.'
  },
  clear: {
    measure:
      'Keep the pre-scan, clear, ignition off and on, scan again, then use what is suspected.',
    expect: 'What is real comes back.'
  },
  bench: {
    measure: 'Unit alone on the bench, chip id read, ask for its faults below.',
    expect: 'Only codes of absent sensors, actuators and partners.'
  },
  exercise: {
    measure: 'Unit on the bench, breakout box on its pins, exercise it below.',
    expect: 'Every input follows, every stage draws what its load takes.'
  }
};

const FIELDS: Readonly<Record<string, string>> = {
  batteryMv: 'At the battery, V',
  atUnitMv: 'At the unit, V',
  dropMv: 'Lost in the ground, mV',
  pairOhm: 'Between the pair, Ω',
  throughOhm: 'Wire, Ω',
  toGroundKohm: 'Wire to ground, kΩ',
  load: 'Under load',
  outcome: 'What was seen'
};

/** Label of a field; volts are typed as volts and kept as millivolts. */
export const labelOf = (field: TestField): string => FIELDS[field.id] ?? field.id;

const CHOICES: Readonly<Record<string, string>> = {
  'under-load': 'yes, consumers on',
  'no-load': 'no, nothing on',
  works: 'it works',
  faulty: 'it does not work',
  'fault-gone': 'fault gone, vehicle starts',
  'fault-gone-no-start': 'fault gone, no start',
  'fault-stays': 'fault stays',
  'back-at-once': 'back at once',
  'back-when-used': 'back when it is used',
  'stays-away': 'stays away',
  internal: 'an internal code',
  'expected-only': 'only what must be there',
  'stage-failed': 'a stage failed inside',
  'stage-suspect': 'a stage did nothing',
  'all-sound': 'every stage sound',
  'part-sound': 'what was looked at is sound'
};
export const wordsOfChoice = (choice: string): string => CHOICES[choice] ?? choice;

const CONDITIONS: Record<Condition['id'], string> = {
  scan: 'A scan in which the unit was asked',
  memory: 'Its fault memory was read',
  codes: 'Codes taken, or back after clearing, while the supply was sound',
  standing: 'A code present or confirmed, not only pending',
  supply: 'Supply at the unit sound under load',
  ground: 'Ground at the unit sound under load',
  network: 'The network is not accused',
  backing: 'Wire measured sound, a known-good unit tried, or an internal fault on the bench',
  lead: 'The unit leads among the causes'
};
/** What Go needs, in words. */
export const wordsOfCondition = ({ id }: Condition): string => CONDITIONS[id];

const asVolts = (id: string) => id === 'batteryMv' || id === 'atUnitMv';

/** Typed texts as values in base units. A comma counts as a decimal point; nonsense stays out and the server says so. */
export function toValues(
  test: TestId,
  typed: Readonly<Record<string, string>>
): Record<string, number | string> {
  const values: Record<string, number | string> = {};
  for (const field of TESTS[test].fields) {
    const text = (typed[field.id] ?? '').trim();
    if (text === '') continue;
    if (field.choices.length > 0) values[field.id] = text;
    else {
      const number = Number(text.replace(',', '.'));
      values[field.id] = asVolts(field.id) ? Math.round(number * 1000) : number;
    }
  }
  return values;
}

/** A recorded result in words. */
export function wordsOfResult(
  test: TestId,
  values: Readonly<Record<string, number | string>>
): string {
  return TESTS[test].fields
    .map((f) => {
      const value = values[f.id];
      if (f.id === 'load')
        return `under load: ${value === undefined ? 'not told' : wordsOfChoice(String(value))}`;
      if (f.choices.length > 0) return wordsOfChoice(String(value));
      if (asVolts(f.id)) return `${(Number(value) / 1000).toFixed(2)} V`;
      return `${value} ${{ mV: 'mV', ohm: 'Ω', kohm: 'kΩ' }[f.unit ?? 'mV']}`;
    })
    .join(', ');
}

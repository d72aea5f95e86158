import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { SupplySample } from '../port/supply.ts';
import type { ExerciseInput, ExerciseOutput } from '../profile/profile.ts';
import { weighTest } from '../proof/tests.ts';
import { judgeInput } from './judge-input.ts';
import { judgeOutput, type OutputPhases } from './judge-output.ts';
import { decodeLiveValue, pointsOf, toldAt } from './live-value.ts';
import { decodeSelfTest, encodeSelfTest, judgeSelfTest } from './self-test.ts';
import { finding, type StageFinding, type StageState } from './stage-finding.ts';
import { outcomeOf, sumUpStages, toTestValues } from './sum-up.ts';

const COOLANT: ExerciseInput = {
  ...{ id: 'coolant', name: 'Coolant temperature', connector: 'a', cavities: [1, 2] },
  ...{ signal: 'resistance', did: 0x4011, bytes: 1, scale: 1, offset: -40, unit: '°C' },
  curve: [
    [100, 130],
    [250, 100],
    [680, 70],
    [2500, 25],
    [25_000, -30]
  ],
  tolerance: 2
};
const VALVE: ExerciseOutput = {
  ...{ id: 'valve', name: 'Valve A driver', connector: 'a', cavities: [3], did: 0x4121 }
};
const told = (change: (sound: number) => number | undefined) =>
  pointsOf(COOLANT).map((applied) => ({
    applied,
    told: change(toldAt(COOLANT, applied) as number)
  }));
const shows = ({ state, code }: StageFinding) => `${state} ${code}`;

describe('live values', () => {
  it.each([
    [100, 130],
    [175, 115],
    [25_000, -30],
    [99, undefined],
    [25_001, undefined],
    [Number.NaN, undefined]
  ])('%s Ω must read %s °C', (applied, value) => {
    expect(toldAt(COOLANT, applied)).toBe(value);
  });
  it('a 62 answer of the right identifier and width is a value, anything else is none', () => {
    expect(decodeLiveValue(COOLANT, Uint8Array.of(0x40, 0x11, 0x41))).toBe(25);
    expect(decodeLiveValue(COOLANT, Uint8Array.of(0x40, 0x12, 0x41))).toBeUndefined();
    expect(decodeLiveValue(COOLANT, Uint8Array.of(0x40, 0x11))).toBeUndefined();
    expect(decodeLiveValue(COOLANT, Uint8Array.of(0x40, 0x11, 1, 2))).toBeUndefined();
  });
});

describe('a sensor input', () => {
  it.each([
    ['follows', (v: number) => v + 1, 'sound exercise.input.follows'],
    ['is two degrees off', (v: number) => v - 2, 'sound exercise.input.follows'],
    ['is three degrees off', (v: number) => v - 3, 'failed exercise.input.off'],
    ['stands at one end', () => -40, 'suspect exercise.input.still'],
    [
      'has lost one value',
      (v: number) => (v === 70 ? undefined : v),
      'unknown exercise.input.unread'
    ],
    ['tells no number', () => Number.NaN, 'unknown exercise.input.unread'],
    ['tells nothing', () => undefined, 'unknown exercise.input.unread']
  ])('%s', (_, change, expected) => {
    expect(shows(judgeInput(COOLANT, told(change)))).toBe(expected);
  });
  it('one point three times proves nothing', () => {
    const same = [1, 2, 3].map(() => ({ applied: 250, told: 100 }));
    expect(judgeInput(COOLANT, same).state).toBe('unknown');
  });
  it('taking values away never makes it sound, and never failed', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -300, max: 300 }), { minLength: 5, maxLength: 5 }),
        fc.nat(4),
        (values, lost) => {
          const steps = pointsOf(COOLANT).map((applied, i) => ({ applied, told: values[i] }));
          const fewer = steps.map((s, i) => (i === lost ? { ...s, told: undefined } : s));
          expect(judgeInput(COOLANT, fewer).state).toBe('unknown');
        }
      )
    );
  });
});

const sample = (ma: number, more: Partial<SupplySample> = {}): SupplySample => ({
  ...{ measuredMa: ma, measuredMv: 12_000, on: true, setMv: 12_000, limitMa: 5000 },
  ...more
});
const five = (ma: number, more?: Partial<SupplySample>) =>
  [ma - 5, ma - 2, ma, ma + 2, ma + 5].map((m) => sample(m, more));
const phases = (open: number, resting: number, driven: number, released: number): OutputPhases => ({
  ...{
    open: five(open),
    resting: five(resting),
    driven: five(driven),
    released: five(released)
  },
  loadOhm: 12
});

describe('a lead with bad contact', () => {
  const RAIL: ExerciseInput = {
    ...COOLANT,
    ...{
      id: 'rail',
      signal: 'voltage',
      bytes: 2,
      scale: 0.5,
      offset: 0,
      unit: 'bar',
      tolerance: 25
    },
    curve: [
      [500, 0],
      [2500, 1000],
      [4500, 2000]
    ]
  };
  const through = (input: ExerciseInput, more: number) =>
    judgeInput(
      input,
      pointsOf(input).map((applied) => {
        const last = input.curve.at(-1)?.[0] ?? 0;
        return { applied, told: toldAt(input, Math.min(last, applied + more)) };
      })
    );
  it.each([15, 20, 50, 100])(
    '%s Ω in the way of a resistance is no proof against the unit',
    (more) => {
      expect(shows(through(COOLANT, more))).toBe('suspect exercise.input.contact');
    }
  );
  it('a shift of 200 mV neither, one of 900 mV is', () => {
    expect(shows(through(RAIL, 200))).toBe('suspect exercise.input.contact');
    expect(through(RAIL, 900).state).toBe('failed');
  });
});

describe('a driver stage', () => {
  it.each([
    ['drives', phases(300, 300, 1290, 302), 'sound exercise.output.drives'],
    ['does nothing', phases(300, 300, 305, 300), 'suspect exercise.output.none'],
    ['lets half through', phases(300, 300, 800, 300), 'suspect exercise.output.little'],
    ['takes far more', phases(300, 300, 2000, 300), 'suspect exercise.output.much'],
    ['flows without an order', phases(300, 1300, 1300, 1300), 'suspect exercise.output.stuck'],
    ['goes on flowing', phases(300, 300, 1300, 1280), 'failed exercise.output.hangs']
  ])('%s', (_, measured, expected) => {
    expect(shows(judgeOutput(VALVE, measured))).toBe(expected);
  });
  const sound = phases(300, 300, 1290, 302);
  it.each([
    ['a phase without a sample', { driven: [] }],
    ['a sample that is missing', { released: [...five(300).slice(1), undefined] }],
    ['an output that is off', { driven: five(1300, { on: false }) }],
    ['a supply at its limit', { driven: five(1300, { limitMa: 1305 }) }],
    ['a current that is none', { open: five(Number.NaN) }],
    ['a negative current', { open: five(-300) }],
    ['a load that was not measured', { loadOhm: undefined }],
    ['a load of nothing', { loadOhm: 0 }],
    ['a load that tells nothing', { loadOhm: 9000 }],
    ['a load that is none', { loadOhm: Number.NaN }],
    ['a unit that fell out', { driven: five(0), released: five(0) }],
    ['a voltage that gives way', { driven: five(1200, { measuredMv: 8900 }) }],
    ['a current that wavers', { driven: [900, 1100, 1300, 1500, 1700].map((ma) => sample(ma)) }]
  ])('%s says nothing', (_, worse) => {
    expect(judgeOutput(VALVE, { ...sound, ...worse }).state).toBe('unknown');
  });
  it('whatever is measured, taking a sample away leaves nothing known', () => {
    const ma = fc.integer({ min: 0, max: 6000 });
    const key = fc.constantFrom('open', 'resting', 'driven', 'released');
    fc.assert(
      fc.property(fc.tuple(ma, ma, ma, ma), key, ([a, b, c, d], lost) => {
        const all = phases(a, b, c, d);
        const fewer = { ...all, [lost]: all[lost as 'open'].slice(1) };
        expect(judgeOutput(VALVE, fewer).state).toBe('unknown');
      })
    );
  });
});

describe('a self-test', () => {
  const stages = ['a', 'b', 'c', 'd', 'e', 'f', 'g', 'h', 'i'].map((id) => ({ id, name: id }));
  it('what is written is read back, for any number of stages', () => {
    const bits = fc.array(fc.boolean(), { minLength: 1, maxLength: 32 });
    fc.assert(
      fc.property(bits, bits, (a, b) => {
        const n = Math.min(a.length, b.length);
        const answer = { state: 'done', tested: a.slice(0, n), failed: b.slice(0, n) } as const;
        expect(decodeSelfTest(encodeSelfTest(answer), n)).toEqual(answer);
      })
    );
  });
  it.each([
    [[]],
    [[2]],
    [[1]],
    [[1, 0, 0, 0]],
    [[1, 0, 0, 0, 0, 0]],
    [[0, 0]],
    [[255, 0, 0, 0, 0]]
  ])('%j is no answer of nine stages', (bytes) => {
    expect(decodeSelfTest(Uint8Array.from(bytes), 9)).toBeUndefined();
  });
  it('tested and failed is failed; failed and not tested is not known; nothing is ever sound untested', () => {
    const answer = decodeSelfTest(Uint8Array.of(1, 0b101, 0b0, 0b110, 0b0), 9);
    expect(
      judgeSelfTest({ stages }, answer)
        .map((f) => f.state)
        .slice(0, 4)
    ).toEqual([...['sound', 'unknown', 'failed', 'unknown']]);
    for (const none of [undefined, { state: 'running' } as const])
      expect(judgeSelfTest({ stages }, none).every((f) => f.state === 'unknown')).toBe(true);
  });
});

describe('what it all comes to', () => {
  const spec = {
    ...{ inputs: [COOLANT], outputs: [VALVE] },
    selfTest: { routine: 1, seconds: 1, stages: [{ id: 'memory', name: 'Memory' }, VALVE] }
  };
  const of = (stage: string, by: StageFinding['by'], state: StageState) =>
    finding({ stage, name: stage, by }, state, 'exercise.test.sound');
  const outcome = (...list: StageFinding[]) => outcomeOf(sumUpStages(spec, list));
  const [m, v, c] = [
    of('memory', 'self-test', 'sound'),
    of('valve', 'output', 'sound'),
    of('coolant', 'input', 'sound')
  ];
  it.each([
    ['nothing', [], undefined],
    ['all of it sound', [m, v, c], 'all-sound'],
    ['one not looked at', [m, v], 'part-sound'],
    ['one failed', [m, v, of('coolant', 'input', 'failed')], 'stage-failed'],
    ['one suspect', [m, of('valve', 'output', 'suspect'), c], 'stage-suspect'],
    ['the newest look counts', [of('valve', 'output', 'failed'), m, v, c], 'all-sound'],
    [
      'a look that learnt nothing takes nothing away from the one before',
      [m, v, c, of('coolant', 'input', 'unknown')],
      'all-sound'
    ],
    [
      'self-test and box say the opposite',
      [m, of('valve', 'self-test', 'sound'), of('valve', 'output', 'suspect'), c],
      'part-sound'
    ],
    [
      'failed stays failed whatever the self-test says',
      [m, of('valve', 'self-test', 'sound'), of('valve', 'output', 'failed'), c],
      'stage-failed'
    ],
    ['nothing but what was not learnt', [of('valve', 'output', 'unknown')], undefined]
  ])('%s', (_, list, expected) => {
    expect(outcome(...list)).toBe(expected);
  });
  it('the names of what failed go into the evidence, with its weight', () => {
    const values = toTestValues(sumUpStages(spec, [of('valve', 'output', 'failed'), m, c]));
    expect(values).toMatchObject({ failed: 1, sound: 2, of: 3, stages: 'Valve A driver' });
    const weight = (outcome: string) =>
      weighTest({ test: 'exercise', values: { outcome } }).map((e) => `${e.sign} ${e.weight}`)[0];
    expect(
      ['stage-failed', 'stage-suspect', 'all-sound', 'part-sound', 'gone'].map(weight)
    ).toEqual(['1 strong', '1 medium', '-1 medium', '-1 noted', undefined]);
  });
});

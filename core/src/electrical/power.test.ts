import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { DrawBand } from '../profile/profile.ts';
import { areaOfAwg, resistanceOhm } from './conductor.ts';
import {
  budgetLines,
  CAUTIOUS_NEED,
  judgeBudget,
  judgeVoltsAtUnit,
  powerNeedOf,
  proposeLimit,
  proposeVoltage
} from './budget.ts';
import { leadPath, voltageAlong } from './power-path.ts';

/** An engine unit in boot mode, as domain and profiles have it. */
const draw: readonly DrawBand[] = [
  { state: 'idle', minMa: 120, maxMa: 450 },
  { state: 'boot', minMa: 600, maxMa: 1600 },
  { state: 'writing', minMa: 900, maxMa: 3600 }
];
const need = { voltageMinMv: 12_000, voltageMaxMv: 14_000, limitMinMa: 3000, limitMaxMa: 7000 };
const box = { name: 'Box', maxMa: 350 };

describe('budget: what the states draw against what the supply gives', () => {
  it('a 2 A adapter does not carry an engine unit in boot mode, 5 A do: by sum and margin', () => {
    const lines = budgetLines(draw, [box]);
    expect(judgeBudget(2000, lines)).toMatchObject({ verdict: 'stop', code: 'power.budget.over' });
    expect(judgeBudget(2000, lines).params).toMatchObject({ needMa: 4938, totalMa: 3950 });
    expect(judgeBudget(5000, lines)).toMatchObject({ verdict: 'go' });
  });
  it('the 3 A adapter of an interface runs box, dongle and a unit that idles, not one that is written', () => {
    const beside = [box, { name: 'Dongle', maxMa: 250 }];
    const idle = budgetLines(
      draw.filter((d) => d.state === 'idle'),
      beside
    );
    expect(judgeBudget(3000, idle).verdict).toBe('go');
    expect(judgeBudget(3000, budgetLines(draw, beside)).verdict).toBe('stop');
  });
  it.each([undefined, Number.NaN, 0, -5])(
    'a supply that gives %d is not known to carry it',
    (ma) => {
      expect(judgeBudget(ma, budgetLines(draw, []))).toMatchObject({
        code: 'power.budget.unknown'
      });
    }
  );
  it('a load that is not in the lines is no reason for Go, and none against Stop', () => {
    const lines = budgetLines(draw, [box]);
    expect(judgeBudget(9000, lines, false)).toMatchObject({ verdict: 'look' });
    expect(judgeBudget(2000, lines, false)).toMatchObject({ verdict: 'stop' });
  });
  it('what draws nobody knows how much is carried by nobody', () => {
    expect(judgeBudget(9000, []).verdict).toBe('look');
    expect(judgeBudget(9000, budgetLines(draw, [{ name: '?', maxMa: Number.NaN }])).verdict).toBe(
      'look'
    );
  });
  it('more load or less supply never moves it towards Go', () => {
    const rank = { go: 0, none: 1, look: 2, stop: 3 };
    const ma = fc.integer({ min: 1, max: 20_000 });
    fc.assert(
      fc.property(ma, ma, ma, (rated, load, more) => {
        const at = (r: number, l: number) =>
          rank[judgeBudget(r, budgetLines(draw, [{ name: '', maxMa: l }])).verdict];
        expect(at(rated, load + more)).toBeGreaterThanOrEqual(at(rated, load));
        expect(at(rated + more, load)).toBeLessThanOrEqual(at(rated, load));
      })
    );
  });
});

describe('limit and voltage that are proposed', () => {
  const lines = budgetLines(draw, [box]);
  it('the limit is the heaviest draw with its margin, inside what the family allows', () => {
    expect(proposeLimit(need, lines, 10_000)).toBe(5000);
    expect(proposeLimit({ ...need, limitMinMa: 6000 }, lines, 10_000)).toBe(6000);
    expect(proposeLimit({ ...need, limitMaxMa: 4000 }, lines, 10_000)).toBe(4000);
  });
  it('a supply that gives less is set to all it has, if the family lets it', () => {
    expect(proposeLimit(need, lines, 4000)).toBe(4000);
    expect(proposeLimit(need, lines, 2000)).toBeUndefined();
  });
  it('a draw that nobody knows does not raise the limit to all that the supply has', () => {
    const unknown = budgetLines(draw, [{ name: '?', maxMa: Number.NaN }]);
    expect(proposeLimit(need, unknown, 10_000)).toBe(need.limitMinMa);
  });
  it('the voltage lies half a volt below the most', () => {
    expect(proposeVoltage(need)).toBe(13_500);
    expect(proposeVoltage({ ...need, voltageMinMv: 13_800 })).toBe(13_800);
  });
  it('a family without figures gets cautious ones, and it is said', () => {
    expect(powerNeedOf({ supply: undefined, draw: [] })).toMatchObject({
      need: CAUTIOUS_NEED,
      assumed: true
    });
    expect(powerNeedOf({ supply: need, draw }).assumed).toBe(false);
    expect(powerNeedOf({ supply: need, draw: [] })).toMatchObject({ need, assumed: true });
  });
});

describe('voltage along the lead', () => {
  /** Gauge, length there, current, drop there and back. Worked examples of the reference file, by Ohm's law. */
  it.each([
    [18, 2, 5, 0.419],
    [20, 1.5, 3, 0.2998],
    [14, 5, 10, 0.8286]
  ])('AWG %i, %d m, %d A drops %d V', (gauge, metres, amps, volts) => {
    const conductor = { lengthMm: metres * 2000, areaMm2: areaOfAwg(gauge) };
    const ohm = resistanceOhm(conductor, { stranded: false });
    const { atUnitMv } = voltageAlong(13_500, amps * 1000, [{ id: 'lead', name: '', ohm }]);
    expect(atUnitMv).toBe(13_500 - Math.round(volts * 1000));
  });
  const lead = { name: 'Boot lead', lengthMm: 2200, areaUm2: 500_000, contactMohm: 5 };
  it('is a staircase: each part drops what it has, feed and ground together', () => {
    const { steps } = voltageAlong(13_500, 3600, leadPath(lead));
    expect(steps.map((s) => s.id)).toEqual(['supply', 'lead', 'contacts', 'unit']);
    // 2 · 2.2 m · 1.16 / (58 · 0.5) = 0.176 Ω; four contacts of 5 mΩ
    expect(steps.map((s) => s.dropMv)).toEqual([0, 634, 72, 0]);
    expect(steps.at(-1)?.atMv).toBe(13_500 - 706);
  });
  const judged = (path: Parameters<typeof voltageAlong>[2], sourceMv = 13_500, currentMa = 3600) =>
    judgeVoltsAtUnit(path, { sourceMv, currentMa, need }).judgement;
  it('enough, too little, too much', () => {
    expect(judged(leadPath(lead))).toMatchObject({ verdict: 'go', params: { reserveMv: 794 } });
    expect(judged(leadPath({ ...lead, lengthMm: 6000 }))).toMatchObject({ verdict: 'stop' });
    expect(judged(leadPath(lead), 14_400)).toMatchObject({ code: 'power.volts.high' });
  });
  it('a lead of which nothing is known is no evidence that the voltage arrives', () => {
    const bare = { name: 'Lead', lengthMm: undefined, areaUm2: undefined, contactMohm: undefined };
    expect(judged(leadPath(bare))).toMatchObject({ code: 'power.volts.unknown', verdict: 'look' });
    expect(judged(leadPath({ ...lead, areaUm2: 0 })).verdict).toBe('look');
    expect(judged(leadPath(lead), Number.NaN).verdict).toBe('look');
  });
  it('too much and too little at the supply are Stop however little is known of the rest', () => {
    expect(judged(leadPath(lead), 14_400, Number.NaN)).toMatchObject({ verdict: 'stop' });
    expect(judged(leadPath(lead), 11_000, Number.NaN)).toMatchObject({ verdict: 'stop' });
  });
  it('more current or a longer lead never moves it towards Go', () => {
    const rank = { go: 0, none: 1, look: 2, stop: 3 };
    const n = fc.integer({ min: 1, max: 20_000 });
    fc.assert(
      fc.property(n, n, n, (lengthMm, currentMa, more) => {
        const at = (l: number, c: number) =>
          rank[judged(leadPath({ ...lead, lengthMm: l }), 13_500, c).verdict];
        expect(at(lengthMm + more, currentMa)).toBeGreaterThanOrEqual(at(lengthMm, currentMa));
        expect(at(lengthMm, currentMa + more)).toBeGreaterThanOrEqual(at(lengthMm, currentMa));
      })
    );
  });
});

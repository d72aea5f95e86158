import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { parseProfile } from '../profile/parse-profile.ts';
import type { Profile } from '../profile/profile.ts';
import type { ProfileDocument } from '../profile/schema.ts';
import { budgetWrite, judgeWriteBudget, type WriteBudget } from './write-budget.ts';

const text = readFileSync(new URL('../../../profiles/pw-ec9.json', import.meta.url), 'utf8');
const parsed = parseProfile(JSON.parse(text) as ProfileDocument);
if (!parsed.ok) throw new Error(parsed.problem.code);
const ec: Profile = parsed.value;
const access = ec.accesses[0];
if (!access) throw new Error('no access');
const budget = budgetWrite(ec.regions, access);

describe('what a write takes of the supply', () => {
  it('is the time of each state and the most that is drawn in it', () => {
    // 256 blocks of 16 KiB at 0.6 s each; 4 MiB at 4200 and at 7000 bytes a second, by hand
    expect(budget.eraseSeconds).toBeCloseTo(153.6, 6);
    expect(budget.writeSeconds).toBeCloseTo(4194304 / 4200 - 153.6, 6);
    expect(budget.backSeconds).toBeCloseTo(4194304 / 7000, 6);
    expect(budget).toMatchObject({ erasingMa: 1900, writingMa: 2200 });
  });
  it('what else hangs on the supply counts with it', () => {
    const beside = [{ name: 'box', maxMa: 600 }];
    expect(budgetWrite(ec.regions, { ...access, beside })).toMatchObject({
      ...{ erasingMa: 2500, writingMa: 2800 }
    });
    expect(budgetWrite([], { draw: [], beside })).toEqual({
      ...{ eraseSeconds: 0, writeSeconds: 0, backSeconds: 0 },
      ...{ erasingMa: undefined, writingMa: undefined }
    });
  });
});

const at = (limitMa: number, ratedMa = 10_000, change: Partial<WriteBudget> = {}) => {
  const { verdict, code } = judgeWriteBudget({ ...budget, ...change }, { limitMa, ratedMa });
  return `${verdict} ${code}`;
};

describe('the limit that is set', () => {
  it('carries the heaviest state, with a little more', () => {
    expect(at(2500)).toBe('go gate.budget.carried');
    expect(at(2420)).toBe('go gate.budget.carried');
    expect(at(2419)).toBe('look gate.budget.narrow');
    expect(at(2200)).toBe('look gate.budget.narrow');
    expect(at(2199)).toBe('stop gate.budget.limit');
    expect(at(2500, 2000)).toBe('stop gate.budget.limit');
    // erasing may be what draws most
    expect(at(2500, 9000, { erasingMa: 2600 })).toBe('stop gate.budget.limit');
  });
  it('what nobody says or measured is never sound', () => {
    expect(at(9000, 9000, { erasingMa: undefined })).toBe('look gate.budget.unknown');
    expect(at(9000, 9000, { writingMa: undefined })).toBe('look gate.budget.unknown');
    expect(at(9000, 9000, { writingMa: Number.NaN })).toBe('look gate.budget.unknown');
    expect(at(Number.NaN)).toBe('stop gate.budget.limit');
    expect(at(9000, Number.NaN)).toBe('stop gate.budget.limit');
  });
  it('less of it, or more drawn, never moves it towards Go', () => {
    const rank = (text: string) => ['stop', 'look', 'go'].indexOf(text.split(' ')[0] as string);
    const ma = fc.integer({ min: 0, max: 6000 });
    fc.assert(
      fc.property(ma, ma, ma, fc.nat(3000), (limit, erasing, writing, less) => {
        const now = rank(at(limit, 10_000, { erasingMa: erasing, writingMa: writing }));
        const drawn = { erasingMa: erasing + less, writingMa: writing };
        expect(rank(at(limit, 10_000, drawn))).toBeLessThanOrEqual(now);
        expect(
          rank(at(Math.max(0, limit - less), 10_000, { erasingMa: erasing, writingMa: writing }))
        ).toBeLessThanOrEqual(now);
      })
    );
  });
});

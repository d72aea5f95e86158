import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { KitItem } from './kit-item.ts';
import { judgeItem, judgeReadiness, type ComputerCheck, type KitNeed } from './readiness.ts';

const NOW_MS = Date.UTC(2026, 10, 25, 8);
const DAY_MS = 86_400_000;
const item = (change: Partial<KitItem>): KitItem => ({
  id: change.name ?? 'x',
  kind: 'lead',
  name: 'x',
  stationId: undefined,
  families: [],
  software: '',
  wantedSoftware: '',
  firmware: '',
  wantedFirmware: '',
  dueAtMs: undefined,
  calibrationDueAtMs: undefined,
  plugCycles: 0,
  plugLimit: 0,
  cableLink: false,
  radioLink: false,
  ratedMa: undefined,
  ...change
});
const box = item({ kind: 'interface', name: 'box', cableLink: true, stationId: 'window' });
const supply = item({ kind: 'supply', name: 'supply', ratedMa: 10_000 });
const lead = item({ name: 'lead', families: ['HV-EC4'], plugLimit: 500 });
const meter = item({ kind: 'meter', name: 'meter', calibrationDueAtMs: NOW_MS + DAY_MS });
const need: KitNeed = {
  ...{ family: 'HV-EC4', limitMinMa: 5000, stationId: 'window', leads: true, network: false }
};
const good: ComputerCheck[] = (
  ['mains', 'disk', 'clock', 'database', 'sleep', 'programs', 'cable'] as const
).map((id) => ({ id, by: 'server', good: true, found: '' }));
const judgeKit = (
  items: KitItem[],
  change: { need?: Partial<KitNeed>; checks?: ComputerCheck[] } = {}
) => {
  const { verdict, lines } = judgeReadiness(items, {
    need: { ...need, ...change.need },
    checks: change.checks ?? good,
    nowMs: NOW_MS
  });
  return {
    verdict: `${verdict.verdict} ${verdict.code}`,
    codes: lines.filter((l) => l.judgement.verdict !== 'go').map((l) => l.judgement.code)
  };
};
const WHOLE = [box, supply, lead, meter];
const codesOf = (change: Partial<KitItem>) =>
  judgeItem(item(change), NOW_MS).map((j) => `${j.verdict} ${j.code}`);

describe('is the kit ready?', () => {
  it('whole, calibrated and up to date is Go', () => {
    expect(judgeKit(WHOLE)).toEqual({ verdict: 'go kit.job.ready', codes: [] });
  });
  it('names what is missing: the box and the supply hold, lead and meter want a look', () => {
    expect(judgeKit([])).toEqual({
      verdict: 'stop kit.item.missing',
      codes: ['kit.item.missing', 'kit.item.missing', 'kit.lead.missing', 'kit.meter.missing']
    });
    expect(judgeKit([box, supply, meter]).codes).toEqual(['kit.lead.missing']);
  });
  it('a lead of another family and a box of another station do not count', () => {
    const other = { ...lead, families: ['QN-TC2'] };
    expect(judgeKit([box, supply, other, meter]).codes).toEqual(['kit.lead.missing']);
    expect(judgeKit(WHOLE, { need: { stationId: 'corner' } }).codes).toContain('kit.item.missing');
  });
  it('a supply that cannot give the limit of the way in holds', () => {
    const weak = { ...supply, ratedMa: 4999 };
    expect(judgeKit([box, weak, lead, meter]).verdict).toBe('stop kit.supply.weak');
  });
  it('a supply that nobody rated is not known to be enough, unless another one is', () => {
    const unrated = { ...supply, ratedMa: undefined };
    expect(judgeKit([box, unrated, lead, meter]).codes).toEqual(['kit.supply.unrated']);
    expect(judgeKit([box, unrated, { ...supply, ratedMa: 900 }, lead, meter]).codes).toEqual([
      'kit.supply.unrated'
    ]);
    expect(judgeKit([box, unrated, supply, lead, meter]).codes).toEqual([]);
    expect(
      judgeKit([box, unrated, lead, meter], { need: { limitMinMa: undefined } }).codes
    ).toEqual([]);
  });
  it('a way that asks a server wants a network on the list, steady until the end', () => {
    const asks = { need: { network: true } };
    const network = item({ kind: 'network', name: 'network', cableLink: true });
    expect(judgeKit(WHOLE, asks).codes).toEqual(['kit.network.missing']);
    expect(judgeKit([...WHOLE, network], asks).codes).toEqual([]);
    expect(
      judgeKit([...WHOLE, { ...network, radioLink: true, cableLink: false }], asks).codes
    ).toEqual(['kit.link.radio']);
    // cable and radio at once is a fault of a box, not of a network
    expect(judgeKit([...WHOLE, { ...network, radioLink: true }], asks).codes).toEqual([]);
    const check = (good: boolean | undefined) =>
      judgeKit([...WHOLE, network], {
        ...asks,
        checks: [{ id: 'network', by: 'person', good, found: '' }]
      }).codes;
    expect(check(true)).toEqual([]);
    expect(check(undefined)).toEqual(['kit.network.open']);
  });
  it('a meter whose calibration nobody entered, and a check that told nothing, are looked at', () => {
    expect(codesOf({ kind: 'meter' })).toEqual(['look kit.calibration.unknown']);
    expect(
      judgeKit(WHOLE, { checks: [{ id: 'disk', by: 'server', good: undefined, found: '' }] })
        .verdict
    ).toBe('look kit.job.nearly');
  });
  it('worse or unknown kit never moves the verdict towards Go (law)', () => {
    const network = item({ kind: 'network', name: 'network', cableLink: true });
    // each list from good over unknown to bad
    const ladders: readonly (readonly (Partial<KitItem> & { gone?: boolean })[])[] = [
      [{}, { radioLink: true, cableLink: false }, { radioLink: true }, { gone: true }],
      [{}, { ratedMa: undefined }, { ratedMa: 4000 }, { gone: true }],
      [{}, { plugCycles: 450 }, { plugCycles: 500 }],
      [{}, { calibrationDueAtMs: undefined }, { calibrationDueAtMs: NOW_MS - 1 }, { gone: true }],
      [{}, { radioLink: true, cableLink: false }, { gone: true }]
    ];
    const goods = [true, undefined, false] as const;
    const rank = { go: 0, look: 1, none: 2, stop: 2 };
    const rankOf = (steps: readonly number[]) => {
      const items = [box, supply, lead, meter, network].flatMap((base, i) => {
        const { gone, ...change } = ladders[i]?.[steps[i] ?? 0] ?? {};
        return gone ? [] : [{ ...base, ...change }];
      });
      const checks = good.map((c, i) => ({ ...c, good: goods[steps[ladders.length + i] ?? 0] }));
      const { verdict } = judgeReadiness(items, {
        ...{ need: { ...need, network: true }, checks, nowMs: NOW_MS }
      });
      return rank[verdict.verdict];
    };
    const lengths = [...ladders.map((l) => l.length), ...good.map(() => goods.length)];
    const steps = fc.tuple(...lengths.map((n) => fc.integer({ min: 0, max: n - 1 })));
    fc.assert(
      fc.property(steps, fc.nat(lengths.length - 1), (at, which) => {
        if ((at[which] ?? 0) + 1 >= (lengths[which] ?? 0)) return;
        const worse = at.map((s, i) => (i === which ? s + 1 : s));
        expect(rankOf(worse), `${at.join()} then ${worse.join()}`).toBeGreaterThanOrEqual(
          rankOf(at)
        );
      }),
      { numRuns: 3000 }
    );
    expect(rankOf(lengths.map(() => 0))).toBe(0);
    // one single step from whole is never Go
    for (const i of lengths.keys())
      expect(rankOf(lengths.map((_, j) => (i === j ? 1 : 0))), `${i}`).toBeGreaterThan(0);
  });
  it('cable and radio at once is Stop, radio alone a look', () => {
    expect(judgeKit([{ ...box, radioLink: true }, supply, lead, meter]).verdict).toBe(
      'stop kit.link.both'
    );
    expect(codesOf({ kind: 'interface', radioLink: true })).toEqual(['look kit.link.radio']);
  });
  it('leads wear: from four fifths a look, at the limit a stop', () => {
    const at = (plugCycles: number) => codesOf({ plugCycles, plugLimit: 500 });
    expect(at(399)).toEqual(['go kit.item.good']);
    expect(at(400)).toEqual(['look kit.lead.wearing']);
    expect(at(500)).toEqual(['stop kit.lead.worn']);
    expect(codesOf({ plugCycles: 9999, plugLimit: 0 })).toEqual(['go kit.item.good']);
  });
  it('dates and versions', () => {
    expect(codesOf({ dueAtMs: NOW_MS + 14 * DAY_MS })).toEqual(['look kit.date.soon']);
    expect(codesOf({ dueAtMs: NOW_MS + 15 * DAY_MS })).toEqual(['go kit.item.good']);
    expect(codesOf({ dueAtMs: NOW_MS })).toEqual(['look kit.date.over']);
    expect(codesOf({ calibrationDueAtMs: NOW_MS - 1 })).toEqual(['look kit.calibration.over']);
    expect(codesOf({ firmware: '1.1', wantedFirmware: '1.2' })).toEqual(['look kit.version.old']);
    expect(codesOf({ firmware: '', wantedFirmware: '1.2' })).toEqual(['look kit.version.old']);
  });
  it('what the server sees holds, what a person has not ticked wants a look', () => {
    const check = (c: Partial<ComputerCheck>) =>
      judgeKit(WHOLE, { checks: [{ id: 'disk', by: 'server', good: true, found: '', ...c }] });
    expect(check({ good: false }).verdict).toBe('stop kit.disk.full');
    expect(check({ id: 'clock', good: false }).verdict).toBe('stop kit.clock.wrong');
    expect(check({ id: 'mains', good: false }).codes).toEqual(['kit.mains.off']);
    expect(check({ id: 'sleep', by: 'person', good: undefined })).toEqual({
      verdict: 'look kit.job.nearly',
      codes: ['kit.sleep.open']
    });
  });
});

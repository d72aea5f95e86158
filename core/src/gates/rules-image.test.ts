import { describe, expect, it } from 'vitest';
import { problemOf } from '../base/result.ts';
import type { GateFacts, GateRule, RegionGateFact } from './facts.ts';
import { imageUntried } from './rules/image-untried.ts';
import { notTheOriginal, notTheOriginalRestored } from './rules/not-the-original.ts';
import { originalsTrusted } from './rules/originals-trusted.ts';
import { recipeHolds } from './rules/recipe-holds.ts';
import { rulesHold } from './rules/rules-hold.ts';
import { writeCarried } from './rules/write-carried.ts';

const region = (name: string, change: Partial<RegionGateFact> = {}): RegionGateFact => ({
  ...{
    name,
    trustedSha256: 't',
    cloneSha256: 'c',
    donorBackedUp: true,
    donorEqualsOriginal: false
  },
  ...{ suppliedSha256: undefined, suppliedWrong: undefined },
  ...change
});
const facts = {
  ...{ image: 'built', regions: [region('a')], carrier: 'can-uds', originalChipId: '0F' },
  connected: { chipId: 'D0', family: 'F', tag: '1' }
} as unknown as GateFacts;
const say = (rule: GateRule, change: Partial<GateFacts>) => {
  const judged = rule({ ...facts, ...change });
  return judged && `${judged.verdict} ${judged.code}`;
};

describe('the checksums of what is written', () => {
  it('hold, or a lead says in writing that just this image may be written', () => {
    expect(rulesHold({ ...facts, sums: 3 })).toMatchObject({ verdict: 'go', params: { count: 3 } });
    expect(say(rulesHold, { unruled: ['EEPROM'] })).toBe('stop gate.rules.unknown');
    expect(say(rulesHold, { unruled: ['EEPROM'], consent: '' })).toBe('stop gate.rules.unknown');
    expect(say(rulesHold, { unruled: ['EEPROM'], consent: 'by eye' })).toBe(
      'look gate.rules.consented'
    );
  });
  it('of an image that is not built there is nothing to say', () => {
    expect(say(rulesHold, { image: 'stale', unruled: ['a'] })).toBeUndefined();
    expect(say(rulesHold, { image: 'none' })).toBeUndefined();
  });
});

it('just what failed in the vehicle before is told, and holds nobody who has another unit', () => {
  expect(say(imageUntried, { failedBefore: true })).toBe('look gate.image.failed');
  expect(say(imageUntried, { failedBefore: false })).toBeUndefined();
  expect(say(imageUntried, {})).toBeUndefined();
  expect(say(imageUntried, { failedBefore: true, image: 'stale' })).toBeUndefined();
});

it('what the write takes is told where the bench feeds the unit, and nowhere else', () => {
  const supply = { on: true, setMv: 13000, limitMa: 2500, measuredMv: 13000, measuredMa: 400 };
  const budget = { eraseSeconds: 9, writeSeconds: 9, backSeconds: 9, erasingMa: 900, writingMa: 1 };
  const bench = { carrier: 'can-uds', budget, supply: { ...supply, ratedMa: 9000 } } as const;
  expect(say(writeCarried, bench)).toBe('go gate.budget.carried');
  expect(say(writeCarried, { ...bench, supply: { ...bench.supply, limitMa: 800 } })).toBe(
    'stop gate.budget.limit'
  );
  for (const change of [
    { carrier: 'chip' as const },
    { carrier: 'vehicle-uds' as const },
    { budget: undefined },
    { supply: undefined },
    { supply: { ...bench.supply, on: false } },
    { feed: { by: 'vehicle' as const, measuredMv: 13000, ageSeconds: 1 } }
  ])
    expect(say(writeCarried, { ...bench, ...change }), JSON.stringify(change)).toBeUndefined();
});

describe('what the image is made of', () => {
  const gap = problemOf('clone.region.untrusted', { region: 'EEPROM', from: 'donor' });
  it('is all there, or the gate says what is missing', () => {
    expect(say(recipeHolds, { recipeGap: gap })).toBe('stop clone.region.untrusted');
    expect(say(recipeHolds, {})).toBeUndefined();
  });
  it('an original that is not trusted is told once', () => {
    const regions = [region('a', { trustedSha256: undefined })];
    expect(say(recipeHolds, { recipeGap: gap, regions })).toBeUndefined();
    expect(say(originalsTrusted, { regions })).toBe('stop gate.original.untrusted');
    // nothing of it is written: then it is the gap that holds
    const other = [region('a', { trustedSha256: undefined, fromOriginal: false })];
    expect(say(recipeHolds, { recipeGap: gap, regions: other })).toBe(
      'stop clone.region.untrusted'
    );
    expect(say(originalsTrusted, { regions: other })).toBeUndefined();
    expect(say(originalsTrusted, { regions: [...other, region('b')] })).toBe(
      'go gate.original.trusted'
    );
  });
  it('an original that never told its id holds a write only where something of it is written', () => {
    const unread = { originalChipId: undefined };
    expect(say(notTheOriginal, unread)).toBe('stop gate.original.unknown');
    const regions = [region('a', { fromOriginal: false })];
    expect(say(notTheOriginal, { ...unread, regions })).toBe('look gate.original.silent');
    expect(say(notTheOriginal, { ...unread, regions: [] })).toBe('stop gate.original.unknown');
    const both = [...regions, region('b', { fromOriginal: true })];
    expect(say(notTheOriginal, { ...unread, regions: both })).toBe('stop gate.original.unknown');
  });
  it('what a unit gets back is its own: an original that never answered holds nothing, one that is connected does', () => {
    expect(say(notTheOriginalRestored, { originalChipId: undefined })).toBe(
      'look gate.original.silent'
    );
    expect(say(notTheOriginalRestored, { originalChipId: 'D0' })).toBe(
      'stop gate.original.connected'
    );
    expect(say(notTheOriginalRestored, {})).toBe('go gate.original.absent');
  });
});

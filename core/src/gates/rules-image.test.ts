import { describe, expect, it } from 'vitest';
import { problemOf } from '../base/result.ts';
import type { GateFacts, GateRule, RegionGateFact } from './facts.ts';
import { imageUntried } from './rules/image-untried.ts';
import { notTheOriginal, notTheOriginalRestored } from './rules/not-the-original.ts';
import { originalsTrusted } from './rules/originals-trusted.ts';
import { recipeHolds } from './rules/recipe-holds.ts';
import { rulesHold } from './rules/rules-hold.ts';

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

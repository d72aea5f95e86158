import { expect, it } from 'vitest';
import { findEqualBackups, type RegionContents } from './equal-backup.ts';

const stored = (id: string, region: string) => ({
  id,
  name: id,
  lengthBytes: 8,
  did: undefined,
  stored: { region, offsets: [0] }
});
/** Identity lies in `data`; `program` holds nothing of a unit's own. */
const profile = {
  identity: [stored('vin', 'data'), stored('software-number', 'program')],
  secrets: []
};
const region = (regionId: string, original: string, donor: string): RegionContents => ({
  regionId,
  original: [...original],
  donor: [...donor]
});
type Own = Parameters<typeof findEqualBackups>[0];
const find = (regions: RegionContents[], writtenElsewhere = false, p: Own = profile) =>
  findEqualBackups(p, regions, { writtenElsewhere });

it('a donor whose region with identity is the original’s own is no donor', () => {
  expect(find([region('data', 'A', 'A')])).toEqual(['data']);
  expect(find([region('data', 'AB', 'CB'), region('program', 'P', 'Q')])).toEqual(['data']);
});
it('different content is what two units have', () => {
  expect(find([region('data', 'AA', 'BB'), region('program', 'P', 'Q')])).toEqual([]);
  expect(find([region('data', '', ''), region('program', 'P', '')])).toEqual([]);
});
it('the same program in two units is believed only once their identity is told apart', () => {
  const program = region('program', 'P', 'P');
  expect(find([region('data', 'A', 'B'), program])).toEqual([]);
  // nothing read yet of what would tell: unknown is never sound
  expect(find([region('data', '', ''), program])).toEqual(['program']);
  expect(find([region('data', 'A', ''), program])).toEqual(['program']);
  expect(find([program])).toEqual(['program']);
  // and not at all when the identity is equal too
  expect(find([region('data', 'A', 'A'), program])).toEqual(['data', 'program']);
});
it('where the family tells no identity every equal region counts', () => {
  const none = { identity: [], secrets: [] };
  expect(find([region('data', 'A', 'B'), region('program', 'P', 'P')], false, none)).toEqual([
    'program'
  ]);
});
it('a donor that another job has verifiedly written may carry such content', () => {
  expect(find([region('data', 'A', 'A')], true)).toEqual([]);
});
it('serial number and secret tell a unit as well as the VIN does, wherever they are stored', () => {
  const secret = {
    ...{ id: 'key', name: 'key', region: 'eeprom', offsets: [0], lengthBytes: 4 },
    ...{ form: 'bytes' as const, transform: undefined }
  };
  const told = { identity: [stored('serial', 'data')], secrets: [secret] };
  const nowhere = {
    identity: [{ ...stored('vin', 'data'), stored: undefined }],
    secrets: [secret]
  };
  const program = region('program', 'P', 'P');
  for (const [own, of] of [
    ['data', told],
    ['eeprom', told],
    ['eeprom', nowhere]
  ] as const) {
    expect(find([region(own, 'A', 'A'), program], false, of)).toEqual([own, 'program']);
    expect(find([region(own, 'A', 'B'), program], false, of)).toEqual([]);
    // told apart needs both sides
    expect(find([region(own, '', 'B'), program], false, of)).toEqual(['program']);
    expect(find([region(own, 'A', ''), program], false, of)).toEqual(['program']);
  }
  expect(find([region('data', 'A', 'B'), program], false, nowhere)).toEqual(['program']);
});

// The headless commands that know a family: fields and checksums told, checksums repaired, scrambled images laid bare.
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { crc32 } from 'node:zlib';
import { runCommand } from '../cli/run-command.ts';
import { makeMemory } from '../standins/src/modules/make-memory.ts';
import { loadProfiles } from '../standins/src/world/load-profiles.ts';
import { headlessFolder, json } from './support/headless.ts';
import { at } from './support/shop.ts';

const { file, put } = headlessFolder();
const profiles = loadProfiles(at('profiles'));
const FIELDS = {
  vin: 'U8HVC3F2401084417',
  'hardware-number': '0731204416',
  serial: 'S4417',
  mileage: '181240'
};
function region(family: string, id: string): Uint8Array {
  const profile = profiles.find((p) => p.id === family);
  if (!profile) throw new RangeError(family);
  return makeMemory(profile, 'unit', FIELDS).get(id)?.slice() as Uint8Array;
}
const bytesOf = (name: string) => readFileSync(file(name));

describe('inspect with a family', () => {
  it('tells fields with their copies, and no secret', () => {
    const bytes = region('PW-BD1', 'eeprom');
    // one of three copies of the mileage is torn
    bytes[0x1303] = (bytes[0x1303] as number) ^ 1;
    const told = json('inspect', put('body', bytes), '--profile', 'PW-BD1', '--region', 'eeprom');
    // and so the checksum over them does not hold
    expect(told['exit']).toBe(1);
    const field = (id: string) => (told['fields'] as { id: string }[]).find((f) => f.id === id);
    expect(field('vin')).toMatchObject({ value: FIELDS.vin, verdict: 'sound', agreeing: 2 });
    expect(field('mileage')).toMatchObject({ value: '181240 km', verdict: 'voted', agreeing: 2 });
    expect(field('immobiliser-secret')).toMatchObject({ value: 'kept secret' });
    const secret = Buffer.from(bytes.subarray(0x400, 0x410)).toString('hex');
    const line = runCommand([
      'inspect',
      file('body'),
      '--profile',
      'PW-BD1',
      '--region',
      'eeprom',
      '--json'
    ]);
    expect(line.out.replaceAll(/[ ,]/g, '').toLowerCase()).not.toContain(secret);
  });
  it('ends with 1 where a checksum of the family does not hold', () => {
    const bytes = region('QN-TC2', 'external');
    const words = ['--profile', 'QN-TC2', '--region', 'external'];
    const verdicts = (name: string) =>
      (json('inspect', file(name), ...words)['checksums'] as { verdict: string }[]).map(
        (c) => c.verdict
      );
    put('sound', bytes);
    expect(json('inspect', file('sound'), ...words)).toMatchObject({ exit: 0 });
    bytes[0x9000] = (bytes[0x9000] as number) ^ 0x10;
    put('bad', bytes);
    expect(json('inspect', file('bad'), ...words)).toMatchObject({ exit: 1 });
    expect(verdicts('bad')).toEqual([
      'holds',
      'differs',
      ...Array.from({ length: 7 }, () => 'holds')
    ]);
  });
  it.each([
    [['--profile', 'ZZ-999'], 2],
    [['--profile', '../package'], 2],
    [['--region', 'eeprom'], 2],
    [['--profile', 'PW-BD1', '--region', 'elsewhere'], 2],
    [['--profile', 'PW-BD1'], 2]
  ] as const)('with %j ends with %d', (words, exit) => {
    expect(runCommand(['inspect', put('x', 'abc'), ...words]).exit).toBe(exit);
  });
});

describe('repair', () => {
  it('corrects the chain of blocks from the first that is wrong, and tells each change', () => {
    const bytes = region('QN-TC2', 'external');
    const sound = bytes.slice();
    bytes.set([1, 2, 3, 4, 5], 0x11000);
    const words = ['--profile', 'QN-TC2', '--region', 'external'];
    const told = json('repair', put('in', bytes), file('out'), ...words);
    const changes = told['changes'] as { block: number; at: number; kind: string }[];
    expect(changes.map((c) => [c.block, c.at])).toEqual([
      ...[2, 3, 4, 5, 6, 7].map((b) => [b, 0x7ff00 + 4 * b]),
      [0, 0x7fffc]
    ]);
    const out = bytesOf('out');
    expect(out.filter((b, i) => b !== bytes[i] && i < 0x7ff00)).toHaveLength(0);
    expect(json('inspect', file('out'), ...words)).toMatchObject({ exit: 0 });
    expect(bytesOf('in').equals(bytes)).toBe(true);
    // the sound one needs nothing
    expect(json('repair', put('sound', sound), file('same'), ...words)['changes']).toEqual([]);
    expect(bytesOf('same').equals(sound)).toBe(true);
  });
  it('makes a CRC that zlib computes too', () => {
    const bytes = region('PW-EC9', 'backup');
    bytes.fill(0x42, 0x20000, 0x20100);
    const told = json('repair', put('in', bytes), file('out'), '--profile', 'PW-EC9');
    expect(told).toMatchObject({ exit: 0, changes: [{ rule: 'backup-crc', at: 0x3ffffc }] });
    const out = bytesOf('out');
    const stored = Buffer.from(out.subarray(0x3ffffc)).readUInt32BE();
    expect(stored).toBe(crc32(out.subarray(0x10000, 0x3ffffc)));
  });
  it('works at the address of the region too, in the format that was read', () => {
    const bytes = region('QN-TC2', 'external');
    bytes[5] = (bytes[5] as number) ^ 1;
    put('in', bytes);
    expect(
      runCommand(['convert', file('in'), file('in.hex'), '--to', 'hex', '--base', '0x30000000'])
        .exit
    ).toBe(0);
    const told = json(
      'repair',
      file('in.hex'),
      file('out.hex'),
      '--profile',
      'QN-TC2',
      '--region',
      'external'
    );
    expect((told['changes'] as { at: number }[])[0]?.at).toBe(0x3007ff00);
    expect(
      json('inspect', file('out.hex'), '--profile', 'QN-TC2', '--region', 'external')
    ).toMatchObject({
      ...{ exit: 0, format: 'intel-hex' }
    });
  });
  it('refuses half an image, no family, its own input', () => {
    const words = ['--profile', 'QN-TC2', '--region', 'external'];
    const half = put('half', region('QN-TC2', 'external').subarray(0, 0x40000));
    expect(json('repair', half, file('out'), ...words)).toMatchObject({
      ...{ exit: 1, problem: { code: 'checksum.range.unknown' } }
    });
    expect(runCommand(['repair', half, file('out')]).exit).toBe(2);
    expect(runCommand(['repair', half, half, ...words]).exit).toBe(1);
    expect(runCommand(['repair', half, file('out'), '--profile', 'SR-KU1']).exit).toBe(2);
  });
});

describe('transform', () => {
  it('goes there and back by steps or by the chain of a family', () => {
    const bytes = region('CV-GX7', 'eeprom');
    put('plain', bytes);
    const chain = ['--profile', 'CV-GX7', '--transform', 'eeprom-plain'];
    expect(
      runCommand(['transform', file('plain'), file('scrambled'), ...chain, '--undo']).exit
    ).toBe(0);
    expect(bytesOf('scrambled').equals(bytes)).toBe(false);
    const typed = ['--steps', 'xor 5A C3 96 E1, swap-16'];
    expect(runCommand(['transform', file('scrambled'), file('back'), ...typed]).exit).toBe(0);
    expect(bytesOf('back').equals(bytes)).toBe(true);
  });
  it('suggests the chain by what the family knows', () => {
    put('plain', region('PW-BD1', 'eeprom'));
    const scramble = ['--steps', 'swap-16, xor 13A7'];
    expect(runCommand(['transform', file('plain'), file('scrambled'), ...scramble]).exit).toBe(0);
    const family = ['--profile', 'PW-BD1', '--region', 'eeprom'];
    const told = json('transform', file('scrambled'), '--suggest', ...family);
    const [best] = told['suggestions'] as { steps: unknown; vins: string[]; fields: string[] }[];
    expect(best).toMatchObject({ vins: [FIELDS.vin] });
    expect(best?.fields).toContain('VIN');
    const steps = (best?.steps as { kind: string; key?: string }[]).map(
      (s) => `${s.kind} ${s.key ?? ''}`
    );
    const back = ['--steps', steps.join(',')];
    expect(runCommand(['transform', file('scrambled'), file('back'), ...back]).exit).toBe(0);
    expect(bytesOf('back').equals(bytesOf('plain'))).toBe(true);
  });
  it.each([
    [['--steps', 'xor'], 1],
    [['--steps', 'rot13'], 1],
    [['--steps', 'swap-32'], 1],
    [['--steps', 'permute-blocks 1 0/2'], 1],
    [['--steps', 'swap-16, '], 0],
    [[], 2],
    [['--profile', 'CV-GX7', '--transform', 'no'], 2],
    [['--steps', 'invert', '--transform', 'eeprom-plain'], 2]
  ] as const)('with %j ends with %d', (words, exit) => {
    expect(runCommand(['transform', put('six', 'abcdef'), file('out'), ...words]).exit).toBe(exit);
  });
});

describe('parts of a wide memory', () => {
  it('are written and joined again', () => {
    put(
      'wide',
      Uint8Array.from({ length: 4096 }, (_, i) => (i * 7) & 0xff)
    );
    for (const [parts, unit] of [
      ['2', '1'],
      ['4', '2']
    ] as const) {
      const split = ['--to', 'bin', '--split', parts, '--unit', unit];
      expect(runCommand(['convert', file('wide'), file('part'), ...split]).exit).toBe(0);
      const names = Array.from({ length: Number(parts) }, (_, i) => file(`part.${i}`));
      expect(
        runCommand(['convert', ...names, file('joined'), '--to', 'bin', '--join', unit]).exit
      ).toBe(0);
      expect(bytesOf('joined').equals(bytesOf('wide'))).toBe(true);
    }
    const two = [file('part.0'), file('part.1')];
    expect(runCommand(['convert', ...two, file('x'), '--to', 'bin']).exit).toBe(2);
    expect(
      runCommand(['convert', ...two, file('part.2'), file('x'), '--to', 'bin', '--join', '1']).exit
    ).toBe(1);
    expect(
      runCommand(['convert', file('wide'), file('x'), '--to', 'hex', '--split', '2']).exit
    ).toBe(2);
  });
});

it('compare writes a table that no spreadsheet takes for formulas', () => {
  put('=a', Uint8Array.of(1, 2, 3, 4));
  put('b', Uint8Array.of(1, 9, 3));
  expect(runCommand(['compare', file('=a'), file('b'), '--csv', file('out.csv')]).exit).toBe(0);
  expect(readFileSync(file('out.csv'), 'utf8')).toBe(
    [
      '"from","up to","bytes","\'=a","b"',
      '"0x00000001","0x00000002","1","02","09"',
      '"0x00000003","0x00000004","1","04",""',
      ''
    ].join('\r\n')
  );
});

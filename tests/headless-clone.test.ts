// ./badger clone, as the README has it.
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createHash } from 'node:crypto';
import { afterAll, describe, expect, it } from 'vitest';
import { runCommand } from '../cli/run-command.ts';
import { makeMemory } from '../standins/src/modules/make-memory.ts';
import { loadProfiles } from '../standins/src/world/load-profiles.ts';
import { at } from './support/shop.ts';

const dir = mkdtempSync(join(tmpdir(), 'badger-clone-'));
afterAll(() => rmSync(dir, { recursive: true, force: true }));

const profiles = loadProfiles(at('profiles'));
/** Reads of a unit as files: path by `who region number`. */
function makeFiles(family: string, who: string, reads = 2): Map<string, string> {
  const profile = profiles.find((p) => p.id === family);
  if (!profile) throw new Error(family);
  const vin = who === 'original' ? 'U8PLT5C3500771268' : 'U8PLT5C3X00884410';
  const memory = makeMemory(profile, who, { vin, serial: `${who}`.padEnd(10, '7').slice(0, 10) });
  const paths = new Map<string, string>();
  for (const [id, bytes] of memory)
    for (let n = 1; n <= reads; n++) {
      const path = join(dir, `${family}-${who}-${id}-${n}.bin`);
      writeFileSync(path, bytes);
      paths.set(`${id} ${n}`, path);
    }
  return paths;
}
const of = (files: Map<string, string>, id: string) =>
  [...files].filter(([key]) => key.startsWith(`${id} `)).map(([, path]) => path);
interface Told {
  readonly writable: boolean;
  readonly held: readonly string[];
  readonly composite?: string;
  readonly regions: readonly {
    readonly region: string;
    readonly file: string;
    readonly sha256: string;
    readonly provenance: readonly { readonly start: number; readonly end: number }[];
    readonly checksums: readonly { readonly before: string; readonly after: string }[];
  }[];
}
function clone(...words: readonly string[]): { exit: number; error: string; told: Told } {
  const { out, error, exit } = runCommand(['clone', ...words, '--json']);
  return { exit, error, told: (out ? JSON.parse(out) : {}) as Told };
}

describe('./badger clone', () => {
  const original = makeFiles('PW-BD1', 'original');
  const donor = makeFiles('PW-BD1', 'donor');
  const out = join(dir, 'out');
  const usual = ['--profile', 'PW-BD1', '--out', out];

  it('merges trusted reads into one file a region, every byte accounted for', () => {
    const { exit, told } = clone(
      ...[...usual, '--original', of(original, 'eeprom').join(',')],
      ...['--donor', of(donor, 'eeprom').join(',')]
    );
    expect(exit).toBe(0);
    expect(told).toMatchObject({ writable: true, held: [] });
    const [region] = told.regions;
    const bytes = readFileSync(join(out, region?.file ?? ''));
    expect(createHash('sha256').update(bytes).digest('hex')).toBe(region?.sha256);
    const covered = region?.provenance.reduce((n, p) => n + p.end - p.start, 0);
    expect(covered).toBe(bytes.length);
    expect(region?.checksums.some((c) => c.before !== c.after)).toBe(true);
    expect(bytes.subarray(0x200, 0x211).toString('latin1')).toBe('U8PLT5C3500771268');
    expect(bytes.subarray(0x50, 0x55).toString('latin1')).toBe('donor');
  });
  it('one read alone is no trust: built, and told that it may not be written', () => {
    const { exit, told } = clone(
      ...[...usual, '--original', of(original, 'eeprom')[0] ?? ''],
      ...['--donor', of(donor, 'eeprom').join(',')]
    );
    expect(exit).toBe(1);
    expect(told.writable).toBe(false);
    expect(told.held[0]).toContain('eeprom of the original is not trusted');
  });
  it('reads that disagree are no content', () => {
    const [first = '', second = ''] = of(original, 'eeprom');
    const spoilt = readFileSync(second);
    spoilt[0x900] = (spoilt[0x900] as number) ^ 1;
    writeFileSync(second, spoilt);
    const { exit, error } = clone(
      ...[...usual, '--original', `${first},${second}`],
      ...['--donor', of(donor, 'eeprom').join(',')]
    );
    expect(exit).toBe(2);
    expect(error).toContain('not to be trusted');
  });
  it('a content whose checksum does not hold is never built in', () => {
    const [, second = ''] = of(original, 'eeprom');
    const { exit, told } = clone(
      ...[...usual, '--original', second],
      '--donor',
      of(donor, 'eeprom')[0] ?? ''
    );
    expect(exit).toBe(1);
    expect(told).toMatchObject({ problem: { code: 'clone.source.unsound' } });
  });
  it('of a scrambled family the composite lies beside, laid bare', () => {
    const own = makeFiles('CV-GX7', 'original');
    const other = makeFiles('CV-GX7', 'donor');
    const all = (files: Map<string, string>) => [...files.values()].join(',');
    const { exit, told } = clone(
      ...['--profile', 'CV-GX7', '--out', out, '--original', all(own), '--donor', all(other)]
    );
    expect(exit).toBe(0);
    expect(told.composite).toBe('composite.hex');
    const eeprom = readFileSync(join(out, 'eeprom.bin'));
    expect(eeprom.includes(Buffer.from('U8PLT5C3500771268'))).toBe(false);
    const bare = runCommand([
      ...['transform', join(out, 'eeprom.bin'), join(dir, 'bare.bin')],
      ...['--profile', 'CV-GX7', '--region', 'eeprom', '--transform', 'eeprom-plain']
    ]);
    expect(bare.exit).toBe(0);
    expect(readFileSync(join(dir, 'bare.bin')).subarray(0x200, 0x211).toString('latin1')).toBe(
      'U8PLT5C3500771268'
    );
  });
  it('is called wrongly without what it needs, and overwrites nothing that it reads', () => {
    expect(clone('--profile', 'PW-BD1').exit).toBe(2);
    expect(clone(...usual, '--original', 'none.bin').exit).toBe(2);
    const tiny = join(dir, 'tiny.bin');
    writeFileSync(tiny, new Uint8Array(7));
    expect(clone(...usual, '--original', tiny)).toMatchObject({ exit: 2 });
    const inside = of(donor, 'eeprom')[0] ?? '';
    const target = join(dir, 'eeprom.bin');
    writeFileSync(target, readFileSync(inside));
    const { exit, error } = clone(
      ...['--profile', 'PW-BD1', '--out', dir, '--original', of(original, 'eeprom')[0] ?? ''],
      ...['--donor', target]
    );
    expect(exit).toBe(2);
    expect(error).toContain('never altered');
  });
});

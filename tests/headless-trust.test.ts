// Files held against each other as reads of one region, and the campaign, as a person types them.
import { createHash } from 'node:crypto';
import { linkSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { runCommand } from '../cli/run-command.ts';
import { makeMemory } from '../standins/src/modules/make-memory.ts';
import { loadProfiles } from '../standins/src/world/load-profiles.ts';
import { headlessFolder, json } from './support/headless.ts';

const { file, put } = headlessFolder();

describe('compare as reads of a region', () => {
  const words = ['--profile', 'MD-CM5'];
  const profile = loadProfiles(new URL('../profiles', import.meta.url).pathname).find(
    (p) => p.id === 'MD-CM5'
  );
  const memory = () => {
    if (!profile) throw new RangeError('MD-CM5');
    const fields = { vin: '1M8GDM9AXKP042788', 'hardware-number': '0991410511' };
    return makeMemory(profile, 'unit', fields).get('eeprom')?.slice() as Uint8Array;
  };
  it('trusts two that agree and hold, refuses what every read has wrong, puts together what three say', () => {
    const right = memory();
    expect(json('compare', put('r1', right), put('r2', right), ...words)).toMatchObject({
      ...{ verdict: 'trusted', cause: 'none', readsNeeded: 0, reconstruction: null, exit: 0 },
      ...{ disputed: [], groups: [[0, 1]] }
    });
    const stuck = right.map((b) => b | 0x10);
    expect(json('compare', put('s1', stuck), put('s2', stuck), ...words)).toMatchObject({
      ...{ verdict: 'refuse', cause: 'stuck-bit', readsNeeded: null, exit: 1 },
      evidence: expect.arrayContaining([
        expect.objectContaining({ code: 'trust.sign.stuck' })
      ]) as unknown
    });
    const spoilt = [0x120, 0x480, 0x900].map((at, i) => {
      const bytes = right.slice();
      bytes[at] = (bytes[at] as number) ^ 0x5a;
      return put(`n${i}`, bytes);
    });
    expect(json('compare', ...spoilt, ...words)).toMatchObject({
      ...{ verdict: 'reconstructed', exit: 0 },
      disputed: [0x120, 0x480, 0x900].map((start) => ({ start, end: start + 1 })),
      reconstruction: {
        writable: true,
        sha256: createHash('sha256').update(right).digest('hex')
      }
    });
  });
  it('a file longer than the region is no sound read of it, whatever its first bytes are', () => {
    const right = memory();
    const twice = Buffer.concat([right, right]);
    expect(json('compare', put('t1', twice), put('t2', twice), ...words)).toMatchObject({
      ...{ verdict: 'refuse', cause: 'address-line', exit: 1 }
    });
    const more = Buffer.concat([right, Buffer.alloc(100, 7)]);
    expect(json('compare', put('m1', more), put('m2', more), ...words)).toMatchObject({
      ...{ verdict: 'refuse', cause: 'wrong-region' }
    });
  });
  it('tells it in words, counts a link once, and refuses what is no whole read', () => {
    const right = memory();
    const [path] = [put('a1', right)];
    linkSync(path, file('linked'));
    expect(json('compare', path, file('linked'), ...words)).toMatchObject({
      ...{ verdict: 'read-again', countedOnce: [{ file: 1, sameAs: 0 }] }
    });
    const { out } = runCommand(['compare', path, put('a2', right), ...words]);
    expect(out).toContain('Trusted. Nothing is wrong.');
    runCommand(['convert', path, file('holes.hex'), '--to', 'hex']);
    expect(runCommand(['compare', path, path, '--required', '1', ...words]).exit).toBe(2);
    expect(runCommand(['compare', path, path, '--required', '17', ...words]).exit).toBe(2);
    expect(json('compare', path, put('a3', right), '--required', '3', ...words)).toMatchObject({
      ...{ verdict: 'read-again', readsNeeded: 1 }
    });
  });
});

describe('campaign', () => {
  it('gives the same for the same seed, and ends with 0 only where nothing wrong was trusted', () => {
    const told = json('campaign', '--cases', '26', '--seed', '4');
    expect(told).toMatchObject({ cases: 26, seed: 4, falseTrust: 0, exit: 0 });
    expect(json('campaign', '--cases', '26', '--seed', '4')).toEqual(told);
    for (const bad of [['x'], ['--cases', '0'], ['--cases', '-3'], ['--cases', '2000000']])
      expect(runCommand(['campaign', ...bad]).exit, bad.join(' ')).toBe(2);
  });
});

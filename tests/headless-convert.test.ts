// The headless conversion: every format round, holes, damage, and the original left alone.
import { readFileSync, symlinkSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { runCommand } from '../cli/run-command.ts';
import { headlessFolder, json, noise } from './support/headless.ts';

const { home, file, put } = headlessFolder();

describe('convert', () => {
  it('goes round through every format', () => {
    const bytes = noise(70_000, 4);
    const input = put('in', bytes);
    for (const [format, base] of [
      ['hex', '0x8000'],
      ['s28', '0x8000'],
      ['s37', '0xF0000000'],
      ['hex', '0xFFFE0000']
    ] as const) {
      expect(
        runCommand(['convert', input, file('mid'), '--to', format, '--base', base]).exit,
        format
      ).toBe(0);
      expect(runCommand(['convert', file('mid'), file('out'), '--to', 'bin']).exit, format).toBe(0);
      expect(new Uint8Array(readFileSync(file('out')))).toEqual(bytes);
    }
    expect(json('convert', input, file('mid'), '--to', 's19')).toMatchObject({
      exit: 1,
      problem: { code: 'format.address.high' }
    });
  });
  it('fills a hole only when it is told with what', () => {
    const hex = put('hole.hex', ':0400000000010203F6\n:0400140004050607D2\n:00000001FF\n');
    expect(json('convert', hex, file('h'), '--to', 'bin')).toMatchObject({
      ...{ exit: 1, problem: { code: 'format.hole.unfilled', params: { address: 4, bytes: 16 } } }
    });
    expect(runCommand(['convert', hex, file('h'), '--to', 'bin', '--fill', 'A5']).exit).toBe(0);
    expect([...readFileSync(file('h'))]).toEqual([
      0,
      1,
      2,
      3,
      ...Array<number>(16).fill(0xa5),
      4,
      5,
      6,
      7
    ]);
  });
  it('makes no file of two gigabytes of nothing', () => {
    const far = put(
      'far.hex',
      ':0400000000010203F6\n:020000048000 7A\n'.replace(' ', '') +
        ':0400140004050607D2\n:00000001FF\n'
    );
    expect(json('convert', far, file('far'), '--to', 'bin', '--fill', '00')).toMatchObject({
      exit: 1,
      problem: { code: 'format.hole.large' }
    });
    expect(json('inspect', far)).toMatchObject({ bytes: 8, exit: 0 });
  });
  it('takes no base that would mean nothing', () => {
    const hex = put('small.hex', ':0400000000010203F6\n:00000001FF\n');
    expect(runCommand(['convert', hex, file('s'), '--to', 's37', '--base', '0x100']).exit).toBe(2);
  });
  it('never writes over what it reads, by whatever name', () => {
    const bytes = noise(100, 5);
    const path = put('own', bytes);
    symlinkSync(path, file('own-link'));
    for (const out of [path, file('own-link'), join(home(), '.', 'own')])
      expect(runCommand(['convert', path, out, '--to', 'hex']).exit).toBe(2);
    expect(new Uint8Array(readFileSync(path))).toEqual(bytes);
  });
  it('refuses a damaged file unless it is told that it is meant', () => {
    const bad = put('bad.hex', ':0400000000010203F6\n:0400140004050607D3\n:00000001FF\n');
    expect(json('convert', bad, file('b'), '--to', 'bin')).toMatchObject({
      exit: 1,
      problem: { code: 'format.file.damaged' }
    });
    expect(
      json('convert', bad, file('b'), '--to', 'bin', '--fill', '00', '--damaged')
    ).toMatchObject({
      exit: 0,
      findings: [{ severity: 'stop' }]
    });
  });
  it('lets the first or the last byte of an address count only when told', () => {
    const two = put('two.hex', ':0100000001FE\n:0100000002FD\n:00000001FF\n');
    expect(json('convert', two, file('t'), '--to', 'bin')).toMatchObject({
      exit: 1,
      problem: { code: 'format.overlap.other' }
    });
    for (const [which, value] of [
      ['first', 1],
      ['last', 2]
    ] as const) {
      expect(runCommand(['convert', two, file('t'), '--to', 'bin', '--overlap', which]).exit).toBe(
        0
      );
      expect([...readFileSync(file('t'))]).toEqual([value]);
    }
  });
});

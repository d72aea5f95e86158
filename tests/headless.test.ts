// The headless commands as a person types them: agreed shapes, ways to end, and what they refuse.
import { execFileSync, spawnSync } from 'node:child_process';
import { linkSync, readFileSync, symlinkSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { runCommand } from '../cli/run-command.ts';
import { headlessFolder, json, noise } from './support/headless.ts';
import { at } from './support/shop.ts';

const { home, file, put } = headlessFolder();

describe('./badger as it is called', () => {
  it('takes paths from where it is called, and ends with 0, 1 and 2', () => {
    put('digits', '123456789');
    const run = (...words: string[]) =>
      spawnSync(at('badger'), words, { cwd: home(), encoding: 'utf8' });
    const sum = run('sum', 'digits', '--algorithm', 'CRC-16/IBM-3740', '--json');
    expect([sum.stdout, sum.status]).toEqual(['{"value":"0x29B1"}\n', 0]);
    expect(run('vin', 'SHORT').status).toBe(1);
    const wrong = run('sum', 'digits');
    expect([wrong.status, wrong.stdout]).toEqual([2, '']);
    expect(wrong.stderr).toContain('--algorithm');
  });
});

describe('sum', () => {
  it.each([
    // check values of the published catalogue over the digits, and definitions
    ['CRC-32/ISO-HDLC', '0xCBF43926'],
    ['crc-64/xz', '0x995DC9BBDF1939FA'],
    ['CRC-3/GSM', '0x4'],
    ['SUM-8', '0xDD'],
    ['SUM-16', '0x01DD'],
    ['XOR-8', '0x31'],
    ['ADLER-32', '0x091E01DE']
  ])('of the digits by %s is %s', (name, value) => {
    expect(json('sum', put('digits', '123456789'), '--algorithm', name)).toEqual({
      value,
      exit: 0
    });
  });
  it('agrees with the system over a part of a file', () => {
    const bytes = noise(5000, 1);
    const crc = execFileSync(
      'python3',
      ['-c', 'import sys,zlib;print("0x%08X"%zlib.crc32(sys.stdin.buffer.read()[256:4001]))'],
      {
        input: bytes,
        encoding: 'utf8'
      }
    ).trim();
    expect(
      json(
        'sum',
        put('noise', bytes),
        '--algorithm',
        'CRC-32/ISO-HDLC',
        '--from',
        '0x100',
        '--to',
        '4001'
      )
    ).toEqual({ value: crc, exit: 0 });
  });
  it('counts addresses of a file of records, and refuses a hole', () => {
    // two records with a hole of 16 bytes between
    const hex = put(
      'hole.hex',
      ':04000000000102 03F6\n'.replace(' ', '') + ':0400140004050607D2\n:00000001FF\n'
    );
    expect(json('sum', hex, '--algorithm', 'SUM-8', '--from', '0x14', '--to', '0x18')).toEqual({
      value: '0x16',
      exit: 0
    });
    expect(json('sum', hex, '--algorithm', 'SUM-8')).toMatchObject({
      ...{ exit: 1, problem: { code: 'checksum.range.unknown', params: { address: 4 } } }
    });
  });
  it.each([
    [['--algorithm', 'NONE'], 2],
    [['--algorithm', 'SUM-8', '--from', '-1'], 2],
    [['--algorithm', 'SUM-8', '--from', '5', '--to', '4'], 2],
    [['--algorithm', 'SUM-8', '--nonsense'], 2],
    [['--algorithm', 'SUM-16-LE'], 1],
    [['--algorithm', 'SUM-8', '--to', '10'], 1]
  ])('with %j ends with %d', (words, exit) => {
    expect(runCommand(['sum', put('digits', '123456789'), ...words]).exit).toBe(exit);
  });
  it('of a file that is not there is wrong use', () => {
    expect(runCommand(['sum', file('absent'), '--algorithm', 'SUM-8'])).toMatchObject({
      exit: 2,
      out: ''
    });
    expect(runCommand(['sum', home(), '--algorithm', 'SUM-8']).exit).toBe(2);
  });
});

describe('inspect', () => {
  it('tells what is agreed', () => {
    const bytes = noise(4096, 2);
    bytes.set(new TextEncoder().encode('\0' + '1G4AH59H45G118341' + '\0'), 99);
    bytes.fill(0xff, 1024, 2048);
    bytes.copyWithin(3000, 200, 500);
    expect(json('inspect', put('image', bytes))).toMatchObject({
      ...{
        format: 'binary',
        ranges: [{ start: 0, end: 4096 }],
        bytes: 4096,
        findings: [],
        exit: 0
      },
      sha256: execFileSync('sha256sum', [file('image')], { encoding: 'utf8' }).slice(0, 64),
      blankShare: 0.25,
      vins: [{ at: 100, vin: '1G4AH59H45G118341', checkDigit: 'holds' }],
      repeats: [{ starts: [200, 3000], bytes: 300, differingBytes: 0 }]
    });
  });
  it('ends with 1 where a file is damaged, and still tells the rest', () => {
    const told = json(
      'inspect',
      put('bad.hex', ':0400000000010203F6\n:0400140004050607D3\n:00000001FF\n')
    );
    expect(told).toMatchObject({
      ...{
        format: 'intel-hex',
        exit: 1,
        ranges: [
          { start: 0, end: 4 },
          { start: 20, end: 24 }
        ]
      },
      findings: [{ code: 'format.checksum.wrong', severity: 'stop', params: { line: 2 } }]
    });
  });
});

describe('compare and patch', () => {
  it('tells groups, bytes and ranges; its patch makes the one of the other, and back', () => {
    const a = noise(3000, 3);
    const b = a.slice();
    b.set([1, 2, 3], 1000);
    const [pathA, pathB, copy] = [put('a', a), put('b', b), put('copy', a)];
    expect(json('compare', pathA, pathB, copy)).toMatchObject({
      ...{ content: 'differ', groups: [[0, 2], [1]], differingBytes: 3, exit: 0 },
      ranges: [{ start: 1000, end: 1003 }]
    });
    expect(json('compare', pathA, copy)).toMatchObject({
      ...{ content: 'equal', verdict: 'trusted', cause: 'none', readsNeeded: 0 },
      groups: [[0, 1]],
      findings: [],
      exit: 0
    });
    runCommand(['compare', pathA, pathB, '--patch', file('p.json')]);
    expect(json('patch', pathA, file('p.json'), file('made'))).toMatchObject({
      asMeant: true,
      exit: 0
    });
    expect(new Uint8Array(readFileSync(file('made')))).toEqual(b);
    expect(json('patch', pathB, file('p.json'), file('back'), '--reverse')).toMatchObject({
      asMeant: true
    });
    expect(new Uint8Array(readFileSync(file('back')))).toEqual(a);
  });
  it('a patch refuses another image, and one whose bytes are other even when it is meant elsewhere', () => {
    const other = noise(3000, 3);
    other[2999] = (other[2999] as number) ^ 1;
    const path = put('other', other);
    expect(json('patch', path, file('p.json'), file('x'))).toMatchObject({
      exit: 1,
      problem: { code: 'patch.source.other' }
    });
    expect(json('patch', path, file('p.json'), file('x'), '--elsewhere')).toMatchObject({
      asMeant: false,
      exit: 0
    });
    other[1001] = (other[1001] as number) ^ 1;
    expect(
      json('patch', put('other', other), file('p.json'), file('y'), '--elsewhere')
    ).toMatchObject({
      ...{ exit: 1, problem: { code: 'patch.content.other', params: { address: 1001 } } }
    });
    expect(() => readFileSync(file('y'))).toThrow();
  });
  it('compares a file of records with a binary file', () => {
    const a = put('a', noise(3000, 3));
    runCommand(['convert', a, file('a.s19'), '--to', 's19']);
    expect(json('compare', a, file('a.s19'))).toMatchObject({ content: 'equal' });
  });
  it('never writes over what it reads, by whatever name, and says where it cannot write', () => {
    const bytes = noise(300, 3);
    const [a, b] = [put('own', bytes), put('own2', noise(300, 4))];
    symlinkSync(a, file('own-link'));
    linkSync(b, file('own-hard'));
    for (const out of [a, `${home()}/./own`, file('own-link'), file('own-hard')])
      expect(runCommand(['compare', a, b, '--patch', out]).exit, out).toBe(2);
    expect(runCommand(['compare', a, b, '--patch', file('d.json')]).exit).toBe(0);
    for (const out of [a, file('own-link'), file('d.json')])
      expect(runCommand(['patch', a, file('d.json'), out]).exit, out).toBe(2);
    expect(new Uint8Array(readFileSync(a))).toEqual(bytes);
    expect(runCommand(['compare', a, b, '--patch', file('none/d.json')])).toMatchObject({
      ...{ exit: 2, out: '' }
    });
  });
  it('names the image in which content has moved', () => {
    const bytes = noise(3000, 3);
    const moved = new Uint8Array([
      ...bytes.subarray(0, 500),
      ...new Uint8Array(64),
      ...bytes.subarray(500)
    ]);
    expect(json('compare', put('a', bytes), put('moved.bin', moved))).toMatchObject({
      findings: expect.arrayContaining([
        expect.objectContaining({
          code: 'compare.content.shifted',
          params: { bytes: 2500, by: 64, which: 'moved.bin' }
        })
      ]) as unknown
    });
  });
  it('takes two to sixteen; one file counts once, however often it is named', () => {
    const a = put('a', noise(300, 3));
    expect(runCommand(['compare', a]).exit).toBe(2);
    expect(runCommand(['compare', ...Array<string>(17).fill(a)]).exit).toBe(2);
    expect(json('compare', ...Array<string>(16).fill(a))).toMatchObject({
      ...{ content: 'equal', verdict: 'read-again', readsNeeded: 1 }
    });
  });
});

describe('vin', () => {
  it.each([
    // 49 CFR 565.15, worked example
    [
      '1G4AH59H45G118341',
      {
        valid: true,
        checkDigit: '4',
        expected: '4',
        modelYears: [2005],
        region: 'north-america',
        findings: [],
        exit: 0
      }
    ],
    // published pair: the second differs in its first character, a European maker, where no digit is asked for
    ['5GZCZ43D13S812715', { valid: true, checkDigit: '1', expected: '1' }],
    [
      'SGZCZ43D13S812715',
      {
        valid: true,
        checkDigit: '1',
        expected: 'X',
        findings: [{ code: 'vin.digit.differs', severity: 'note' }],
        exit: 0
      }
    ],
    [
      '1G4AH59H55G118341',
      {
        valid: false,
        checkDigit: '5',
        expected: '4',
        findings: [{ code: 'vin.digit.differs', severity: 'stop' }],
        exit: 1
      }
    ],
    ['00000000000000000', { valid: false, exit: 1 }],
    ['1G4AH59H45G11834O', { valid: false, exit: 1, findings: [{ code: 'vin.letter.forbidden' }] }],
    ['', { valid: false, exit: 1 }]
  ])('%s', (text, told) => {
    expect(json('vin', text)).toMatchObject(told);
  });
});

describe('every command', () => {
  it.each(['inspect', 'sum', 'find-sums', 'compare', 'convert', 'patch', 'vin'])(
    '%s tells its use, and refuses to guess',
    (name) => {
      expect(runCommand([name, '--help'])).toMatchObject({
        exit: 0,
        out: expect.stringContaining(`./badger ${name} `) as string
      });
      expect(runCommand([name]).exit).toBe(2);
      expect(runCommand([name, '--unheard-of']).exit).toBe(2);
    }
  );
  it('an unknown one is wrong use', () => expect(runCommand(['peek']).exit).toBe(2));
});

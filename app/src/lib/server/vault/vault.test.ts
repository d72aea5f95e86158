import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { argon2id } from '@noble/hashes/argon2.js';
import fc from 'fast-check';
import { afterAll, describe, expect, it } from 'vitest';
import { deriveKey, seal, unseal } from './sealing.ts';
import { openFile, sealFile } from './sealed-file.ts';
import { Vault } from './vault.ts';
import { makeKeyFile, makeStretch, readKeyFile, stretchPassphrase } from './wrapping-key.ts';

const hex = (text: string) => new Uint8Array(Buffer.from(text, 'hex'));
const toHex = (bytes: Uint8Array | undefined) => Buffer.from(bytes ?? []).toString('hex');

describe('AES-256-GCM', () => {
  // McGrew and Viega, "The Galois/Counter Mode of Operation", test cases 13, 14 and 16
  const CASES = [
    ['13', '00'.repeat(32), '00'.repeat(12), '', '', '', '530f8afbc74536b9a963b4f1c4cb738b'],
    [
      ...['14', '00'.repeat(32), '00'.repeat(12), '00'.repeat(16), ''],
      ...['cea7403d4d606b6e074ec5d3baf39d18', 'd0d1c8a799996bf0265b98b5d48ab919']
    ],
    [
      ...['16', 'feffe9928665731c6d6a8f9467308308'.repeat(2), 'cafebabefacedbaddecaf888'],
      'd9313225f88406e5a55909c5aff5269a86a7a9531534f7da2e4c303d8a318a721c3c0c95956809532fcf0e2449a6b525b16aedf5aa0de657ba637b39',
      'feedfacedeadbeeffeedfacedeadbeefabaddad2',
      '522dc1f099567d07f47f37a32a84427d643a8cdcbfe5c0c97598a2bd2555d1aa8cb08e48590dbb3da7b08b1056828838c5f61e6393ba7a0abcc9f662',
      '76fc6ece0f4e1768cddf8853bb2d551b'
    ]
  ] as const;
  it.each(CASES)('opens what the published case %s seals', (...row) => {
    const [, key, nonce, plain, about, sealed, tag] = row as unknown as string[];
    const whole = hex(`${nonce}${sealed}${tag}`);
    expect(toHex(unseal(hex(key ?? ''), whole, hex(about ?? '')))).toBe(plain);
    whole[whole.length - 1] = (whole.at(-1) ?? 0) ^ 1;
    expect(unseal(hex(key ?? ''), whole, hex(about ?? ''))).toBeUndefined();
  });

  it('opens only whole, under the same key, as the same thing; no two seals are alike', () => {
    const key = new Uint8Array(32).fill(7);
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 300 }), fc.string(), fc.nat(), (plain, about, at) => {
        const sealed = seal(key, plain, about);
        expect(toHex(unseal(key, sealed, about))).toBe(toHex(plain));
        expect(toHex(seal(key, plain, about))).not.toBe(toHex(sealed));
        expect(unseal(key, sealed, `${about}x`)).toBeUndefined();
        expect(unseal(new Uint8Array(32).fill(8), sealed, about)).toBeUndefined();
        expect(unseal(key, sealed.subarray(0, at % sealed.length), about)).toBeUndefined();
        const turned = sealed.slice();
        turned[at % sealed.length] = (turned[at % sealed.length] ?? 0) ^ 0x10;
        expect(unseal(key, turned, about)).toBeUndefined();
      })
    );
  });
});

it('HKDF-SHA-256 without salt is that of RFC 5869, A.3', () => {
  expect(toHex(deriveKey(hex('0b'.repeat(22)), ''))).toBe(
    '8da4e775a563c18f715f802a063c5a31b8a11f5c5ee1879ec3454e5f3c738d2d'
  );
});

describe('Argon2id', () => {
  it('the second opinion holds the vector of RFC 9106, section 5.3', () => {
    const tag = argon2id(hex('01'.repeat(32)), hex('02'.repeat(16)), {
      ...{ t: 3, m: 32, p: 4, dkLen: 32, version: 0x13 },
      ...{ key: hex('03'.repeat(8)), personalization: hex('04'.repeat(12)) }
    });
    expect(toHex(tag)).toBe('0d640df58d78766c08c037a34a8b53c9d01ef0452d75b65eb52520e96b01e659');
  });

  it('a passphrase gives what the reference program gives, and what the second opinion gives', async () => {
    // the program argon2 of the reference implementation: password, somesalt, -id -t 2 -m 16 -p 1
    const salt = new Uint8Array(Buffer.from('somesalt'));
    const published = { salt, memoryKib: 65_536, passes: 2, lanes: 1 };
    expect(toHex(await stretchPassphrase('password', published))).toBe(
      '09316115d5cf24ed5a15a31a3ba326e5cf32edc24702987c02b6566f61913cf7'
    );
    const stretch = { ...makeStretch(), memoryKib: 256 };
    const ours = await stretchPassphrase('ein langes Wört 47', stretch);
    const theirs = argon2id('ein langes Wört 47'.normalize('NFC'), stretch.salt, {
      ...{ t: stretch.passes, m: 256, p: stretch.lanes, dkLen: 32 }
    });
    expect(toHex(ours)).toBe(toHex(theirs));
  });
});

describe('the vault', () => {
  const keyOf = (n: number) => new Uint8Array(32).fill(n);
  const old = new Vault(new Map([[1, keyOf(1)]]));
  const two = new Vault(
    new Map([
      [1, keyOf(1)],
      [2, keyOf(2)]
    ])
  );

  it('seals by the newest key, opens what older ones sealed, and names the same as ever', () => {
    const plain = Uint8Array.of(4, 2, 0, 7);
    expect(two.seal(plain, 'x').keyNo).toBe(2);
    expect(two.unseal(old.seal(plain, 'x'), 'x')).toEqual({ ok: true, value: plain });
    expect(old.unseal(two.seal(plain, 'x'), 'x').ok).toBe(false);
    expect(two.nameOf(plain)).toBe(old.nameOf(plain));
    expect(two.markOf('value', plain)).toBe(old.markOf('value', plain));
    expect(two.markOf('other', plain)).not.toBe(two.markOf('value', plain));
    expect(() => new Vault(new Map())).toThrow('no data key');
  });

  it('a sealed file opens here and nowhere else; another file is left as it is', () => {
    const plain = Uint8Array.from({ length: 500 }, (_, i) => i & 0xff);
    const file = sealFile(two, plain);
    expect(Buffer.from(file).includes(Buffer.from(plain.subarray(0, 12)))).toBe(false);
    expect(openFile(two, file)).toEqual({ ok: true, value: plain });
    expect(openFile(old, file)).toMatchObject({ problem: { code: 'vault.content.shut' } });
    expect(openFile(two, file.subarray(0, 60))).toMatchObject({ ok: false });
    expect(openFile(two, plain)).toEqual({ ok: true, value: plain });
  });
});

describe('the key file', () => {
  const home = mkdtempSync(join(tmpdir(), 'badger-key-'));
  afterAll(() => rmSync(home, { recursive: true, force: true }));

  it('is made once, for its owner alone, also when two make it at once', async () => {
    const path = join(home, 'a/key');
    expect(await readKeyFile(path)).toBeUndefined();
    const made = await Promise.all([makeKeyFile(path), makeKeyFile(path), makeKeyFile(path)]);
    expect(new Set(made.map(toHex)).size).toBe(1);
    expect(toHex(await readKeyFile(path))).toBe(toHex(made[0]));
    expect(statSync(path).mode & 0o777).toBe(0o600);
    expect(readFileSync(path, 'utf8')).toMatch(/^[0-9a-f]{64}\n$/);
  });

  it('with anything else in it opens nothing and says so', async () => {
    const path = join(home, 'bad');
    for (const text of ['', 'ab', 'g'.repeat(64), 'a'.repeat(63), 'a'.repeat(65)]) {
      writeFileSync(path, text);
      await expect(readKeyFile(path)).rejects.toThrow('holds no key');
    }
  });
});

// Debian's rhash as a judge of the CRC engine (eight and sixteen bytes at once, odd beginnings) and of the hash of an image.
import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { findChecksum } from '@badger/core/checksum/named';
import { imageOf } from '@badger/core/image/image';
import { sha256OfImage } from '../app/src/lib/features/dump/sha256.ts';
import { noise } from './support/headless.ts';

let home = '';
beforeAll(() => (home = mkdtempSync(join(tmpdir(), 'badger-rhash-'))));
afterAll(() => rmSync(home, { recursive: true }));

const LENGTHS = [1, 7, 8, 15, 16, 17, 255, 4095, 4096, 4097, 4111, 4112, 65_521, 65_536, 1_000_003];
const value = (name: string, bytes: Uint8Array) =>
  findChecksum(name)?.compute(bytes).toString(16).padStart(8, '0');

describe('rhash', () => {
  it('has the same CRC-32, CRC-32C and SHA-256 for every length', () => {
    const images = LENGTHS.map((length, i) => noise(length, 40 + i));
    const files = images.map((bytes, i) => {
      const path = join(home, `${i}.bin`);
      writeFileSync(path, bytes);
      return path;
    });
    const told = execFileSync(
      '/usr/bin/rhash',
      ['--printf=%{crc32} %{crc32c} %{sha-256}\\n', ...files],
      {
        encoding: 'utf8'
      }
    );
    expect(told.trim().toLowerCase().split('\n')).toEqual(
      images.map((bytes) => {
        // a view that begins at an odd address of its buffer
        const odd = new Uint8Array(bytes.length + 3).subarray(3);
        odd.set(bytes);
        const image = imageOf([{ range: { start: 0, end: bytes.length }, bytes, origin: 'file' }]);
        return [
          value('CRC-32/ISO-HDLC', odd),
          value('CRC-32/ISCSI', odd),
          sha256OfImage(image)
        ].join(' ');
      })
    );
  });
});

// The dump desk against packages and tools that do a part of it. Needs srecord (the tests install it).
import { execFileSync } from 'node:child_process';
import { existsSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import * as zlib from 'node:zlib';
import crc32 from 'crc/calculators/crc32';
import MemoryMap from 'nrf-intel-hex';
import { CRC32_ISO_HDLC, computeCrc } from '../core/src/checksum/crc.ts';
import { readIntelHex, writeIntelHex } from '../core/src/format/intel-hex.ts';
import { imageOf } from '../core/src/image/image.ts';
import { compareMany } from '../core/src/survey/compare-many.ts';
import { findSums } from '../core/src/sum-search/find-sums.ts';
import { suggestTransforms } from '../core/src/transform/suggest.ts';
import { race, report } from './bench-support.ts';

const MIB = 2 ** 20;

/** Node.js has it since version 22. */
const nativeCrc = (zlib as { crc32?: (bytes: Uint8Array) => number }).crc32;

async function sumEightMebibytes(bytes: Uint8Array) {
  const buffer = Buffer.from(bytes.buffer);
  const [ours, theirs] = await race(
    11,
    () => computeCrc(CRC32_ISO_HDLC, bytes),
    () => crc32(buffer)
  );
  report('CRC-32 of 8 MiB: npm crc / ours', theirs / ours, {
    aim: '>= 4  ',
    ok: theirs / ours >= 4,
    detail: `${ours.toFixed(0)} ms`
  });
  if (!nativeCrc) return;
  const [own, native] = await race(
    11,
    () => computeCrc(CRC32_ISO_HDLC, bytes),
    () => nativeCrc(bytes)
  );
  report('CRC-32 of 8 MiB / native zlib', own / native, { aim: 'shown ', ok: true });
}

async function readHex(bytes: Uint8Array) {
  const image = imageOf([{ range: { start: 0, end: bytes.length }, bytes, origin: 'made' }]);
  const made = writeIntelHex(image);
  if (!made.ok) throw new Error(made.problem.code);
  const text = new TextDecoder().decode(made.value);
  const [ours, theirs] = await race(
    5,
    () => readIntelHex(made.value),
    () => MemoryMap.fromHex(text, 64 * MIB)
  );
  report('reading Intel HEX of 8 MiB: nrf-intel-hex / ours', theirs / ours, {
    aim: '>= 5  ',
    ok: theirs / ours >= 5,
    detail: `${ours.toFixed(0)} ms`
  });
  if (!existsSync('/usr/bin/srec_cat')) return;
  const home = mkdtempSync(join(tmpdir(), 'badger-bench-'));
  writeFileSync(join(home, 'image.hex'), made.value);
  const tool = () =>
    execFileSync('srec_cat', [
      join(home, 'image.hex'),
      '-intel',
      '-o',
      join(home, 'image.bin'),
      '-binary'
    ]);
  const [own, srecord] = await race(5, () => readIntelHex(made.value), tool);
  rmSync(home, { recursive: true });
  report('reading Intel HEX of 8 MiB / srec_cat', own / srecord, {
    aim: '<= 1  ',
    ok: own / srecord <= 1
  });
}

const imageOfBytes = (bytes: Uint8Array) =>
  imageOf([{ range: { start: 0, end: bytes.length }, bytes, origin: 'made' }]);

async function compareEightMebibytes(bytes: Uint8Array) {
  const other = bytes.slice();
  for (let at = 1000; at < other.length; at += 300_000) other[at] = (other[at] as number) ^ 1;
  // the native one stops at the first difference: it is given none
  const same = bytes.slice();
  const images = [imageOfBytes(bytes), imageOfBytes(other)];
  const [own, native] = await race(
    7,
    () => compareMany(images),
    () => Buffer.compare(bytes, same)
  );
  report('two images of 8 MiB compared / native compare of equal ones', own / native, {
    aim: '<= 3  ',
    ok: own / native <= 3,
    detail: `${own.toFixed(1)} ms, moved content looked for too`
  });
  const eight = Array.from({ length: 8 }, (_, i) => {
    const copy = bytes.slice();
    copy[i * 1_000_000 + 5] = (copy[i * 1_000_000 + 5] as number) ^ 0x10;
    return imageOfBytes(copy);
  });
  const start = performance.now();
  compareMany(eight);
  report('eight images of 8 MiB compared (seconds)', (performance.now() - start) / 1000, {
    aim: 'shown ',
    ok: true
  });
}

/** Large beside what the process takes anyway. */
const PEAK_MIB = 64;

/** In a process of its own: what opening and looking at an image takes beside what Node.js takes anyway. */
function peakMemory() {
  const script = fileURLToPath(new URL('bench-dump-peak.ts', import.meta.url));
  const peak = Number(
    execFileSync(process.execPath, ['--import', 'tsx', script, String(PEAK_MIB * MIB)], {
      encoding: 'utf8'
    })
  );
  report('peak memory of opening and looking at 64 MiB / its size', peak, {
    aim: '<= 6  ',
    ok: peak <= 6
  });
}

function tryWays(bytes: Uint8Array) {
  const start = performance.now();
  suggestTransforms(bytes);
  report('likely ways tried on a scrambled 8 MiB (seconds)', (performance.now() - start) / 1000, {
    aim: 'shown ',
    ok: true
  });
}

async function findOne(bytes: Uint8Array) {
  const table = Uint32Array.from({ length: 256 }, (_, i) => {
    let r = i;
    for (let k = 0; k < 8; k++) r = r & 1 ? (r >>> 1) ^ 0xedb88320 : r >>> 1;
    return r;
  });
  const pass = () => {
    let crc = -1;
    for (let i = 0; i < bytes.length; i++)
      crc = (table[(crc ^ (bytes[i] as number)) & 0xff] as number) ^ (crc >>> 8);
    return crc;
  };
  const [search, one] = await race(
    7,
    () => findSums(bytes, { algorithms: ['CRC-32/ISO-HDLC'] }),
    pass
  );
  report('find one CRC-32 in 2 MiB, both orders / one pass by table', search / one, {
    aim: '<= 25 ',
    ok: search / one <= 25,
    detail: `${search.toFixed(0)} ms`
  });
  const start = performance.now();
  const { tried } = findSums(bytes);
  const seconds = (performance.now() - start) / 1000;
  report('find everything in 2 MiB (seconds)', seconds, {
    aim: 'shown ',
    ok: true,
    detail: `${tried} kinds`
  });
}

/** Needs nothing but this machine. */
export async function dumpDesk(noise: (length: number, seed: number) => Uint8Array) {
  const eight = noise(8 * MIB, 5);
  await sumEightMebibytes(eight);
  await readHex(eight);
  await compareEightMebibytes(eight);
  peakMemory();
  await findOne(noise(2 * MIB, 6));
  tryWays(eight);
}

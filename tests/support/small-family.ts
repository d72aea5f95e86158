// The families of the demo, HV-EC4 with a memory of a few KiB: a write takes a moment, and many can be tried.
import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { at } from './shop.ts';

interface Document {
  regions: { id: string; lengthBytes: number; eraseBlockBytes: number }[];
  identity: { stored?: { region: string; offsets: string[] } }[];
  checksums: unknown[];
}

export function smallFamilies(): { dir: string; remove: () => void } {
  const dir = mkdtempSync(join(tmpdir(), 'badger-families-'));
  cpSync(at('profiles'), dir, { recursive: true });
  const path = join(dir, 'hv-ec4.json');
  const doc = JSON.parse(readFileSync(path, 'utf8')) as Document;
  for (const region of doc.regions) {
    region.lengthBytes = 8192;
    region.eraseBlockBytes = 4096;
  }
  for (const { stored } of doc.identity)
    if (stored)
      stored.offsets = stored.offsets.map(
        (o) => `0x${(Number(o) % 0x1f00).toString(16).toUpperCase()}`
      );
  doc.checksums = doc.regions.map(({ id }) => ({
    ...{ id: `${id}-crc`, region: id, kind: 'crc32', littleEndian: false },
    ...{ start: '0x0', end: '0x1FFC', storedAt: '0x1FFC' }
  }));
  writeFileSync(path, JSON.stringify(doc));
  return { dir, remove: () => rmSync(dir, { recursive: true, force: true }) };
}

interface CloneDocument {
  clone: { methods: { id: string; why: string }[]; ranges: unknown[] };
}

/** The families of the demo with one of them changed. */
export function changedFamily(
  name: string,
  change: (doc: CloneDocument) => void
): { dir: string; remove: () => void } {
  const dir = mkdtempSync(join(tmpdir(), 'badger-families-'));
  cpSync(at('profiles'), dir, { recursive: true });
  const path = join(dir, `${name}.json`);
  const doc = JSON.parse(readFileSync(path, 'utf8')) as CloneDocument;
  change(doc);
  writeFileSync(path, JSON.stringify(doc));
  return { dir, remove: () => rmSync(dir, { recursive: true, force: true }) };
}

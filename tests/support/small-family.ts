// The families of the demo, HV-EC4 with a memory of a few KiB: a write takes a moment, and many can be tried.
import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { at } from './shop.ts';

interface Document {
  regions: { id: string; lengthBytes: number; eraseBlockBytes: number }[];
  identity: { stored?: { region: string; offsets: string[] } }[];
  checksums: unknown[];
  clone: { supplied?: unknown[] };
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
  doc.clone.supplied = [
    {
      ...{ region: 'program-flash', start: '0x80', end: '0x1000' },
      ...{ kind: 'calibration', what: 'Calibration' }
    }
  ];
  writeFileSync(path, JSON.stringify(doc));
  return { dir, remove: () => rmSync(dir, { recursive: true, force: true }) };
}

export interface FamilyDocument {
  regions: { id: string; lengthBytes: number }[];
  checksums: { id: string; start: string; end: string; storedAt: string }[];
  clone: { methods: { id: string; why: string }[]; ranges: unknown[]; supplied?: unknown[] };
}

type Change = (doc: FamilyDocument) => void;

/** Makes a region shorter; its rules are set by {@link setRule}. */
export function shrink(doc: FamilyDocument, regionId: string, lengthBytes: number): void {
  for (const r of doc.regions) if (r.id === regionId) r.lengthBytes = lengthBytes;
}

export function setRule(
  doc: FamilyDocument,
  id: string,
  rule: Partial<FamilyDocument['checksums'][number]>
): void {
  for (const r of doc.checksums) if (r.id === id) Object.assign(r, rule);
}

/** The families of the demo with some of them changed. */
export function changedFamilies(changes: Readonly<Record<string, Change>>): {
  dir: string;
  remove: () => void;
} {
  const dir = mkdtempSync(join(tmpdir(), 'badger-families-'));
  cpSync(at('profiles'), dir, { recursive: true });
  for (const [name, change] of Object.entries(changes)) {
    const path = join(dir, `${name}.json`);
    const doc = JSON.parse(readFileSync(path, 'utf8')) as FamilyDocument;
    change(doc);
    writeFileSync(path, JSON.stringify(doc));
  }
  return { dir, remove: () => rmSync(dir, { recursive: true, force: true }) };
}

/** The families of the demo with one of them changed. */
export const changedFamily = (name: string, change: Change) => changedFamilies({ [name]: change });

import { createHash } from 'node:crypto';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  BUNDLE_FORMAT,
  BUNDLE_VERSION,
  checkBundle,
  formatSums,
  parseSums,
  textOfEvent,
  type BundleEvent,
  type OpenedBundle
} from './bundle.ts';

const sha256 = (text: string) => createHash('sha256').update(text, 'utf8').digest('hex');
const JOB = '6f1f0c0e-5d9b-4a53-8f62-0f5a6d6b8f11';

function chain(kinds: readonly string[]): BundleEvent[] {
  const events: BundleEvent[] = [];
  for (const [i, kind] of kinds.entries()) {
    const e = {
      ...{ seq: i + 1, atUs: `${1_700_000_000_000_000 + i}`, personId: null, person: 'Ünal', kind },
      ...{ dataText: '{"a": "ß"}', prevHash: events.at(-1)?.hash ?? '0'.repeat(64) }
    };
    events.push({ ...e, hash: sha256(textOfEvent(JOB, e)) });
  }
  return events;
}

function bundleOf(texts: Record<string, string>, events = chain(['job.opened', 'job.closed'])) {
  const files = Object.entries(texts).map(([path, text]) => ({
    ...{ path, bytes: Buffer.byteLength(text), sha256: sha256(text), what: 'image' as const }
  }));
  const manifest = {
    ...{
      format: BUNDLE_FORMAT,
      version: BUNDLE_VERSION,
      job: 2031,
      madeAt: '2026-11-25T10:00:00Z'
    },
    ...{ chain: { length: events.length, last: events.at(-1)?.hash ?? '' }, files },
    leftOut: []
  };
  const text = JSON.stringify(manifest);
  const own = { path: 'manifest.json', bytes: text.length, sha256: sha256(text) };
  const bundle: OpenedBundle = {
    manifest,
    record: { jobId: JOB, job: 2031, events },
    sums: formatSums([...files, own]),
    files: new Map([...files, own].map((f) => [f.path, f]))
  };
  return bundle;
}
const WHOLE = bundleOf({ 'images/a.bin': 'content', 'record.json': '{}' });
const codes = (b: OpenedBundle) => checkBundle(b, sha256).map((p) => p.code);

describe('a bundle of a job', () => {
  it('holds as it was made', () => {
    expect(codes(WHOLE)).toEqual([]);
  });
  it('shows every file that was changed, left out or put in', () => {
    const changed = new Map(WHOLE.files);
    changed.set('images/a.bin', { bytes: 7, sha256: sha256('CONTENT') });
    expect(codes({ ...WHOLE, files: changed })).toEqual(['bundle.file.changed']);
    const longer = new Map(WHOLE.files);
    longer.set('images/a.bin', { bytes: 8, sha256: sha256('content') });
    expect(codes({ ...WHOLE, files: longer })).toEqual(['bundle.file.changed']);
    const missing = new Map(WHOLE.files);
    missing.delete('record.json');
    expect(codes({ ...WHOLE, files: missing })).toEqual(['bundle.file.missing']);
    const more = new Map(WHOLE.files);
    more.set('images/b.bin', { bytes: 1, sha256: sha256('b') });
    expect(codes({ ...WHOLE, files: more })).toEqual(['bundle.file.unlisted']);
  });
  it('changed with its sum shows by the manifest, and the manifest by its own sum', () => {
    const other = sha256('CONTENT');
    const files = new Map(WHOLE.files);
    files.set('images/a.bin', { bytes: 7, sha256: other });
    const sums = WHOLE.sums.replace(sha256('content'), other);
    expect(codes({ ...WHOLE, files, sums })).toEqual(['bundle.manifest.differs']);
    const manifest = new Map(WHOLE.files);
    manifest.set('manifest.json', { bytes: 9, sha256: other });
    expect(codes({ ...WHOLE, files: manifest })).toEqual(['bundle.file.changed']);
  });
  it('a chain that was cut, changed, reordered or taken from another job does not hold', () => {
    const events = chain(['a', 'b', 'c', 'd']);
    const whole = bundleOf({}, events);
    expect(codes(whole)).toEqual([]);
    const with_ = (list: readonly BundleEvent[]) =>
      codes({ ...whole, record: { ...whole.record, events: list } });
    expect(with_(events.slice(0, 3))).toEqual(['bundle.chain.head']);
    expect(with_([])).toEqual(['bundle.chain.head']);
    expect(with_(events.slice(1))).toEqual(['bundle.chain.broken']);
    expect(codes({ ...whole, record: { ...whole.record, job: 2032 } })).toEqual([
      'bundle.record.other'
    ]);
    expect(codes({ ...whole, record: { ...whole.record, jobId: JOB.replace('6', '7') } })).toEqual([
      'bundle.chain.broken'
    ]);
    fc.assert(
      fc.property(
        fc.nat(3),
        fc.constantFrom('person', 'kind', 'dataText', 'atUs', 'personId', 'hash', 'prevHash'),
        (at, field) => {
          const forged = events.map((e, i) => (i === at ? { ...e, [field]: 'x' } : e));
          expect(with_(forged)).toEqual(['bundle.chain.broken']);
        }
      )
    );
  });
  it('of another kind is said to be so', () => {
    const manifest = { ...WHOLE.manifest, version: 2 };
    expect(codes({ ...WHOLE, manifest })).toEqual(['bundle.format.unknown']);
  });
  it('sums that are no sums are refused', () => {
    expect(parseSums('')).toEqual(new Map());
    for (const text of ['abc', `${sha256('a')}  a\n${sha256('b')}  a\n`, `${sha256('a')} a`])
      expect(parseSums(text)).toBeUndefined();
    expect(codes({ ...WHOLE, sums: 'no sums' })).toContain('bundle.manifest.differs');
  });
});

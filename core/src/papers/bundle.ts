import { problemOf, type Problem } from '../base/result.ts';

/** What a bundle calls itself, and the number of the way it is laid out. */
export const BUNDLE_FORMAT = 'upright-badger-bundle';
export const BUNDLE_VERSION = 1;

/** Files of every bundle. The sums are the lines that `sha256sum --check` reads (GNU coreutils manual). */
export const MANIFEST_FILE = 'manifest.json';
export const SUMS_FILE = 'SHA256SUMS';
export const RECORD_FILE = 'record.json';

/** One file of a bundle. Units: bytes. */
export interface BundleFile {
  readonly path: string;
  readonly bytes: number;
  readonly sha256: string;
  /** What it is. */
  readonly what: 'record' | 'paper' | 'image' | 'scan' | 'photo';
  /** Of an image: the SHA-256 of the whole content where security data was left out of the file. */
  readonly wholeSha256?: string;
}

/** What lies in a bundle. */
export interface BundleManifest {
  readonly format: string;
  readonly version: number;
  readonly job: number;
  readonly madeAt: string;
  /** The chain of acts of the job: how long it was, and its last hash. */
  readonly chain: { readonly length: number; readonly last: string };
  readonly files: readonly BundleFile[];
  /** What was not put in. `security`: its security data cannot be told apart. `proof`: a paper that proves who somebody is. */
  readonly leftOut: readonly {
    readonly name: string;
    readonly why: 'security' | 'proof' | 'unreadable';
  }[];
}

/** One act of a job as a bundle carries it: with the text of its figures just as it was hashed. */
export interface BundleEvent {
  readonly seq: number;
  /** Since 1970-01-01, UTC. Units: us. */
  readonly atUs: string;
  readonly personId: string | null;
  readonly person: string;
  readonly kind: string;
  readonly dataText: string;
  readonly prevHash: string;
  readonly hash: string;
}

/** Digest of a text in UTF-8, in lower-case hex. */
export type Sha256 = (text: string) => string;

/** The lines of the sums file. Paths hold no line break and no backslash. */
export function formatSums(files: readonly Pick<BundleFile, 'path' | 'sha256'>[]): string {
  return files.map((f) => `${f.sha256}  ${f.path}\n`).join('');
}

/** Sums by path; undefined for a text that is not such a file. */
export function parseSums(text: string): Map<string, string> | undefined {
  const sums = new Map<string, string>();
  for (const line of text.split('\n')) {
    if (line === '') continue;
    const [, sha256, path] = /^([0-9a-f]{64}) [ *]([^\\\r]+)$/.exec(line) ?? [];
    if (sha256 === undefined || path === undefined || sums.has(path)) return undefined;
    sums.set(path, sha256);
  }
  return sums;
}

/** The text that the hash of an act is taken over; the database makes the same. */
export function textOfEvent(jobId: string, e: Omit<BundleEvent, 'hash'>): string {
  const person = e.personId ?? '-';
  return [jobId, e.seq, e.atUs, person, e.person, e.kind, e.dataText, e.prevHash].join('|');
}

/** Number of the first act that does not hold; undefined for a whole chain. Shape: in the order of `seq`, from 1. */
export function findBrokenAct(
  jobId: string,
  events: readonly BundleEvent[],
  sha256: Sha256
): number | undefined {
  let before = '0'.repeat(64);
  for (const [i, e] of events.entries()) {
    const whole = e.seq === i + 1 && e.prevHash === before;
    if (!whole || e.hash !== sha256(textOfEvent(jobId, e))) return i + 1;
    before = e.hash;
  }
  return undefined;
}

/** The record as `record.json` carries it; times as ISO 8601. */
export interface BundleRecord {
  readonly jobId: string;
  readonly job: number;
  readonly customer: string;
  readonly vehicle: string;
  readonly vin: string;
  readonly family: string;
  readonly complaint: string;
  readonly openedAt: string;
  readonly closedAt: string | null;
  readonly result: string | null;
  readonly resultReason: string | null;
  readonly units: readonly {
    readonly role: string;
    readonly tag: string;
    readonly chipId: string | null;
  }[];
  readonly reads: readonly {
    readonly role: string;
    readonly region: string;
    readonly number: number;
    readonly lengthBytes: number;
    readonly sha256: string;
    readonly takenAt: string;
    readonly person: string;
    readonly source: string;
  }[];
  /** What the certificate says. */
  readonly statements: readonly {
    readonly verdict: string;
    readonly title: string;
    readonly text: string;
  }[];
  readonly events: readonly BundleEvent[];
}

export interface OpenedBundle {
  readonly manifest: BundleManifest;
  readonly record: Pick<BundleRecord, 'jobId' | 'job' | 'events'>;
  /** Content of the sums file. */
  readonly sums: string;
  /** Every other file, by path. */
  readonly files: ReadonlyMap<string, { readonly bytes: number; readonly sha256: string }>;
}

/**
 * Everything of a bundle that does not hold; empty for a whole one. Who made it, it does not prove: its last hash is compared with the one on the printed papers.
 * Problems: `bundle.format.unknown`, `bundle.file.missing`, `bundle.file.unlisted`, `bundle.file.changed`, `bundle.manifest.differs` (manifest and sums say different things),
 * `bundle.record.other` (the record is of another job), `bundle.chain.broken`, `bundle.chain.head`.
 */
export function checkBundle(bundle: OpenedBundle, sha256: Sha256): Problem[] {
  const { manifest, record } = bundle;
  if (manifest.format !== BUNDLE_FORMAT || manifest.version !== BUNDLE_VERSION)
    return [problemOf('bundle.format.unknown')];
  return [...checkFiles(bundle), ...checkChain(manifest, record, sha256)];
}

function checkFiles({ manifest, sums: sumsText, files }: OpenedBundle): Problem[] {
  const sums = parseSums(sumsText);
  if (!sums) return [problemOf('bundle.manifest.differs', { path: SUMS_FILE })];
  const listed = new Map(manifest.files.map((f) => [f.path, f]));
  const problems: Problem[] = [];
  for (const path of new Set([...listed.keys(), ...sums.keys(), ...files.keys()])) {
    const found = files.get(path);
    const sum = sums.get(path);
    const told = listed.get(path);
    // the manifest has a sum of its own and is no file of itself
    const wanted = path === MANIFEST_FILE ? sum : told?.sha256;
    if (wanted === undefined && sum === undefined)
      problems.push(problemOf('bundle.file.unlisted', { path }));
    else if (!found) problems.push(problemOf('bundle.file.missing', { path }));
    else if (found.sha256 !== sum || (told && told.bytes !== found.bytes))
      problems.push(problemOf('bundle.file.changed', { path }));
    else if (sum !== wanted) problems.push(problemOf('bundle.manifest.differs', { path }));
  }
  return problems;
}

function checkChain(
  { chain, job }: BundleManifest,
  record: OpenedBundle['record'],
  sha256: Sha256
): Problem[] {
  if (record.job !== job) return [problemOf('bundle.record.other')];
  const seq = findBrokenAct(record.jobId, record.events, sha256);
  if (seq !== undefined) return [problemOf('bundle.chain.broken', { seq })];
  const { length } = record.events;
  const last = record.events.at(-1)?.hash ?? '';
  return chain.length === length && chain.last === last ? [] : [problemOf('bundle.chain.head')];
}

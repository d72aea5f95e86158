import { unzipSync } from 'fflate';
import { sha256 as digest } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import { fail, ok, type Problem, type Result } from '@badger/core/base/result';
import { validateBundleManifest, validateBundleRecord } from '@badger/core/generated/validators';
import {
  checkBundle,
  MANIFEST_FILE,
  RECORD_FILE,
  SUMS_FILE,
  type BundleManifest,
  type BundleRecord
} from '@badger/core/papers/bundle';

/** More is not worked on in a browser. Units: bytes. */
const MOST_BYTES = 1024 * 2 ** 20;
const MOST_ENTRIES = 5_000;

/** A bundle that was opened, with everything of it that does not hold. */
export interface BundleSeen {
  readonly manifest: BundleManifest;
  readonly record: BundleRecord;
  readonly problems: readonly Problem[];
}

/** Opens a bundle of a job and holds it against itself. Errors: `bundle.file.unreadable`. */
export async function openBundle(zip: Uint8Array): Promise<Result<BundleSeen>> {
  const files = unpack(zip);
  const manifestFile = files?.get(MANIFEST_FILE);
  const recordFile = files?.get(RECORD_FILE);
  const sumsFile = files?.get(SUMS_FILE);
  if (!files || !manifestFile || !recordFile || !sumsFile) return fail('bundle.file.unreadable');
  const manifest = readJson(manifestFile);
  const record = readJson(recordFile);
  if (!validateBundleManifest(manifest) || !validateBundleRecord(record))
    return fail('bundle.file.unreadable');
  const told = new Map<string, { bytes: number; sha256: string }>();
  for (const [path, bytes] of files)
    if (path !== SUMS_FILE) told.set(path, { bytes: bytes.length, sha256: await sha256Of(bytes) });
  const sums = new TextDecoder().decode(sumsFile);
  const problems = checkBundle({ manifest, record, sums, files: told }, (text) =>
    bytesToHex(digest(utf8ToBytes(text)))
  );
  return ok({ manifest, record, problems });
}

async function sha256Of(bytes: Uint8Array): Promise<string> {
  // a page that did not come over a safe line has no digests of its own
  const subtle = (globalThis.crypto as Partial<Crypto> | undefined)?.subtle;
  if (!subtle) return bytesToHex(digest(bytes));
  return bytesToHex(new Uint8Array(await subtle.digest('SHA-256', bytes as BufferSource)));
}

/** All files by path; undefined for what is no zip, is torn, or is too much. Not in workers of its own: the policy of our pages lets none in that is made of text. */
function unpack(zip: Uint8Array): Map<string, Uint8Array> | undefined {
  let total = 0;
  let entries = 0;
  let tooMuch = false;
  try {
    const files = unzipSync(zip, {
      filter: ({ name, originalSize }) => {
        total += originalSize;
        entries++;
        tooMuch ||= total > MOST_BYTES || entries > MOST_ENTRIES;
        return !tooMuch && !name.endsWith('/');
      }
    });
    return tooMuch ? undefined : new Map(Object.entries(files));
  } catch {
    return undefined;
  }
}

function readJson(bytes: Uint8Array): unknown {
  try {
    return JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(bytes));
  } catch {
    return undefined;
  }
}

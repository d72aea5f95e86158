import { equalBytes } from '../base/bytes.ts';

/** What is kept of the two units, and what was begun to be written. Every image as long as `found`. */
export interface ContentFacts {
  /** What the chip on the programmer holds. */
  readonly found: Uint8Array;
  readonly originals: readonly Uint8Array[];
  /** Reads of the donor from before anything was written to it. */
  readonly backups: readonly Uint8Array[];
  /** Contents that writes of this job put, or began to put, into this donor; empty where there were none. */
  readonly begun: readonly Uint8Array[];
  /** The chip is erased before it is written. */
  readonly erases: boolean;
}

/** Whose chip it is, by its content alone. */
export type ContentOwner = 'donor' | 'half-written' | 'original' | 'stranger';

const ERASED = 0xff;

/**
 * A memory chip has no id of its own; what it holds is one. `original` stops whatever else is true. `half-written`: writes
 * that were begun here left it, so that every byte is the backup's, that of what was written, or erased. Total.
 * Example: the donor's backup with the first page of the image is `half-written` after a write that broke off, and a
 * `stranger` without one.
 */
export function judgeContent({
  found,
  originals,
  backups,
  begun,
  erases
}: ContentFacts): ContentOwner {
  const same = (image: Uint8Array) => equalBytes(image, found);
  if (originals.some(same)) return 'original';
  if (backups.some(same)) return 'donor';
  const written = begun.filter((image) => image.length === found.length);
  if (written.length === 0) return 'stranger';
  const mixed = (backup: Uint8Array) =>
    backup.length === found.length &&
    found.every(
      (byte, i) =>
        byte === backup[i] ||
        written.some((image) => byte === image[i]) ||
        (erases && byte === ERASED)
    );
  return backups.some(mixed) ? 'half-written' : 'stranger';
}

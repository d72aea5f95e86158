import { equalBytes } from '../base/bytes.ts';

/** What is kept of the two units, and what was begun to be written. Every image as long as `found`. */
export interface ContentFacts {
  /** What the chip on the programmer holds. */
  readonly found: Uint8Array;
  readonly originals: readonly Uint8Array[];
  /** Reads of the donor from before anything was written to it. */
  readonly backups: readonly Uint8Array[];
  /** Image of a write to this donor that was begun and not proven; undefined where none was. */
  readonly begun: Uint8Array | undefined;
  /** The chip is erased before it is written. */
  readonly erases: boolean;
}

/** Whose chip it is, by its content alone. */
export type ContentOwner = 'donor' | 'half-written' | 'original' | 'stranger';

const ERASED = 0xff;

/**
 * A memory chip has no id of its own; what it holds is one. `original` stops whatever else is true. `half-written`: a write
 * that was begun here left it, so that every byte is the backup's, the image's, or erased. Total.
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
  if (!begun || begun.length !== found.length) return 'stranger';
  const mixed = (backup: Uint8Array) =>
    backup.length === found.length &&
    found.every(
      (byte, i) => byte === backup[i] || byte === begun[i] || (erases && byte === ERASED)
    );
  return backups.some(mixed) ? 'half-written' : 'stranger';
}

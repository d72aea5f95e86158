import type { PciKind } from '@badger/core/trace/decode-log';
import type { TraceRow } from './trace-desk.ts';

/** Height of a row. Units: pixels. */
export const ROW_PX = 26;
/** Browsers cannot scroll further than this: a longer list is scrolled in steps of several rows. Units: pixels. */
const MOST_PX = 8_000_000;

/** How long the scrolled thing is. Units: pixels. */
export const heightOf = (rows: number): number => Math.min(rows * ROW_PX, MOST_PX);

/** First row that is seen when the list is scrolled this far. */
export function firstRowAt(scrollPx: number, rows: number, seenPx: number): number {
  const height = heightOf(rows);
  const last = Math.max(0, rows - Math.floor(seenPx / ROW_PX));
  if (height < MOST_PX) return Math.min(last, Math.max(0, Math.floor(scrollPx / ROW_PX)));
  const share = Math.min(1, Math.max(0, scrollPx / Math.max(1, height - seenPx)));
  return Math.round(share * last);
}

const PART_WORDS: Readonly<Record<PciKind, string>> = {
  none: '',
  single: '',
  first: '',
  consecutive: 'continued',
  flow: 'flow control',
  broken: 'out of turn or broken',
  orphan: 'continues nothing'
};

/** What a row says: the message that begins in it, or what its frame is to one. */
export function rowWords({ part, message }: TraceRow): string {
  if (!message) return PART_WORDS[part];
  const { kind, service, about, reason, bytes, announced } = message;
  const said = [service, about, reason].filter((p) => p !== '').join(' · ');
  const size =
    announced > 7 ? ` (${bytes}${bytes < announced ? ` of ${announced}` : ''} bytes)` : '';
  const mark = kind === 'request' ? '→ ' : kind === 'other' ? '' : '← ';
  return `${mark}${said === '' ? 'message' : said}${size}`;
}

/** Seconds as a person types them, to microseconds; undefined for nothing, NaN for nonsense. */
export function parseSeconds(text: string): number | undefined {
  const trimmed = text.trim().replace(',', '.');
  if (trimmed === '') return undefined;
  return /^\d+(\.\d+)?$/.test(trimmed) ? Math.round(Number(trimmed) * 1e6) : Number.NaN;
}

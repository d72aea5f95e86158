import type { PciKind } from '@badger/core/trace/decode-log';
import type { TraceRow } from './trace-desk.ts';

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

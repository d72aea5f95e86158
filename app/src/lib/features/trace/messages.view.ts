import { formatCsv } from '$lib/csv.ts';
import type { TraceLine } from '$lib/trace-types.ts';
import type { TraceRow } from './trace-desk.ts';

const DIRECTIONS = { request: 'sent', answer: 'answer', note: 'note' } as const;

/** A message as a row of the list; a refusal is told by its words in an answer that begins with 7F. */
export function rowOf({ atMs, direction, service, hex, detail }: TraceLine, no: number): TraceRow {
  const refused = direction === 'answer' && /^7f/i.test(hex);
  const kind = direction === 'note' ? 'other' : direction === 'request' ? 'request' : 'answer';
  return {
    ...{ no: no + 1, afterUs: atMs * 1000, id: DIRECTIONS[direction], data: spaced(hex) },
    part: 'none',
    message: {
      ...{ kind: refused ? 'negative' : kind, sid: undefined, service, about: detail },
      ...{ reason: '', bytes: 0, announced: 0 }
    }
  };
}

/** Bytes in pairs; words behind them stay words. */
const spaced = (hex: string) => {
  const [bytes = '', ...rest] = hex.split('… ');
  const pairs = bytes.replace(/(..)(?=.)/g, '$1 ');
  return rest.length === 0 ? pairs : `${pairs} … ${rest.join(' ')}`;
};

/** The messages that hold what was typed, in words or bytes; each keeps its number. */
export function matching(
  lines: readonly TraceLine[],
  text: string,
  refusalsOnly: boolean
): readonly TraceRow[] {
  const wanted = text.trim().toLowerCase();
  const bytes = wanted.replaceAll(' ', '');
  return lines.map(rowOf).filter((row, i) => {
    if (refusalsOnly && row.message?.kind !== 'negative') return false;
    const { service, detail, hex } = lines[i] as TraceLine;
    return (
      `${service} ${detail}`.toLowerCase().includes(wanted) || hex.toLowerCase().includes(bytes)
    );
  });
}

/** The same as a file. Times in seconds. */
export const messagesCsv = (rows: readonly TraceRow[]): string =>
  formatCsv([
    ['no', 'seconds', 'direction', 'service', 'detail', 'bytes'],
    ...rows.map(({ no, afterUs, id, data, message }) => [
      ...[String(no), (afterUs / 1e6).toFixed(3), id],
      ...[message?.service ?? '', message?.about ?? '', data]
    ])
  ]);

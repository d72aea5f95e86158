export type RevisionOrder = 'same' | 'later' | 'earlier' | 'unrelated';

/**
 * Is `candidate` a later revision of the same series as `original`? The series is the part before the first hyphen, or,
 * without one, all but the last two characters; the rest is compared piece by piece, digits as numbers.
 * Source: common practice. Example: `H4C-2301-C` is later than `H4C-2207-B`; `T2-0915-E` is unrelated to both.
 */
export function compareRevision(original: string, candidate: string): RevisionOrder {
  const a = splitRevision(original);
  const b = splitRevision(candidate);
  if (a.series !== b.series || a.pieces.length !== b.pieces.length) return 'unrelated';
  for (const [i, piece] of a.pieces.entries()) {
    const other = b.pieces[i] as string;
    const numeric = /\d/.test(piece);
    if (numeric !== /\d/.test(other)) return 'unrelated';
    const order = numeric
      ? orderOf(piece.replace(/^0+/, ''), other.replace(/^0+/, ''))
      : orderOf(piece, other);
    if (order !== 0) return order > 0 ? 'later' : 'earlier';
  }
  return 'same';
}

/** A longer piece is later, `AA` after `Z` as 10 after 9; of equal length the alphabet decides. No figure is too long. */
function orderOf(piece: string, other: string): number {
  if (piece.length !== other.length) return other.length - piece.length;
  return other < piece ? -1 : +(other > piece);
}

function splitRevision(number: string): { series: string; pieces: string[] } {
  const at = number.includes('-') ? number.indexOf('-') : Math.max(0, number.length - 2);
  return { series: number.slice(0, at), pieces: number.match(/\d+|[A-Z]+/g) ?? [] };
}

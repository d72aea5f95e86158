/** A column that a list is sorted by. */
export interface Sorting<K extends string> {
  readonly key: K;
  readonly down: boolean;
}

/**
 * Reads `name` or `-name` (falling) as it stands in an address; anything else is the list's own order.
 * Example: `-promised` of the jobs is the latest promise first.
 */
export function parseSorting<K extends string>(
  text: string | null,
  keys: readonly K[]
): Sorting<K> | undefined {
  const down = text?.startsWith('-') ?? false;
  const key = keys.find((k) => k === text?.slice(down ? 1 : 0));
  return key && { key, down };
}

/**
 * The address of the same list sorted by a column: rising first, then falling, then its own order again. All else of the
 * address stays, but the first page is shown.
 */
export function sortedAddress(url: URL, key: string): string {
  const now = url.searchParams.get('sort');
  const next = now === key ? `-${key}` : now === `-${key}` ? undefined : key;
  const query = new URLSearchParams(url.searchParams);
  query.delete('page');
  query.delete('sort');
  if (next !== undefined) query.set('sort', next);
  const text = query.toString();
  return text === '' ? url.pathname : `${url.pathname}?${text}`;
}

/** Compares texts as people order them: `0388` before `0417`, without regard of case. */
export const byText = new Intl.Collator('en', { numeric: true, sensitivity: 'base' }).compare;

/** A sorted copy; rows without a value come last either way. Stable. */
export function sortRows<T>(
  rows: readonly T[],
  valueOf: (row: T) => string | number | undefined,
  down: boolean
): T[] {
  const sign = down ? -1 : 1;
  return [...rows].sort((a, b) => {
    const [x, y] = [valueOf(a), valueOf(b)];
    if (x === undefined || y === undefined)
      return Number(x === undefined) - Number(y === undefined);
    return (
      sign * (typeof x === 'number' && typeof y === 'number' ? x - y : byText(String(x), String(y)))
    );
  });
}

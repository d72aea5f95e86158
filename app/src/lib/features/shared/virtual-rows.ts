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

/** How far it must be scrolled so that this row is the first one seen. Units: pixels. */
export function scrollOfRow(row: number, rows: number, seenPx: number): number {
  const height = heightOf(rows);
  if (height < MOST_PX) return row * ROW_PX;
  const last = Math.max(1, rows - Math.floor(seenPx / ROW_PX));
  return (Math.min(row, last) / last) * (height - seenPx);
}

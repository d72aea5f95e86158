import Papa from 'papaparse';

/**
 * Rows of cells out of pasted text or a table: the separator (comma, semicolon, tab) is found by the head. Text without
 * a head that names a code column stays line by line, because its commas are only punctuation.
 */
export function readRows(text: string): string[][] {
  const first = text.slice(0, 2000).split(/\r?\n/).slice(0, 5);
  const table = first.some(
    (l) =>
      /[,;\t]/.test(l) &&
      /(^|[,;\t"])\s*(code|dtc|fault ?code|trouble ?code)\s*("|[,;\t]|$)/i.test(l)
  );
  if (!table) return text.split(/\r?\n/).map((line) => [line]);
  return Papa.parse<string[]>(text, { skipEmptyLines: false }).data;
}

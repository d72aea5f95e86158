import Papa from 'papaparse';

/**
 * Rows as CSV. Source: RFC 4180 (CRLF, quotes doubled). A cell that a spreadsheet would take for a formula gets a
 * leading apostrophe.
 */
export function formatCsv(rows: readonly (readonly string[])[]): string {
  const text = Papa.unparse(rows as string[][], { newline: '\r\n', escapeFormulae: true });
  return text === '' ? '' : `${text}\r\n`;
}

/**
 * Rows as CSV. Source: RFC 4180 (CRLF, quotes doubled). A cell that a spreadsheet would take for a formula gets a
 * leading apostrophe.
 */
export function formatCsv(rows: readonly (readonly string[])[]): string {
  return rows.map((row) => row.map(formatCell).join(',')).join('\r\n') + '\r\n';
}

function formatCell(value: string): string {
  const safe = /^[=+\-@\t\r]/.test(value) ? `'${value}` : value;
  return /[",\r\n]/.test(safe) ? `"${safe.replaceAll('"', '""')}"` : safe;
}

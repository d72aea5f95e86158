import type { Result } from '@badger/core/base/result';
import { checkScanText, parseScanRows, type ParsedScan } from '@badger/core/scan/parse-scan-rows';
import { parseScanFile } from '@badger/core/scan/scan-file';
import { readRows } from './rows.ts';

/**
 * A scan out of pasted text, a table or a file of this application, the same on the page and on the server.
 * Errors: those of `parseScanFile`, `checkScanText` and `parseScanRows`.
 */
export function parseTypedScan(text: string): Result<ParsedScan> {
  if (text.trimStart().startsWith('{')) return parseScanFile(text);
  const checked = checkScanText(text);
  return checked.ok ? parseScanRows(readRows(text)) : checked;
}

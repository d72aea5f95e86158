import { formatAddress, formatCount } from '@badger/core/base/format';
import { formatAscii, formatHex } from '@badger/core/base/bytes';

export type CopyKind = 'hex' | 'c' | 'text';

/** Bytes as they are put on the clipboard. */
export function copyAs(bytes: Uint8Array, kind: CopyKind): string {
  if (kind === 'hex') return formatHex(bytes, ' ');
  if (kind === 'text') return formatAscii(bytes);
  const rows: string[] = [];
  for (let at = 0; at < bytes.length; at += 12)
    rows.push(
      `  ${[...bytes.subarray(at, at + 12)].map((b) => `0x${b.toString(16).toUpperCase().padStart(2, '0')}`).join(', ')}`
    );
  return `static const unsigned char data[${bytes.length}] = {\n${rows.join(',\n')}\n};\n`;
}

/** What is selected, in words: where, how much, and what it reads as. */
export function tellSelection(start: number, bytes: Uint8Array | undefined): string {
  const at = formatAddress(start);
  if (!bytes || bytes.length === 0) return at;
  const size = `${at} · ${formatCount(bytes.length)} ${bytes.length === 1 ? 'byte' : 'bytes'}`;
  if (bytes.length > 8)
    return `${size} · text ${formatAscii(bytes.subarray(0, 24))}${bytes.length > 24 ? '…' : ''}`;
  const big = valueOf(bytes);
  const little = valueOf(bytes.slice().reverse());
  const one = big === little ? `${big}` : `big end first ${big}, little ${little}`;
  return `${size} · ${one}`;
}

const valueOf = (bytes: Uint8Array) => bytes.reduce((v, b) => (v << 8n) | BigInt(b), 0n).toString();

/** An address as a person types it: hexadecimal, with 0x or without, with a line in the middle or without. Undefined for nonsense. */
export function parseAddress(text: string): number | undefined {
  const digits = text.trim().replace(/^0x/i, '').replaceAll('_', '');
  if (!/^[0-9a-f]{1,9}$/i.test(digits)) return undefined;
  const address = Number.parseInt(digits, 16);
  return address <= 0xffff_ffff ? address : undefined;
}

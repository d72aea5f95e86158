import { formatHex, readUintBe, readUintLe } from '../base/bytes.ts';
import { parseVin } from '../identity/vin.ts';
import { isCheckDigitMandatory } from '../identity/vin-facts.ts';
import { decodeText } from './text.ts';
import type { DateLayout, FieldForm, FieldValue, NumberForm } from './field.ts';

type FormOf<T extends FieldForm['type']> = Extract<FieldForm, { readonly type: T }>;

const sound = (text: string): FieldValue => ({ text, verdict: 'sound' });
const malformed = (text: string): FieldValue => ({ text, verdict: 'malformed' });

/** Nothing was ever written, or all was cleared. A number of zero is a number. */
function isBlank(bytes: Uint8Array, form: FieldForm): boolean {
  if (bytes.every((b) => b === 0xff)) return !('signed' in form && form.signed);
  if (form.type === 'text' && bytes.every((b) => b === 0x20)) return true;
  const zeroTells = ['number', 'table', 'flags', 'choice'].includes(form.type);
  return !zeroTells && bytes.every((b) => b === 0);
}

/** Reads one copy of a field. Shape: `bytes` as long as the field. */
export function decodeField(form: FieldForm, bytes: Uint8Array): FieldValue {
  if (isBlank(bytes, form)) return { text: '', verdict: 'blank' };
  switch (form.type) {
    case 'text':
      return decodeTextField(form, bytes);
    case 'bytes':
      return sound(formatHex(bytes, ' '));
    case 'digits':
      return decodeDigits(bytes);
    case 'number':
      return decodeNumber(form, bytes);
    case 'date':
      return decodeDate(form.layout, bytes);
    case 'flags':
      return decodeFlags(form, bytes);
    case 'choice':
      return decodeChoice(form, bytes);
    case 'table':
      return decodeTable(form, bytes);
  }
}

function decodeTextField({ pattern, vin }: FormOf<'text'>, bytes: Uint8Array): FieldValue {
  const text = decodeText(bytes);
  if (bytes.subarray(0, text.length).some((b) => b < 0x20 || b > 0x7e)) return malformed(text);
  if (pattern !== undefined && !new RegExp(pattern).test(text)) return malformed(text);
  if (!vin) return sound(text);
  const parsed = parseVin(text);
  if (!parsed.ok) return malformed(text);
  const wrong = parsed.value.checkDigit !== 'holds' && isCheckDigitMandatory(parsed.value);
  return wrong ? malformed(text) : sound(text);
}

/** Two digits to a byte, the high one first. Anything above nine is none; FF behind the digits is filler. */
function decodeDigits(bytes: Uint8Array): FieldValue {
  const text = formatHex(bytes).replace(/F+$/, '');
  return /^\d+$/.test(text) ? sound(text) : malformed(text);
}

/** The number that is kept in 1 to 6 bytes. */
function keptNumber({ signed, littleEndian }: NumberForm, bytes: Uint8Array): number {
  const value = (littleEndian ? readUintLe : readUintBe)(bytes, 0, bytes.length);
  const whole = 256 ** bytes.length;
  return signed && value >= whole / 2 ? value - whole : value;
}

/** Figures behind the point that the scale can tell apart. */
function figuresOf(scale: number): number {
  let figures = 0;
  while (figures < 9 && Math.abs(scale * 10 ** figures - Math.round(scale * 10 ** figures)) > 1e-9)
    figures++;
  return figures;
}

function decodeNumber(form: NumberForm, bytes: Uint8Array): FieldValue {
  const value = keptNumber(form, bytes) * form.scale + form.offset;
  const figures = Math.max(figuresOf(form.scale), figuresOf(form.offset));
  const text = `${value.toFixed(figures)}${form.unit === '' ? '' : ` ${form.unit}`}`;
  const outside =
    (form.least !== undefined && value < form.least) ||
    (form.most !== undefined && value > form.most);
  return outside ? { text, verdict: 'outside' } : sound(text);
}

const LAYOUTS: Readonly<Record<DateLayout, RegExp>> = {
  yymmdd: /^(?<year>\d{2})(?<month>\d{2})(?<day>\d{2})$/,
  ddmmyy: /^(?<day>\d{2})(?<month>\d{2})(?<year>\d{2})$/,
  yyyymmdd: /^(?<year>\d{4})(?<month>\d{2})(?<day>\d{2})$/
};

/** A day that there is. Years of two digits are of this century: no unit is older. */
function decodeDate(layout: DateLayout, bytes: Uint8Array): FieldValue {
  const digits = formatHex(bytes);
  const { year = '', month = '', day = '' } = LAYOUTS[layout].exec(digits)?.groups ?? {};
  const y = year.length === 2 ? 2000 + Number(year) : Number(year);
  const leap = y % 4 === 0 && (y % 100 !== 0 || y % 400 === 0);
  const days = [31, leap ? 29 : 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31][Number(month) - 1] ?? 0;
  if (Number(day) < 1 || Number(day) > days) return malformed(digits);
  return sound(`${y}-${month}-${day}`);
}

const bitsOf = (bytes: Uint8Array, littleEndian: boolean): bigint =>
  (littleEndian ? [...bytes].reverse() : [...bytes]).reduce((v, b) => (v << 8n) | BigInt(b), 0n);

/** Names of the bits that are set; a bit without a name by its number. */
function decodeFlags({ bits, littleEndian }: FormOf<'flags'>, bytes: Uint8Array): FieldValue {
  const value = bitsOf(bytes, littleEndian);
  const set: string[] = [];
  for (let bit = 0; bit < 8 * bytes.length; bit++)
    if ((value >> BigInt(bit)) & 1n)
      set.push(bits.find((b) => b.bit === bit)?.name ?? `bit ${bit}`);
  return sound(set.length === 0 ? 'none' : set.join(', '));
}

/** A value that has no name is not believed. */
function decodeChoice({ values, littleEndian }: FormOf<'choice'>, bytes: Uint8Array): FieldValue {
  const value = bitsOf(bytes, littleEndian);
  const name = values.find((v) => BigInt(v.value) === value)?.name;
  return name === undefined ? { text: `${value}`, verdict: 'outside' } : sound(name);
}

function decodeTable(form: FormOf<'table'>, bytes: Uint8Array): FieldValue {
  const cells: FieldValue[] = [];
  for (let at = 0; at + form.cellBytes <= bytes.length; at += form.cellBytes)
    cells.push(decodeNumber({ ...form, unit: '' }, bytes.subarray(at, at + form.cellBytes)));
  const rows: string[] = [];
  for (let i = 0; i < cells.length; i += form.columns)
    rows.push(
      cells
        .slice(i, i + form.columns)
        .map((c) => c.text)
        .join(' ')
    );
  const text = `${rows.join('; ')}${form.unit === '' ? '' : ` ${form.unit}`}`;
  return cells.some((c) => c.verdict === 'outside') ? { text, verdict: 'outside' } : sound(text);
}

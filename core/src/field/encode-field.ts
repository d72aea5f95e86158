import { encodeAscii, encodeUintBe, parseHex } from '../base/bytes.ts';
import { fail, ok, type Result } from '../base/result.ts';
import { decodeField } from './decode-field.ts';
import type { FieldForm, FieldSpec, NumberForm } from './field.ts';

/**
 * The bytes of a value as people write it. Shape: as long as the field. Errors: `field.value.malformed` where it is none of this field, or reads
 * back otherwise than it was meant; `field.value.kept` for mileage, which is carried and shown, never edited.
 */
export function encodeField(
  { form, lengthBytes, name, role }: FieldSpec,
  text: string
): Result<Uint8Array> {
  if (role === 'mileage') return fail('field.value.kept', { name });
  const bytes = encodeForm(form, text.trim(), lengthBytes);
  const wrong = fail('field.value.malformed', { name, text: text.slice(0, 60) });
  if (bytes?.length !== lengthBytes) return wrong;
  return decodeField(form, bytes).verdict === 'sound' ? ok(bytes) : wrong;
}

/** The bytes of a value in a form; undefined where it is none. What keeps it may still be of another length. */
export function encodeForm(form: FieldForm, text: string, length: number): Uint8Array | undefined {
  switch (form.type) {
    case 'text':
      return /^[\x20-\x7e]*$/.test(text) ? encodeAscii(text.padEnd(length)) : undefined;
    case 'bytes':
      return parseHex(text);
    case 'digits':
      return /^\d+$/.test(text) ? parseHex(text.padEnd(2 * length, 'F')) : undefined;
    case 'date':
      return dateBytes(form.layout, text);
    case 'number':
      return numberBytes(form, text, length);
    case 'choice': {
      const value = form.values.find((v) => v.name.toLowerCase() === text.toLowerCase())?.value;
      return value === undefined ? undefined : keep(value, length, form.littleEndian);
    }
    case 'flags':
      return flagBytes(form, text, length);
    case 'table':
      return tableBytes(form, text, length);
  }
}

function dateBytes(layout: string, text: string): Uint8Array | undefined {
  const [, year = '', month = '', day = ''] = /^(\d{4})-(\d{2})-(\d{2})$/.exec(text) ?? [];
  const parts: Readonly<Record<string, string>> = {
    yymmdd: year.slice(2) + month + day,
    ddmmyy: day + month + year.slice(2),
    yyyymmdd: year + month + day
  };
  return year === '' || (layout !== 'yyyymmdd' && !year.startsWith('20'))
    ? undefined
    : parseHex(parts[layout] ?? '');
}

function keep(value: number, length: number, littleEndian: boolean): Uint8Array | undefined {
  if (!Number.isSafeInteger(value) || value < 0 || value >= 256 ** length) return undefined;
  const bytes = encodeUintBe(value, length);
  return littleEndian ? bytes.reverse() : bytes;
}

function numberBytes(form: NumberForm, text: string, length: number): Uint8Array | undefined {
  const digits = text.endsWith(form.unit)
    ? text.slice(0, text.length - form.unit.length).trim()
    : text;
  if (!/^-?\d+(\.\d+)?$/.test(digits)) return undefined;
  const kept = (Number(digits) - form.offset) / form.scale;
  // what cannot be kept exactly is not rounded behind anybody's back
  if (Math.abs(kept - Math.round(kept)) > 1e-6) return undefined;
  const value = Math.round(kept);
  return keep(form.signed && value < 0 ? value + 256 ** length : value, length, form.littleEndian);
}

type FormOf<T extends FieldForm['type']> = Extract<FieldForm, { readonly type: T }>;

function flagBytes(form: FormOf<'flags'>, text: string, length: number): Uint8Array | undefined {
  const names = text.toLowerCase() === 'none' ? [] : text.split(',').map((n) => n.trim());
  let value = 0n;
  for (const name of names) {
    const bit =
      form.bits.find((b) => b.name.toLowerCase() === name.toLowerCase())?.bit ??
      Number(/^bit (\d+)$/.exec(name)?.[1] ?? -1);
    if (bit < 0 || bit >= 8 * length) return undefined;
    value |= 1n << BigInt(bit);
  }
  const big = Uint8Array.from({ length }, (_, i) =>
    Number((value >> BigInt(8 * (length - 1 - i))) & 0xffn)
  );
  return form.littleEndian ? big.reverse() : big;
}

function tableBytes(form: FormOf<'table'>, text: string, length: number): Uint8Array | undefined {
  const plain = text.endsWith(form.unit) ? text.slice(0, text.length - form.unit.length) : text;
  const cells = plain.split(/[\s;]+/).filter((c) => c !== '');
  if (cells.length * form.cellBytes !== length) return undefined;
  const out = new Uint8Array(length);
  for (const [i, cell] of cells.entries()) {
    const bytes = numberBytes({ ...form, unit: '' }, cell, form.cellBytes);
    if (!bytes) return undefined;
    out.set(bytes, i * form.cellBytes);
  }
  return out;
}

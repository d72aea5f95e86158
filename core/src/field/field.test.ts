import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { encodeAscii } from '../base/bytes.ts';
import { bytesAtOf } from '../checksum/rule.ts';
import { decodeField } from './decode-field.ts';
import { encodeField } from './encode-field.ts';
import type { FieldForm, FieldSpec, NumberForm } from './field.ts';
import { findFormGap } from './find-form-gap.ts';
import { compareFields, KEPT_SECRET, readFields } from './read-fields.ts';

const number = (over: Partial<NumberForm> = {}): Extract<FieldForm, { type: 'number' }> => ({
  ...{ type: 'number', signed: false, littleEndian: false, scale: 1, offset: 0, unit: '' },
  ...{ least: undefined, most: undefined },
  ...over
});
const spec = (form: FieldForm, over: Partial<FieldSpec> = {}): FieldSpec => ({
  ...{ id: 'f', name: 'Field', region: 'r', offsets: [0], lengthBytes: 4, form, role: 'other' },
  ...over
});
const text = { type: 'text', pattern: undefined, vin: false } as const;
const flags = {
  type: 'flags',
  littleEndian: false,
  bits: [
    { bit: 0, name: 'alarm' },
    { bit: 9, name: 'fog lamps' }
  ]
} as const;
const choice = {
  type: 'choice',
  littleEndian: false,
  values: [
    { value: 1, name: 'left' },
    { value: 2, name: 'right' }
  ]
} as const;
const table = {
  ...number({ scale: 0.5, unit: '%', signed: true, least: -40, most: 40 }),
  type: 'table',
  cellBytes: 1,
  columns: 2
} as const;

describe('a field as it is read', () => {
  it.each<[FieldForm, number[], string, string]>([
    [text, [...encodeAscii('AB 1'), 0x20, 0xff], 'AB 1', 'sound'],
    [text, [0x41, 0x07, 0x42], 'A.B', 'malformed'],
    [{ ...text, pattern: '^\\d{4}$' }, [...encodeAscii('12A4')], '12A4', 'malformed'],
    // 49 CFR 565.15: the worked example of the check digit
    [{ ...text, vin: true }, [...encodeAscii('1M8GDM9AXKP042788')], '1M8GDM9AXKP042788', 'sound'],
    [
      { ...text, vin: true },
      [...encodeAscii('1M8GDM9A1KP042788')],
      '1M8GDM9A1KP042788',
      'malformed'
    ],
    [{ type: 'digits' }, [0x12, 0x34, 0x5f], '12345', 'sound'],
    [{ type: 'digits' }, [0x1a, 0x34], '1A34', 'malformed'],
    [{ type: 'bytes' }, [0x00, 0xab], '00 AB', 'sound'],
    [{ type: 'bytes' }, [0, 0, 0], '', 'blank'],
    [number({ scale: 0.1, unit: 'h' }), [0x00, 0x00, 0x30, 0x39], '1234.5 h', 'sound'],
    [number({ littleEndian: true }), [0x39, 0x30], '12345', 'sound'],
    [number({ signed: true, scale: 0.5 }), [0xfe], '-1.0', 'sound'],
    [number({ offset: -40, unit: '°C' }), [130], '90 °C', 'sound'],
    [number({ most: 100 }), [101], '101', 'outside'],
    [number(), [0, 0], '0', 'sound'],
    [number(), [0xff, 0xff], '', 'blank'],
    [number({ signed: true }), [0xff, 0xff], '-1', 'sound'],
    [{ type: 'date', layout: 'yymmdd' }, [0x24, 0x02, 0x29], '2024-02-29', 'sound'],
    [{ type: 'date', layout: 'ddmmyy' }, [0x29, 0x02, 0x23], '290223', 'malformed'],
    [{ type: 'date', layout: 'yyyymmdd' }, [0x19, 0x99, 0x12, 0x31], '1999-12-31', 'sound'],
    [{ type: 'date', layout: 'yymmdd' }, [0, 0, 0], '', 'blank'],
    [flags, [0x02, 0x05], 'alarm, bit 2, fog lamps', 'sound'],
    [flags, [0, 0], 'none', 'sound'],
    [choice, [2], 'right', 'sound'],
    [choice, [7], '7', 'outside'],
    [table, [0x02, 0xfe, 0x04, 0x00], '1.0 -1.0; 2.0 0.0 %', 'sound'],
    [table, [0x7f, 0x00], '63.5 0.0 %', 'outside']
  ])('%o of %o', (form, bytes, told, verdict) => {
    expect(decodeField(form, Uint8Array.from(bytes))).toEqual({ text: told, verdict });
  });

  it('writes what it reads, in every form', () => {
    const forms: readonly [FieldForm, number][] = [
      [text, 5],
      [{ type: 'digits' }, 3],
      [{ type: 'bytes' }, 3],
      [number({ littleEndian: true, scale: 0.1, unit: 'km' }), 4],
      [number({ signed: true, offset: -40 }), 2],
      [{ type: 'date', layout: 'ddmmyy' }, 3],
      [flags, 2],
      [choice, 1],
      [table, 4]
    ];
    fc.assert(
      fc.property(
        fc.constantFrom(...forms),
        fc.uint8Array({ minLength: 6, maxLength: 6 }),
        ([form, length], raw) => {
          const bytes = raw.subarray(0, length);
          const read = decodeField(form, bytes);
          if (read.verdict !== 'sound') return;
          const made = encodeField(spec(form, { lengthBytes: length }), read.text);
          expect(made.ok && decodeField(form, made.value)).toEqual(read);
        }
      ),
      { numRuns: 2000, seed: 7 }
    );
  });

  it('refuses what it cannot keep exactly, and never edits mileage', () => {
    const codeOf = (field: FieldSpec, value: string) => {
      const made = encodeField(field, value);
      return made.ok ? 'kept' : made.problem.code;
    };
    for (const [form, value] of [
      [number({ scale: 0.5 }), '1.2'],
      [number(), '-1'],
      [number(), '4294967296'],
      [number({ most: 10 }), '11'],
      [number(), '1e3'],
      [number(), ''],
      [text, 'too long for it'],
      [text, 'é'],
      [{ ...text, pattern: '^A' }, 'B'],
      [{ type: 'bytes' }, '00 11 22'],
      [flags, 'alarm, wings'],
      [choice, 'middle'],
      [table, '1 2 3'],
      [{ type: 'date', layout: 'yyyymmdd' }, '2023-02-29']
    ] as const)
      expect([value, codeOf(spec(form), value)]).toEqual([value, 'field.value.malformed']);
    expect(codeOf(spec(number(), { role: 'mileage' }), '5')).toBe('field.value.kept');
  });

  it('is held against its length by the profile', () => {
    expect(findFormGap(spec(number(), { lengthBytes: 7 }))).toBe(true);
    expect(findFormGap(spec({ type: 'date', layout: 'yymmdd' }))).toBe(true);
    expect(findFormGap(spec(flags, { lengthBytes: 1 }))).toBe(true);
    expect(findFormGap(spec({ ...choice, values: [] }))).toBe(true);
    expect(findFormGap(spec(table, { lengthBytes: 3 }))).toBe(true);
    expect(findFormGap(spec({ ...text, pattern: '(' }))).toBe(true);
    expect(findFormGap(spec({ ...text, vin: true }))).toBe(true);
    expect(findFormGap(spec(table))).toBe(false);
  });
});

describe('copies of a field', () => {
  const three = spec(number(), { offsets: [0, 4, 8], lengthBytes: 2 });
  const read = (field: FieldSpec, ...bytes: number[]) =>
    readFields([field], bytesAtOf(Uint8Array.from(bytes)))[0];

  it('vote, and the vote is told', () => {
    expect(read(three, 0, 7, 0, 0, 0, 7, 0, 0, 0, 7)).toMatchObject({
      verdict: 'sound',
      text: '7',
      agreeing: 3
    });
    expect(read(three, 0, 7, 0, 0, 0, 9, 0, 0, 0, 7)).toMatchObject({
      verdict: 'voted',
      text: '7',
      agreeing: 2
    });
    expect(read(three, 0, 7, 0, 0, 0, 9, 0, 0, 0, 8)).toMatchObject({ verdict: 'torn', text: '' });
  });
  it('that cannot be read are outvoted by one that can; the other way round never', () => {
    const two = spec({ type: 'date', layout: 'yymmdd' }, { offsets: [0, 4], lengthBytes: 3 });
    expect(read(two, 0x24, 0x99, 0x01, 0, 0x24, 0x12, 0x01)).toMatchObject({
      verdict: 'voted',
      text: '2024-12-01'
    });
    expect(read(two, 0x24, 0x11, 0x01, 0, 0x24, 0x12, 0x01)).toMatchObject({ verdict: 'torn' });
  });
  it('that are unknown make nothing sound', () => {
    expect(read(three, 0, 7, 0, 0, 0, 7, 0, 0)).toMatchObject({
      verdict: 'unknown',
      text: '7',
      known: 2
    });
    expect(read(three)).toMatchObject({ verdict: 'unknown', text: '' });
  });
  it('are compared between images, and a secret is never told', () => {
    const secret = spec({ type: 'bytes' }, { role: 'secret', offsets: [0, 2], lengthBytes: 2 });
    const at = (...bytes: number[]) => bytesAtOf(Uint8Array.from(bytes));
    const [one] = compareFields([secret], [at(0xca, 0xfe, 0xca, 0xfe), at(0xbe, 0xef, 0xbe, 0xef)]);
    expect(one).toMatchObject({
      same: false,
      readings: [{ text: KEPT_SECRET }, { text: KEPT_SECRET }]
    });
    expect(JSON.stringify(one)).not.toMatch(/CA|FE|BE|EF/);
    const same = (...images: Parameters<typeof compareFields>[1]) =>
      compareFields([secret], images)[0]?.same;
    expect(same(at(1, 2, 1, 2), at(1, 2, 1, 2))).toBe(true);
    expect(same(at(1, 2, 3, 4), at(1, 2, 1, 2))).toBeUndefined();
    expect(same(at(1), at(1, 2, 1, 2))).toBeUndefined();
  });
});

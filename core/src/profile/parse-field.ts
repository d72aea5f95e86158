import type { FieldForm, FieldSpec } from '../field/field.ts';
import type { ProfileDocument } from './schema.ts';

type RawField = NonNullable<ProfileDocument['fields']>[number];

/** A field as the application works with it. */
export function toFieldSpec(raw: RawField): FieldSpec {
  return {
    id: raw.id,
    name: raw.name,
    region: raw.region,
    offsets: raw.offsets.map(Number),
    lengthBytes: raw.lengthBytes,
    form: toForm(raw),
    role: raw.mileage ? 'mileage' : 'other'
  };
}

function toForm(raw: RawField): FieldForm {
  const { names = [], littleEndian = false } = raw;
  const number = {
    ...{ signed: raw.signed ?? false, littleEndian, unit: raw.unit ?? '' },
    ...{ scale: raw.scale ?? 1, offset: raw.offset ?? 0, least: raw.least, most: raw.most }
  };
  switch (raw.type) {
    case 'text':
      return { type: 'text', pattern: raw.pattern, vin: raw.vin ?? false };
    case 'bytes':
    case 'digits':
      return { type: raw.type };
    case 'number':
      return { type: 'number', ...number };
    case 'date':
      return { type: 'date', layout: raw.layout ?? 'yymmdd' };
    case 'flags':
      return {
        ...{ type: 'flags', littleEndian },
        bits: names.map(({ value, name }) => ({ bit: value, name }))
      };
    case 'choice':
      return { type: 'choice', littleEndian, values: names };
    case 'table':
      return { type: 'table', ...number, cellBytes: raw.cellBytes ?? 1, columns: raw.columns ?? 8 };
  }
}

import type { FieldSpec } from './field.ts';

/** Is there anything that the bytes of a field cannot hold? */
export function findFormGap({ form, lengthBytes }: FieldSpec): boolean {
  switch (form.type) {
    case 'text':
      return (
        (form.vin && lengthBytes < 17) || (form.pattern !== undefined && !compiles(form.pattern))
      );
    case 'number':
      return lengthBytes > 6 || form.scale === 0;
    case 'date':
      return lengthBytes !== (form.layout === 'yyyymmdd' ? 4 : 3);
    case 'flags':
      return form.bits.some(({ bit }) => bit >= 8 * lengthBytes);
    case 'choice':
      return form.values.length === 0 || form.values.some((v) => v.value >= 256 ** lengthBytes);
    case 'table':
      return lengthBytes % (form.cellBytes * form.columns) !== 0 || form.scale === 0;
    default:
      return false;
  }
}

function compiles(pattern: string): boolean {
  try {
    new RegExp(pattern);
    return true;
  } catch {
    return false;
  }
}

import { createRandom } from '@badger/core/base/random';
import { encodeForm } from '@badger/core/field/encode-field';
import type { FieldForm, FieldSpec, NumberForm } from '@badger/core/field/field';

/** Bytes of a field of an invented unit: the value that is told, or one that the field would believe. */
export function makeField(
  { id, form, lengthBytes }: FieldSpec,
  told: string | undefined,
  seed: number
): Uint8Array {
  const bytes = encodeForm(
    form,
    told ?? inventValue(form, lengthBytes, createRandom(seed)),
    lengthBytes
  );
  if (bytes?.length !== lengthBytes) throw new RangeError(`"${id}" expected ${lengthBytes} bytes`);
  return bytes;
}

type Random = () => number;

function inventValue(form: FieldForm, lengthBytes: number, random: Random): string {
  switch (form.type) {
    case 'number':
      return inventNumber(form, lengthBytes, random);
    case 'table':
      return Array.from({ length: lengthBytes / form.cellBytes }, () =>
        inventNumber(form, form.cellBytes, random)
      ).join(' ');
    case 'date':
      return `20${two(16 + (random() % 8))}-${two(1 + (random() % 12))}-${two(1 + (random() % 28))}`;
    case 'flags':
      return (
        form.bits
          .filter(() => random() % 2 === 0)
          .map((b) => b.name)
          .join(', ') || 'none'
      );
    case 'choice':
      return form.values[random() % form.values.length]?.name ?? '';
    case 'digits':
      return Array.from({ length: 2 * lengthBytes }, () => random() % 10).join('');
    case 'bytes':
      return Array.from({ length: lengthBytes }, () =>
        (random() & 0xff).toString(16).padStart(2, '0')
      ).join('');
    case 'text':
      // the only texts besides the identity are codes of digits
      return Array.from({ length: lengthBytes }, () => random() % 10).join('');
  }
}

const two = (n: number) => `${n}`.padStart(2, '0');

/** A number in the lower tenth of what is believed, but never below: a unit in use. */
function inventNumber(
  { signed, scale, offset, least, most }: NumberForm,
  bytes: number,
  random: Random
): string {
  const largest = 256 ** bytes / (signed ? 2 : 1) - 1;
  const from = Math.max(signed ? -largest : 0, Math.ceil(((least ?? 0) - offset) / scale));
  const to = Math.min(largest, Math.floor(((most ?? largest) - offset) / scale));
  const kept = from + Math.floor(((random() % 1000) / 1000) * (to - from) * (signed ? 1 : 0.1));
  return (kept * scale + offset).toFixed(6);
}

import { formatAddress, formatCount } from '@badger/core/base/format';
import type { Alternate } from '@badger/core/clone/rank-alternates';
import type { VehicleSign } from '@badger/core/clone/in-vehicle';
import { seenWords } from '$lib/messages/in-vehicle.ts';

/** Example: `reads 3, 4`. */
export const readWords = (reads: readonly number[]): string =>
  `${reads.length === 1 ? 'read' : 'reads'} ${reads.join(', ')}`;

const COVER: Readonly<Record<Alternate['checked'], string>> = {
  all: 'covered by checksums',
  some: 'partly covered by checksums',
  none: 'covered by no checksum',
  unknown: ''
};

/** Where it differs and what lies there. Addresses from `base`. */
export function whereWords(
  { ranges, fields, checked }: Pick<Alternate, 'ranges' | 'fields' | 'checked'>,
  base: number
): string {
  const [first] = ranges;
  if (!first) return '';
  const more = ranges.length === 1 ? '' : ` and ${formatCount(ranges.length - 1)} more`;
  const what = fields.length === 0 ? '' : `: ${fields.join(', ')}`;
  return [`from ${formatAddress(base + first.start)}${more}${what}`, COVER[checked]]
    .filter((t) => t !== '')
    .join(', ');
}

/** The reason that stands in the record when a lead takes an alternate. */
export const reasonOf = (signs: readonly VehicleSign[], note: string): string =>
  `What was written failed in the vehicle: ${seenWords(signs, note)}`.slice(0, 300);

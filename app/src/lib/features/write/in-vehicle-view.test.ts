import { describe, expect, it } from 'vitest';
import { seenWords } from '$lib/messages/in-vehicle.ts';
import { readWords, reasonOf, whereWords } from './in-vehicle.view.ts';

describe('what is told of a write in the vehicle', () => {
  it('is one sentence of signs and words', () => {
    expect(seenWords(['cranks-no-start'], '')).toBe('Cranks and does not start');
    expect(seenWords(['cranks-no-start', 'vin-fault'], 'lamp on')).toBe(
      'Cranks and does not start, vin told wrong (lamp on)'
    );
    expect(seenWords(['other-fault'], 'lamp on')).toBe('lamp on');
    expect(seenWords(['vin-fault', 'other-fault'], 'lamp on')).toBe('VIN told wrong (lamp on)');
    expect(seenWords(['other-fault'], '')).toBe('Something else');
    expect(reasonOf(['cranks-no-start'], 'x'.repeat(400))).toHaveLength(300);
  });
  it('where contents differ is told with the first place, how many more, and what lies there', () => {
    const range = (start: number) => ({ start, end: start + 4 });
    const of = (count: number, fields: string[], checked: 'all' | 'none' | 'unknown') =>
      whereWords(
        { ranges: Array.from({ length: count }, (_, i) => range(i * 16)), fields, checked },
        0x8000
      );
    expect(of(1, [], 'none')).toBe('from 0x0000_8000, covered by no checksum');
    expect(of(3, ['VIN', 'Mileage'], 'all')).toBe(
      'from 0x0000_8000 and 2 more: VIN, Mileage, covered by checksums'
    );
    expect(of(0, [], 'unknown')).toBe('');
    expect(readWords([3])).toBe('read 3');
    expect(readWords([3, 4])).toBe('reads 3, 4');
  });
});

import { describe, expect, it } from 'vitest';
import { placeWords, signalWords } from './wire-words.ts';

describe('where a wire goes, in words', () => {
  it.each([
    [{ cavities: [4] }, 'pin 4'],
    [{ cavities: [1, 3] }, 'pins 1 and 3'],
    [{ pads: ['P1'] }, 'pad P1'],
    [{ pads: ['TP3', 'TP4', 'TP5', 'TP6'] }, 'pads TP3 to TP6'],
    [{ pads: ['TP3', 'TP4'] }, 'pads TP3 and TP4'],
    [{ pads: ['TP3', 'TP5', 'TP6'] }, 'pads TP3, TP5 and TP6'],
    [{ pads: ['A', 'B', 'C'] }, 'pads A, B and C'],
    [{ to: 'diagnostic socket' }, 'diagnostic socket'],
    [{ chip: 'eeprom' }, 'pin 1 at its mark'],
    [{}, '']
  ])('%j: %s', (place, words) => expect(placeWords(place)).toBe(words));
  it('a signal that nobody knows stays as it is', () => {
    expect([signalWords('can-h'), signalWords('new-line')]).toEqual(['CAN H', 'new-line']);
  });
});

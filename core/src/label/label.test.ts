import fc from 'fast-check';
import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import type { ProfileDocument } from '../profile/schema.ts';
import { parseProfile } from '../profile/parse-profile.ts';
import { findNumbers, MAX_LABEL_TEXT } from './find-numbers.ts';
import { correctLookAlikes } from './look-alikes.ts';
import { recognise } from './recognise.ts';

const folder = new URL('../../../profiles/', import.meta.url);
const profiles = readdirSync(folder)
  .filter((n) => n.endsWith('.json'))
  .map((n) => {
    const doc = JSON.parse(readFileSync(new URL(n, folder), 'utf8')) as ProfileDocument;
    const parsed = parseProfile(doc);
    if (!parsed.ok) throw new Error(parsed.problem.code);
    return parsed.value;
  });

describe('look-alikes of worn labels', () => {
  const ten = (t: string) => /^\d{10}$/.test(t);
  it('exchanges as few characters as it needs, and says which', () => {
    expect(correctLookAlikes('O73I204418', ten)).toEqual({
      text: '0731204418',
      corrections: [
        { place: 1, from: 'O', to: '0' },
        { place: 4, from: 'I', to: '1' }
      ]
    });
    expect(correctLookAlikes('0731204418', ten)?.corrections).toEqual([]);
    expect(correctLookAlikes('BSOI204418', ten)).toBeUndefined();
    expect(correctLookAlikes('0731X04418', ten)).toBeUndefined();
  });
  it('works both ways: a digit may stand for a letter', () => {
    expect(correctLookAlikes('8D1-118', (t) => t === 'BD1-118')?.text).toBe('BD1-118');
    expect(correctLookAlikes('R12-S12A', (t) => t === 'R12-512A')?.corrections).toHaveLength(1);
  });
  it('finds what any three exchanges have spoilt', () => {
    const swap: Record<string, string> = { '0': 'O', '1': 'I', '8': 'B', '5': 'S' };
    fc.assert(
      fc.property(
        fc.stringMatching(/^\d{10}$/),
        fc.uniqueArray(fc.nat(9), { maxLength: 3 }),
        (number, places) => {
          const spoilt = [...number]
            .map((c, i) => (places.includes(i) ? (swap[c] ?? c) : c))
            .join('');
          expect(correctLookAlikes(spoilt, (t) => t === number)?.text).toBe(number);
        }
      )
    );
  });
});

describe('numbers in a text', () => {
  it('keeps leading zeros, joins groups, drops dots and what is no number', () => {
    const found = findNumbers('HW: 0 731 204 418\nSW h4c-2207-b; FREQ 433 MHz, made in nowhere');
    for (const n of ['0731204418', 'H4C-2207-B', '433MHZ']) expect(found).toContain(n);
    expect(found.some((n) => !/\d/.test(n))).toBe(false);
    expect(findNumbers('0.731.204.418')).toContain('0731204418');
  });
  it('is bounded, whatever is pasted', () => {
    const long = Array.from({ length: 5000 }, (_, i) => `A${i}`).join(' ');
    expect(findNumbers(long).length).toBeLessThanOrEqual(600);
    expect(long.length).toBeGreaterThan(MAX_LABEL_TEXT);
    fc.assert(fc.property(fc.string({ maxLength: 300 }), (t) => void recognise(t, profiles)));
  });
});

describe('what is this?', () => {
  const ask = (text: string) => {
    const { verdict, candidates, deciders } = recognise(text, profiles);
    return {
      says: `${verdict.verdict} ${verdict.code}`,
      best: candidates[0],
      candidates,
      deciders
    };
  };
  it('a known hardware number is sure, in groups and with look-alikes too', () => {
    for (const text of ['0731204418', '0 731 204 418', 'no. O731 204 4I8']) {
      const answer = ask(text);
      expect(answer.best?.family, text).toBe('HV-EC4');
    }
    expect(ask('0731204418').says).toBe('go label.family.sure');
    expect(ask('O73I204418').best?.reasons[0]?.corrections).toHaveLength(2);
  });
  it('the family code by itself is sure', () => {
    expect(ask('QN-TC2').says).toBe('go label.family.sure');
    expect(ask('qntc2').best?.family).toBe('QN-TC2');
  });
  it('a frequency that two families share leaves both, and says what would decide', () => {
    const answer = ask('125 kHz');
    expect(answer.says).toBe('look label.family.likely');
    expect(answer.candidates.map((c) => c.family).sort()).toEqual(['MD-IM3', 'SR-KU1']);
    expect(answer.deciders).toContain('Hardware number');
  });
  it('a marking alone is likely, with a pattern behind it sure', () => {
    expect(ask('K32-2M41').says).toBe('look label.family.likely');
    expect(ask('K32-2M41 0731204499 H4C-9999-Z').says).toBe('go label.family.sure');
  });
  it('nothing known is said so', () => {
    expect(ask('4711 XYZ').says).toBe('look label.family.none');
    expect(ask('').candidates).toEqual([]);
  });
  it('every known number and example of every profile leads to its own family first', () => {
    for (const p of profiles) {
      for (const number of p.labels.flatMap((l) => l.known)) {
        expect(ask(number).best?.family, number).toBe(p.id);
      }
      expect(p.labels.length, p.id).toBeGreaterThan(0);
    }
  });
});

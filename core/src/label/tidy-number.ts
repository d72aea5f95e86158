import { findNumbers } from './find-numbers.ts';
import { correctLookAlikes, type Corrected } from './look-alikes.ts';
import type { LabelRule, Recognisable } from './recognise.ts';

/** A frequency, whose decimals are no mark between groups of figures. */
const FREQUENCY = /^([0-9]{1,9})(?:[.,]([0-9]{1,6}))?([KMG]?HZ)$/;

/**
 * Capitals without blanks and dots; leading zeros and hyphens stay, dashes of every length are hyphens, a frequency keeps
 * its decimals. Example: `0 731.204 418` is `0731204418`, `433,92 MHz` is `433.92MHZ`.
 */
export function normalizeNumber(text: string): string {
  if (/^[0-9A-Z-]*$/.test(text) && !text.endsWith('HZ')) return text;
  const plain = text.toUpperCase().replaceAll(/[\u2010-\u2015\u2212]/g, '-');
  const frequency = FREQUENCY.exec(plain.replaceAll(/\s/g, ''));
  if (frequency) {
    const decimals = (frequency[2] ?? '').replace(/0+$/, '');
    return `${frequency[1]}${decimals === '' ? '' : `.${decimals}`}${frequency[3]}`;
  }
  return plain.replaceAll(/[^0-9A-Z/-]/g, '');
}

/**
 * A number as somebody typed it from a label or an advert: known ones first, then the pattern, look-alikes tried.
 * What fits nothing stays as it is, without blanks. Example: `O731 2O4 418` is `0731204418` with two corrections.
 */
export function tidyNumber(rule: LabelRule | undefined, text: string): Corrected {
  const plain = normalizeNumber(text);
  if (!rule || plain === '') return { text: plain, corrections: [] };
  const pattern = new RegExp(rule.pattern);
  return (
    correctLookAlikes(plain, (t) => rule.known.includes(t)) ??
    correctLookAlikes(plain, (t) => pattern.test(t)) ?? { text: plain, corrections: [] }
  );
}

/** Zeros that a table or a telephone may have dropped in front. */
const LOST_ZEROS = 3;

/**
 * The number with the zeros that it may have lost in front, for a person to take or leave; undefined when it fits as it
 * stands, or when zeros do not make it fit. A number that the profile knows goes before one of the right shape.
 * Example: `731204418` typed where ten figures stand is proposed as `0731204418`.
 */
export function proposeZeros(rule: LabelRule | undefined, text: string): string | undefined {
  const { text: plain } = tidyNumber(rule, text);
  const pattern = new RegExp(rule?.pattern ?? '$^');
  if (!rule || plain === '' || rule.known.includes(plain) || pattern.test(plain)) return undefined;
  const longer = Array.from({ length: LOST_ZEROS }, (_, i) => '0'.repeat(i + 1) + plain);
  return longer.find((n) => rule.known.includes(n)) ?? longer.find((n) => pattern.test(n));
}

export interface PickedNumber extends Corrected {
  readonly field: string;
  readonly name: string;
  /** Among the numbers that the profile knows, or only of the right shape. */
  readonly known: boolean;
}

/** The numbers of one family in a pasted text, one for each kind: a known one beats one that only has the shape. */
export function pickNumbers(
  text: string,
  profile: Pick<Recognisable, 'labels' | 'chipMarkings'>
): PickedNumber[] {
  const numbers = findNumbers(text);
  const picked = profile.labels.flatMap((rule): PickedNumber[] => {
    const best = numbers
      .flatMap((n) => {
        const tidy = tidyNumber(rule, n);
        const known = rule.known.includes(tidy.text);
        return known || new RegExp(rule.pattern).test(tidy.text) ? [{ ...tidy, known }] : [];
      })
      .sort((a, b) => costOf(a) - costOf(b))[0];
    return best ? [{ ...best, field: rule.id, name: rule.name }] : [];
  });
  const marking = numbers
    .flatMap((n) => correctLookAlikes(n, (t) => profile.chipMarkings.includes(t)) ?? [])
    .sort((a, b) => a.corrections.length - b.corrections.length)[0];
  return marking
    ? [...picked, { ...marking, field: 'chip-marking', name: 'Chip marking', known: true }]
    : picked;
}

function costOf(found: Corrected & { readonly known: boolean }): number {
  return found.corrections.length + (found.known ? 0 : 10);
}

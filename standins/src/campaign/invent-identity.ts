import { computeCheckDigit } from '@badger/core/identity/vin';
import type { Profile } from '@badger/core/profile/profile';
import { between, pick, type Random } from '../faults/random-picks.ts';

/** Identity fields of a unit that nobody has seen before, each as the labels of its family are written. */
export function inventIdentity(profile: Profile, random: Random): Record<string, string> {
  const labels = profile.labels.map(
    ({ id, pattern }) => [id, inventText(pattern, random)] as const
  );
  return {
    serial: inventText('\\d{10}', random),
    ...Object.fromEntries(labels),
    vin: inventVin(random)
  };
}

/** A text that a pattern of letters, digits, `\d`, sets, choices and counts lets pass. */
function inventText(pattern: string, random: Random): string {
  const parts = /\(([^)]*)\)|\[([^\]])-([^\]])\]|\\d|[^\\^$]/g;
  const atoms = /(\([^)]*\)|\[[^\]]*\]|\\d|[^\\^${}])(?:\{(\d+)\})?/g;
  return [...pattern.matchAll(atoms)]
    .flatMap(([, atom = '', count = '1']) =>
      Array.from({ length: Number(count) }, () => inventAtom([...atom.matchAll(parts)][0], random))
    )
    .join('');
}

function inventAtom(match: RegExpMatchArray | undefined, random: Random): string {
  const [atom = '', choices, from, to] = match ?? [];
  if (choices !== undefined) return pick(random, choices.split('|') as [string, ...string[]]);
  if (from !== undefined && to !== undefined)
    return String.fromCharCode(between(random, from.charCodeAt(0), to.charCodeAt(0) + 1));
  return atom === '\\d' ? `${between(random, 0, 10)}` : atom;
}

/** Of makers that there are not, with the check digit that it must have. */
function inventVin(random: Random): string {
  const letters = 'ABCDEFGHJKLMNPRSTUVWXYZ';
  const some = (of: string, n: number) =>
    Array.from({ length: n }, () => of.charAt(between(random, 0, of.length))).join('');
  const text = `U8${some(letters, 3)}${some('123456789', 1)}${some(letters, 1)}${some('123456789', 1)}0${some('ABCDEFGHJKLMNPRSTVWXY123456789', 1)}${some(letters, 1)}${some('0123456789', 6)}`;
  return `${text.slice(0, 8)}${computeCheckDigit(text)}${text.slice(9)}`;
}

import type { UnitKind } from './scan.ts';

const KINDS: readonly (readonly [RegExp, UnitKind])[] = [
  [/immobili[sz]er|anti.?theft/i, 'immobiliser'],
  [/engine|motor|powertrain|\becm\b|\bpcm\b/i, 'engine'],
  [/transmission|gearbox|\btcm\b/i, 'transmission'],
  [/gateway/i, 'gateway'],
  [/brake|\babs\b|\besp\b/i, 'brakes'],
  [/airbag|restraint|\bsrs\b/i, 'airbag'],
  [/cluster|instrument/i, 'cluster'],
  [/steering|\beps\b/i, 'steering'],
  [/climate|heating|air.?condition|hvac/i, 'climate'],
  [/door/i, 'doors'],
  [/comfort|locking/i, 'comfort'],
  [/body|\bbcm\b/i, 'body']
];

/** What a unit does, out of its name; `other` when nothing in it says so. */
export function kindOf(name: string): UnitKind {
  return KINDS.find(([pattern]) => pattern.test(name))?.[1] ?? 'other';
}

/** Status bytes for the words that people and tools use. Source: bits of ISO 14229-1 D.2, from memory. */
const PRESENT = 0x2f;
const STORED = 0x2c;
const OLD = 0x28;
const PENDING = 0x24;

const IS = new Set(['present', 'active', 'current', 'now', 'static', 'permanent']);
const WAS = new Set(
  [
    'stored',
    'history',
    'historic',
    'historical',
    'passive',
    'inactive',
    'confirmed',
    'sporadic'
  ].concat('intermittent', 'temporary')
);
const LONG_AGO = new Set(['old', 'previous', 'previously', 'former', 'formerly', 'past', 'was']);
const NOT_YET = new Set(['pending', 'maturing', 'unconfirmed']);
const NOT = new Set(['not', 'no', 'longer', 'never', 'non']);
const FILLER = new Set(
  [
    'fault',
    'faults',
    'code',
    'codes',
    'dtc',
    'dtcs',
    'status',
    'state',
    'is',
    'are',
    'and',
    'or'
  ].concat('currently', 'the', 'error', 'errors', 'trouble', 'memory', 'at', 'moment')
);

const wordsIn = (text: string) => text.toLowerCase().match(/[a-z]+/g) ?? [];

/**
 * Status byte for a phrase that consists of nothing but words of status; undefined for every other phrase, so that a
 * description such as "current too high" is not taken for one. "Not active" is stored, "not confirmed" pending.
 * Total, linear. Example: `readStatusPhrase('no longer present')` is 0x2c.
 */
export function readStatusPhrase(phrase: string): number | undefined {
  if (/[0-9]/.test(phrase)) return undefined;
  const words = wordsIn(phrase);
  const said = words.filter((w) => !FILLER.has(w));
  if (said.length === 0) return undefined;
  const known = (w: string) =>
    IS.has(w) || WAS.has(w) || LONG_AGO.has(w) || NOT_YET.has(w) || NOT.has(w);
  if (!said.every(known)) return undefined;
  const denied = said.some((w) => NOT.has(w));
  const is = said.some((w) => IS.has(w));
  if (denied) return is ? STORED : said.includes('confirmed') ? PENDING : undefined;
  const past = said.some((w) => LONG_AGO.has(w));
  if (is) return past ? OLD : PRESENT;
  if (past) return OLD;
  return said.some((w) => NOT_YET.has(w)) ? PENDING : STORED;
}

const DELIMITERS = /[,;:()[\]/|\t–—]| -+ |^-+ ?|-+$/;
/** Words before which "present" or "not present" describes a signal, no status. */
const SIGNAL = /^(signals?|voltage|reference|pulses?|messages?|data|keys?|feed|ground|circuit)$/i;
const MOST_WORDS = 4;

/**
 * Status in what stands behind a code: a phrase between delimiters that is nothing but status, a status byte behind the
 * word status, or the last words of a line. Undefined: nothing there says it. Total, linear in the length.
 */
export function findStatus(text: string): number | undefined {
  const byte = /\bstatus(?: byte)?[ ]?[:=]?[ ]?(?:0x)?([0-9A-F]{2})\b/i.exec(text)?.[1];
  if (byte !== undefined) return Number.parseInt(byte, 16);
  const phrases = text.split(DELIMITERS).map((p) => p.trim());
  const found = phrases.map(readStatusPhrase).filter((s) => s !== undefined);
  if (found.includes(PRESENT)) return PRESENT;
  if (found.length > 0) return found.at(-1);
  const words = (phrases.findLast((p) => p !== '') ?? '').split(' ').filter((w) => w !== '');
  for (let take = Math.min(MOST_WORDS, words.length - 1); take > 0; take--) {
    const status = readStatusPhrase(words.slice(-take).join(' '));
    if (status === undefined) continue;
    const last = words.slice(-take).map((w) => w.toLowerCase());
    // "injector 1 current" is a description, "injector 1 present" hardly one
    if (last.some((w) => w === 'current' || w === 'static' || w === 'now') && take === 1)
      return undefined;
    return SIGNAL.test(words.at(-take - 1) ?? '') ? undefined : status;
  }
  return undefined;
}

/** Status cell of a table: words, or a byte in hexadecimal figures. */
export function readStatusCell(cell: string): number | undefined {
  const byte = /^(?:0x)?([0-9A-F]{2})h?$/i.exec(cell.trim())?.[1];
  return byte === undefined ? findStatus(cell) : Number.parseInt(byte, 16);
}

const NO_FAULTS =
  /\b(?:no|0|zero)[ ](?:stored |active |present |pending )?(?:fault codes?|trouble codes?|faults?|codes?|dtcs?|errors?)\b/i;
/** What may stand behind "no faults" without making another sentence of it, such as "no faults could be read". */
const NOTHING_ELSE =
  /^(?:[ ](?:were|was|are|is|have been|has been))?(?:[ ](?:found|stored|present|detected|recorded|registered|active|in (?:the )?(?:fault )?memory))*[\s.,;:!()]*$/i;

/** What stands before the words when a line says that a memory was read and is empty; undefined when it does not. */
export function findNoFaults(text: string): string | undefined {
  const match = NO_FAULTS.exec(text);
  if (!match || !NOTHING_ELSE.test(text.slice(match.index + match[0].length))) return undefined;
  return text.slice(0, match.index);
}

const SILENT =
  /\b(?:silent|no[ ](?:response|answer|communication|reply)|does not (?:answer|respond|reply|communicate)|not responding|cannot be reached)\b/i;

/**
 * A unit that is said to be silent, with the name that the line gives it: what stands behind "no communication with", else
 * what stands before the words. Undefined: the line says no such thing. An empty name means the unit of the section.
 */
export function findSilentUnit(text: string): { readonly name: string } | undefined {
  const match = SILENT.exec(text);
  if (!match) return undefined;
  const after = text.slice(match.index + match[0].length);
  const partner = /^[ ](?:with|from|to|by)[ ](?:the )?/i.exec(after);
  const named = partner
    ? (after.slice(partner[0].length).split(/[,;.(]/)[0] ?? '')
    : text.slice(0, match.index);
  return { name: trimName(named) };
}

const EDGE = /[\s:;,.(|-]/;

/** A name without the marks and numbers of a list around it. Total, linear. */
export function trimName(text: string): string {
  const bare = text.trim().replace(/^(?:[0-9]{1,3}[.)]|[-*•])[ \t]/, '');
  let [start, end] = [0, bare.length];
  while (start < end && EDGE.test(bare.charAt(start))) start++;
  while (end > start && EDGE.test(bare.charAt(end - 1))) end--;
  return bare.slice(start, end);
}

import { formatHex, readUintBe } from '../base/bytes.ts';
import { decodeResponse, nameOfNrc } from '../uds/codec.ts';
import { IDENTIFIER_NAMES, NEGATIVE_CODES, NRC, SERVICE_NAMES, SERVICES } from '../uds/services.ts';

export type MessageKind = 'request' | 'answer' | 'pending' | 'negative' | 'other';

/** A message as a row shows it; `service` and `reason` are names of the standards. */
export interface MessageWords {
  readonly kind: MessageKind;
  readonly sid: number | undefined;
  readonly service: string;
  /** What it is about: an identifier with its name, an address with a length, a counter. */
  readonly about: string;
  /** Name of the negative response. */
  readonly reason: string;
}

/** Services from here on up are answers. Source: ISO 14229-1 (40 is added to the request). */
const ANSWERS_FROM = 0x40;

/** Tells what a whole message says, by the services of ISO 14229-1 and SAE J1979. Total. */
export function describeMessage(payload: Uint8Array): MessageWords {
  const head = payload[0];
  const none = { service: '', about: '', reason: '' };
  if (head === undefined) return { kind: 'other', sid: undefined, ...none };
  if (head < ANSWERS_FROM || (head >= 0x80 && head < 0xc0 && SERVICE_NAMES[head] !== undefined))
    return {
      ...none,
      kind: 'request',
      sid: head,
      service: nameOf(head),
      about: aboutOf(head, payload)
    };
  const response = decodeResponse(payload);
  if (response.type === 'negative') {
    const { sid, nrc } = response;
    const pending = nrc === NRC.responsePending;
    return {
      ...{ kind: pending ? 'pending' : 'negative', sid, service: nameOf(sid), about: '' },
      reason: NEGATIVE_WORDS.get(nrc) ?? nameOfNrc(nrc)
    };
  }
  if (response.type === 'malformed' || SERVICE_NAMES[response.sid] === undefined)
    return { kind: 'other', sid: undefined, ...none };
  const { sid } = response;
  return { ...none, kind: 'answer', sid, service: nameOf(sid), about: aboutOf(sid, payload) };
}

const hex = (n: number, digits: number): string =>
  n.toString(16).toUpperCase().padStart(digits, '0');
/** The names of a table as words, made once: a log has a million of them. */
const worded = (table: Readonly<Record<number, string>>): ReadonlyMap<number, string> =>
  new Map(Object.entries(table).map(([n, name]) => [Number(n), wordsOfName(name)]));

const SERVICE_WORDS = worded(SERVICE_NAMES);
const NEGATIVE_WORDS = worded(NEGATIVE_CODES);
const nameOf = (sid: number): string => SERVICE_WORDS.get(sid) ?? hex(sid, 2);

/** A name of the standard as words. Example: `securityAccessDenied` is `security access denied`. */
export function wordsOfName(name: string): string {
  return name
    .replace(/([a-z0-9])([A-Z])/g, '$1 $2')
    .replace(/([A-Z]+)([A-Z][a-z])/g, '$1 $2')
    .split(' ')
    .map((word) => (/^[A-Z]{2,}/.test(word) ? word : word.toLowerCase()))
    .join(' ');
}

/** Services that are followed by one number of two bytes. */
const IDENTIFIED: readonly number[] = [
  SERVICES.readDataByIdentifier,
  ...[0x2e, 0x2f, SERVICES.routineControl]
];

function aboutOf(sid: number, payload: Uint8Array): string {
  const at = sid === SERVICES.routineControl ? 2 : 1;
  if (IDENTIFIED.includes(sid) && payload.length >= at + 2) {
    const id = readUintBe(payload, at, 2);
    const name = sid === SERVICES.routineControl ? undefined : IDENTIFIER_NAMES[id];
    return [hex(id, 4), name ?? ''].filter((p) => p !== '').join(' ');
  }
  const transfer = sid === SERVICES.requestDownload || sid === SERVICES.requestUpload;
  if (transfer && payload.length >= 4 && (payload[0] as number) === sid) return transferOf(payload);
  const second = payload[1];
  if (second === undefined) return '';
  return sid === SERVICES.transferData
    ? `block ${hex(second, 2)}`
    : formatHex(payload.subarray(1, 3));
}

function transferOf(payload: Uint8Array): string {
  const layout = payload[2] as number;
  const [address, size] = [layout & 15, layout >> 4];
  if (address < 1 || address > 5 || size < 1 || size > 4 || payload.length < 3 + address + size)
    return '';
  const length = readUintBe(payload, 3 + address, size);
  return `${length} bytes at ${hex(readUintBe(payload, 3, address), address * 2)}`;
}

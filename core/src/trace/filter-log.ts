import { describeMessage, type MessageKind } from './describe-message.ts';
import { payloadOf, type DecodedLog } from './decode-log.ts';
import { SERVICES } from '../uds/services.ts';
import { ID_MASK, type FrameLog } from './frame-log.ts';

/** What is shown; what is left out filters nothing. Times on the file's clock. Units: µs. */
export interface LogFilter {
  /** Ids without their flags. */
  readonly ids?: readonly number[];
  readonly fromUs?: number;
  readonly toUs?: number;
  /** Only messages of these kinds, each in the row of its first frame. */
  readonly kinds?: readonly MessageKind[];
  /** One row a message: frames that only continue one are left out. */
  readonly messagesOnly?: boolean;
  /** Part of a service, an identifier or a reason; or bytes in hexadecimal, with or without spaces. */
  readonly text?: string;
}

/** Indexes of the frames that pass, in order. Bytes are looked for within a frame and within a whole message. */
export function filterLog(log: FrameLog, decoded: DecodedLog, filter: LogFilter): Uint32Array {
  const rows = new Uint32Array(log.count);
  const ids = filter.ids && new Set(filter.ids);
  const wanted = messagesThatFit(decoded, filter);
  const bytes = bytesOfText(filter.text);
  let count = 0;
  for (let i = 0; i < log.count; i++) {
    const atUs = log.atUs[i] as number;
    if (filter.fromUs !== undefined && atUs < filter.fromUs) continue;
    if (filter.toUs !== undefined && atUs > filter.toUs) continue;
    if (ids && !ids.has((log.ids[i] as number) & ID_MASK)) continue;
    const message = decoded.messageOf[i] as number;
    const first = message >= 0 && decoded.firstFrame[message] === i;
    if (filter.messagesOnly && !first) continue;
    if (wanted) {
      const fits = message >= 0 && wanted[message] === 1 && (first || !filter.kinds);
      const inFrame =
        !filter.kinds &&
        bytes !== undefined &&
        holds(log.data, i * 8, i * 8 + (log.lengths[i] as number), bytes);
      if (!fits && !inFrame) continue;
    }
    rows[count++] = i;
  }
  return rows.slice(0, count);
}

/** One byte a message: does it pass kinds and text? Undefined where neither is asked for. */
function messagesThatFit(decoded: DecodedLog, { kinds, text }: LogFilter): Uint8Array | undefined {
  const words = text?.trim().toLowerCase() ?? '';
  if (!kinds && words === '') return undefined;
  const bytes = bytesOfText(text);
  const fits = new Uint8Array(decoded.messages);
  const told = cachedWords();
  for (let m = 0; m < decoded.messages; m++) {
    const payload = payloadOf(decoded, m);
    const { kind, said } = told(payload);
    if (kinds && !kinds.includes(kind)) continue;
    const inBytes = () => bytes !== undefined && holds(payload, 0, payload.length, bytes);
    if (words === '' || said.includes(words) || inBytes()) fits[m] = 1;
  }
  return fits;
}

/** What a message says goes by so many of its first bytes, whatever follows; an address goes further, and is not remembered. */
const TELLING_BYTES = 4;

/** Words of messages, each made once: a log repeats itself. */
function cachedWords(): (payload: Uint8Array) => { kind: MessageKind; said: string } {
  const known = new Map<number, { kind: MessageKind; said: string }>();
  return (payload) => {
    const [a = 0, b = 0, c = 0, d = 0] = payload;
    const length = Math.min(payload.length, TELLING_BYTES);
    const addressed = a === SERVICES.requestDownload || a === SERVICES.requestUpload;
    const key = (((a * 256 + b) * 256 + c) * 256 + d) * 8 + length;
    const before = addressed ? undefined : known.get(key);
    if (before) return before;
    const { kind, service, about, reason } = describeMessage(payload);
    const fresh = { kind, said: `${service} ${about} ${reason}`.toLowerCase() };
    known.set(key, fresh);
    return fresh;
  };
}

/** Whole bytes in hexadecimal; undefined for any other text. */
function bytesOfText(text: string | undefined): Uint8Array | undefined {
  const digits = text?.replace(/\s+/g, '') ?? '';
  if (digits.length < 2 || digits.length % 2 !== 0 || !/^[0-9a-f]+$/i.test(digits))
    return undefined;
  return Uint8Array.from(digits.match(/../g) ?? [], (pair) => parseInt(pair, 16));
}

/** Do the bytes `[from, to)` hold this run? */
function holds(bytes: Uint8Array, from: number, to: number, run: Uint8Array): boolean {
  const first = run[0];
  for (let i = from; i + run.length <= to; i++) {
    if (bytes[i] !== first) continue;
    let k = 1;
    while (k < run.length && bytes[i + k] === run[k]) k++;
    if (k === run.length) return true;
  }
  return false;
}

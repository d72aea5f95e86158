import { ACK, NAK } from './codec.ts';

/** What became of one request, as soon as it can be told. */
export type FlasherAnswer =
  | { readonly type: 'ack'; readonly data: Uint8Array }
  | { readonly type: 'nak' }
  /** A byte that is neither: the two sides have lost each other. */
  | { readonly type: 'garbage'; readonly byte: number };

/** Takes bytes as they come until the answer to one request is whole. */
export interface AnswerReader {
  /** Undefined while more is to come. What comes after the answer is counted as `garbage` by the next reader. */
  push(chunk: Uint8Array): FlasherAnswer | undefined;
}

/** Reads ACK and `answerBytes` of data, or NAK. RangeError for bytes beyond the answer: nobody asked for them. */
export function readAnswer(answerBytes: number): AnswerReader {
  const data = new Uint8Array(answerBytes);
  let got = -1;
  return {
    push(chunk) {
      let at = 0;
      if (got < 0 && chunk.length > 0) {
        const head = chunk[0] as number;
        if (head === NAK && chunk.length === 1) return { type: 'nak' };
        if (head !== ACK) return { type: 'garbage', byte: head };
        got = 0;
        at = 1;
      }
      const rest = chunk.subarray(at);
      const over = rest[answerBytes - Math.max(0, got)];
      if (got >= 0 && over !== undefined) return { type: 'garbage', byte: over };
      data.set(rest, Math.max(0, got));
      got += rest.length;
      return got === answerBytes ? { type: 'ack', data } : undefined;
    }
  };
}

/** Looks for NAK ACK, the answer to "synchronise", whatever old bytes come before it. */
export function readSynchronised(): { push(chunk: Uint8Array): boolean } {
  let last = 0;
  return {
    push(chunk) {
      let found = false;
      for (const byte of chunk) {
        found = last === NAK && byte === ACK;
        last = byte;
      }
      return found;
    }
  };
}

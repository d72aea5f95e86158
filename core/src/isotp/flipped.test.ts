import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { encodeAscii } from '../base/bytes.ts';
import { createSerialLineDecoder, encodeSerialLine } from '../can/serial-line.ts';
import { IDLE, transition, type IsoTpState } from './machine.ts';
import { encodeConsecutive, encodeFirst, encodeSingle } from './pci.ts';

const ID = 0x7e8;

/** The lines of a message on the serial line, as they stand on the wire. */
function linesOf(payload: Uint8Array): string[] {
  const frames: Uint8Array[] = [];
  if (payload.length <= 7) frames.push(encodeSingle(payload));
  else {
    const first = encodeFirst(payload);
    frames.push(first.data);
    for (let at = first.takenBytes, n = 1; at < payload.length; at += 7, n++)
      frames.push(encodeConsecutive(n, payload.subarray(at, at + 7)));
  }
  return frames.map((data) => encodeSerialLine({ id: ID, extended: false, data }));
}

/** What the other side takes out of these characters; undefined for an error, or an end that never comes. */
function hear(text: string): Uint8Array | undefined {
  let state: IsoTpState = IDLE;
  for (const event of createSerialLineDecoder().push(encodeAscii(text))) {
    if (event.type !== 'frame' || event.frame.id !== ID || event.frame.extended) continue;
    const [next, effects] = transition(state, { type: 'frame', data: event.frame.data });
    state = next;
    // what comes behind a failure is not the answer any more
    for (const e of effects) {
      if (e.type === 'failed') return undefined;
      if (e.type === 'received') return e.payload;
    }
  }
  return undefined;
}

describe('one character of a transfer that flips', () => {
  const made = fc.uint8Array({ minLength: 1, maxLength: 60 });
  it('outside the data gives the right message or none, never another', () => {
    fc.assert(
      fc.property(made, fc.nat(), fc.integer({ min: 0, max: 126 }), (payload, place, code) => {
        const lines = linesOf(payload);
        // kind, identifier, length, sequence number and line end of every frame; the length of the message and its bytes
        // carry no check of their own on this bus: two agreeing reads and the checksums of the image are for them
        const open = lines.flatMap((line, n) => {
          const start = lines.slice(0, n).join('').length;
          const multi = line.charAt(5) === '2';
          return [0, 1, 2, 3, 4, ...(multi ? [5, 6] : []), line.length - 1].map((i) => start + i);
        });
        const at = open[place % open.length] as number;
        const text = lines.join('');
        const flipped = text.slice(0, at) + String.fromCharCode(code) + text.slice(at + 1);
        const heard = hear(flipped);
        if (heard !== undefined) expect(heard).toEqual(payload);
      }),
      { numRuns: 3000 }
    );
  });
  it('lost or doubled, wherever it stands, never shifts what follows', () => {
    fc.assert(
      fc.property(made, fc.nat(), fc.boolean(), (payload, place, doubled) => {
        const text = linesOf(payload).join('');
        const at = place % text.length;
        const changed =
          text.slice(0, at) + (doubled ? text.charAt(at).repeat(2) : '') + text.slice(at + 1);
        const heard = hear(changed);
        if (heard !== undefined) expect(heard).toEqual(payload);
      }),
      { numRuns: 3000 }
    );
  });
});

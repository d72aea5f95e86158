// Traces that go out are opened by Debian's python3-can and tshark; what python3-can writes comes in.
import { mkdtempSync, writeFileSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import { createRandom } from '@badger/core/base/random';
import { decodeLog, payloadOf } from '@badger/core/trace/decode-log';
import {
  bytesOf,
  EXTENDED,
  FrameLogBuilder,
  ID_MASK,
  type FrameLog
} from '@badger/core/trace/frame-log';
import { loadLog } from '@badger/core/trace/load-log';
import { writePcap } from '@badger/core/trace/pcap';
import { writeAsc, writeCandump } from '@badger/core/trace/write-text';
import { python, tsharkFields } from './support/outside.ts';

const home = mkdtempSync(join(tmpdir(), 'badger-trace-'));
afterAll(() => rmSync(home, { recursive: true, force: true }));
const file = (name: string, content: string | Uint8Array) => {
  const path = join(home, name);
  writeFileSync(path, content);
  return path;
};

/** A session as a unit has it: long answers with flow control, refusals, and other traffic between. */
function session(): { log: FrameLog; sentMessages: string[] } {
  const random = createRandom(1127);
  const builder = new FrameLogBuilder();
  const sentMessages: string[] = [];
  let atUs = 1_795_760_000_000_000;
  const put = (id: number, data: number[]) => {
    atUs += 120 + (random() % 900);
    builder.add(atUs, id, { bytes: Uint8Array.from(data), from: 0, length: data.length });
  };
  const say = (id: number, other: number, payload: number[]) => {
    sentMessages.push(payload.map((b) => b.toString(16).padStart(2, '0')).join(''));
    if (payload.length <= 7)
      return put(id, [payload.length, ...payload, ...Array<number>(7 - payload.length).fill(0xaa)]);
    put(id, [0x10 | (payload.length >> 8), payload.length & 255, ...payload.slice(0, 6)]);
    put(other, [0x30, 0, 0]);
    for (let at = 6, n = 1; at < payload.length; at += 7, n++) {
      const part = payload.slice(at, at + 7);
      put(id, [0x20 | (n & 15), ...part, ...Array<number>(7 - part.length).fill(0xaa)]);
      if (random() % 3 === 0) put(0x123, [n & 255, 2]);
      if (random() % 7 === 0) put((0x18ff50e5 | EXTENDED) >>> 0, [n & 255]);
    }
  };
  for (const length of [1, 7, 8, 20, 300, 4095]) {
    say(0x7e0, 0x7e8, [0x22, 0xf1, 0x90]);
    say(
      0x7e8,
      0x7e0,
      [0x62, 0xf1, 0x90, ...Array.from({ length }, () => random() & 255)].slice(0, 4095)
    );
  }
  say(0x7e0, 0x7e8, [0x27, 0x01]);
  say(0x7e8, 0x7e0, [0x7f, 0x27, 0x33]);
  return { log: builder.build().log, sentMessages };
}

const { log, sentMessages } = session();
const frames = (l: FrameLog, startUs: number) =>
  Array.from({ length: l.count }, (_, i) => [
    Math.round((l.atUs[i] ?? 0) - startUs),
    (l.ids[i] ?? 0) & ID_MASK,
    Buffer.from(bytesOf(l, i)).toString('hex')
  ]);

describe('traces against other tools', () => {
  it('python3-can reads every frame of our ASC and our candump file', async () => {
    for (const [name, content, reader] of [
      ['out.asc', writeAsc(log), 'can.ASCReader(f, relative_timestamp=True)'],
      ['out.log', writeCandump(log), 'can.CanutilsLogReader(f)']
    ] as const) {
      const out = await python(
        `import can,json\nf=${JSON.stringify(file(name, content))}\nm=[x for x in ${reader}]\nt=m[0].timestamp\n` +
          'print(json.dumps([[round((x.timestamp-t)*1e6),x.arbitration_id,x.data.hex()] for x in m]))'
      );
      expect(JSON.parse(out), name).toEqual(frames(log, log.atUs[0] ?? 0));
    }
  });
  it('what python3-can writes comes in whole', async () => {
    const script = (path: string, writer: string) =>
      `import can\nw=can.${writer}(${JSON.stringify(path)})\n` +
      'for i in range(500):\n w.on_message_received(can.Message(timestamp=1795760000.25+i*0.001,arbitration_id=0x7e8 if i%3 else 0x18da10f1,is_extended_id=i%3==0,data=bytes([i%256]*(i%9)),is_rx=True))\n' +
      'w.stop()\n';
    for (const [name, writer] of [
      ['in.asc', 'ASCWriter'],
      ['in.log', 'CanutilsLogWriter']
    ] as const) {
      const path = join(home, name);
      await python(script(path, writer));
      const loaded = loadLog(readFileSync(path));
      if (!loaded.ok) throw new Error(loaded.problem.code);
      const { log: read, broken } = loaded.value;
      expect([read.count, broken], name).toEqual([500, 0]);
      const first = read.atUs[0] ?? 0;
      expect(frames(read, first).slice(0, 30)).toEqual(
        Array.from({ length: 30 }, (_, i) => [
          ...[i * 1000, i % 3 ? 0x7e8 : 0x18da10f1],
          Buffer.alloc(i % 9, i % 256).toString('hex')
        ])
      );
    }
  });
  it('tshark takes our capture for the same frames and puts the same messages together', () => {
    const path = file('out.pcap', writePcap(log));
    const seen = tsharkFields(path, {
      filter: 'can',
      fields: ['frame.time_epoch', 'can.id'],
      home
    });
    expect(seen.length).toBe(log.count);
    expect(seen.map(([, id]) => Number(id))).toEqual([...log.ids].map((id) => id & ID_MASK));
    expect(Math.round(Number(seen[0]?.[0]) * 1e6)).toBe(log.atUs[0]);
    // every frame of an id that carries transport is given to its dissector
    const decodeAs = ['can.subdissector,iso15765'];
    const whole = tsharkFields(path, {
      ...{ filter: 'iso15765 && (can.id == 0x7e0 || can.id == 0x7e8)', home, decodeAs },
      fields: ['iso15765.message_type']
    });
    const kinds = whole.map(([type]) => Number(type));
    const decoded = decodeLog(log);
    const own = [...decoded.kinds].filter((k) => k > 0).map((k) => k - 1);
    expect(kinds).toEqual(own);
    const messages = Array.from({ length: decoded.messages }, (_, m) =>
      Buffer.from(payloadOf(decoded, m)).toString('hex')
    );
    expect(messages).toEqual(sentMessages);
    const uds = tsharkFields(path, {
      ...{
        filter: 'uds && (can.id == 0x7e0 || can.id == 0x7e8)',
        fields: ['uds.sid', 'uds.err.code'],
        home
      },
      decodeAs: [...decodeAs, 'iso15765.subdissector,uds']
    });
    expect(uds.length).toBe(sentMessages.length);
    expect(uds.at(-1)).toEqual([expect.anything(), '0x33']);
  });
});

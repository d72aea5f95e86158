// A trace of a million frames: loading and decoding against tshark on the same file, and a filter over all of it.
import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createRandom } from '../core/src/base/random.ts';
import { decodeLog } from '../core/src/trace/decode-log.ts';
import { filterLog } from '../core/src/trace/filter-log.ts';
import { FrameLogBuilder, type FrameLog } from '../core/src/trace/frame-log.ts';
import { loadLog } from '../core/src/trace/load-log.ts';
import { writePcap } from '../core/src/trace/pcap.ts';
import { report } from './bench-support.ts';

const FRAMES = 1_000_000;

/** A unit that is read, refusals and other traffic between. */
function makeLog(): FrameLog {
  const random = createRandom(20_261_127);
  const builder = new FrameLogBuilder();
  const put = (id: number, ...data: number[]) => {
    builder.add(1_795_760_000_000_000 + count * 120, id, {
      bytes: Uint8Array.from(data),
      ...{ from: 0, length: data.length }
    });
    count++;
  };
  let count = 0;
  for (let round = 0; count + 8 < FRAMES; round++) {
    put(0x7e0, 3, 0x22, 0xf1, 0x90, 0xaa, 0xaa, 0xaa, 0xaa);
    put(0x7e8, 0x10, 20, 0x62, 0xf1, 0x90, 0x55, 0x38, 0x48);
    put(0x7e0, 0x30, 0, 0);
    put(0x7e8, 0x21, 1, 2, 3, 4, 5, 6, 7);
    put(0x7e8, 0x22, 8, 9, 10, 11, 12, 13, 14);
    put(0x100 + (random() & 0xff), random() & 255, random() & 255, round & 255);
    if (round % 40 === 0) put(0x7e8, 3, 0x7f, 0x27, 0x33);
  }
  while (count < FRAMES) put(0x123, count & 255);
  return builder.build().log;
}

const timed = <T>(work: () => T): [number, T] => {
  const start = performance.now();
  const value = work();
  return [performance.now() - start, value];
};

export function traceAgainstTshark(): void {
  const home = mkdtempSync(join(tmpdir(), 'badger-bench-trace-'));
  try {
    const bytes = writePcap(makeLog());
    const path = join(home, 'million.pcap');
    writeFileSync(path, bytes);
    const [loadMs, loaded] = timed(() => loadLog(bytes));
    if (!loaded.ok) throw new Error(loaded.problem.code);
    const { log } = loaded.value;
    const [decodeMs, decoded] = timed(() => decodeLog(log));
    const [filterMs] = timed(() => filterLog(log, decoded, { text: 'security' }));
    const [theirMs] = timed(() =>
      execFileSync(
        '/usr/bin/tshark',
        [
          ...['-r', path, '-d', 'can.subdissector,iso15765', '-d', 'iso15765.subdissector,uds'],
          ...['-Y', 'uds', '-T', 'fields', '-e', 'uds.sid']
        ],
        {
          stdio: ['ignore', 'pipe', 'ignore'],
          maxBuffer: 1 << 28,
          env: { ...process.env, HOME: home }
        }
      )
    );
    const ratio = (loadMs + decodeMs) / theirMs;
    report('load and decode 1 million frames / tshark', ratio, {
      ...{ aim: '<= 5  ', ok: ratio <= 5 },
      detail: `${Math.round(loadMs + decodeMs)} ms / ${Math.round(theirMs)} ms`
    });
    const filter = filterMs / (loadMs + decodeMs);
    report('filter 1 million frames by words / load and decode', filter, {
      ...{ aim: '<= 2  ', ok: filter <= 2 },
      detail: `${Math.round(filterMs)} ms`
    });
  } finally {
    rmSync(home, { recursive: true, force: true });
  }
}

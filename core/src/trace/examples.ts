import type fastCheck from 'fast-check';
import { bytesOf, EXTENDED, FrameLogBuilder, type FrameLog } from './frame-log.ts';

/** A frame in a test: time in µs, id with its flags, bytes, sent by us. */
export type Row = readonly [atUs: number, id: number, data: readonly number[], sent?: boolean];
export function logOf(rows: readonly Row[]): FrameLog {
  const builder = new FrameLogBuilder();
  for (const [atUs, id, data, sent = false] of rows)
    builder.add(atUs, id, { bytes: Uint8Array.from(data), from: 0, length: data.length, sent });
  return builder.build().log;
}
export const rowsOf = (log: FrameLog): Row[] =>
  Array.from({ length: log.count }, (_, i) => [
    log.atUs[i] ?? -1,
    log.ids[i] ?? -1,
    [...bytesOf(log, i)],
    log.sent[i] === 1
  ]);
export const hex = (s: string) => Uint8Array.from(s.match(/../g) ?? [], (p) => parseInt(p, 16));

/** Any log of classic frames, times rising; `fc` is the caller's. */
export const anyLogOf = (fc: typeof fastCheck): fastCheck.Arbitrary<FrameLog> =>
  fc
    .array(
      fc.tuple(
        fc.nat(5_000_000),
        fc.boolean(),
        fc.nat(0x1fffffff),
        fc.uint8Array({ maxLength: 8 }),
        fc.boolean()
      ),
      { maxLength: 40 }
    )
    .map((list) => {
      let atUs = 1_795_000_000_000_000;
      return logOf(
        list.map(([step, long, id, data, sent]) => {
          atUs += step;
          return [atUs, long ? (id | EXTENDED) >>> 0 : id & 0x7ff, [...data], sent] as Row;
        })
      );
    });

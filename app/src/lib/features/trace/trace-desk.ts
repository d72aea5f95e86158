import { ok, type Result } from '@badger/core/base/result';
import { formatHex } from '@badger/core/base/bytes';
import {
  carriesDiagnosis,
  decodeLog,
  PCI_KINDS,
  payloadOf,
  type DecodedLog,
  type PciKind
} from '@badger/core/trace/decode-log';
import { describeMessage, type MessageWords } from '@badger/core/trace/describe-message';
import { filterLog, type LogFilter } from '@badger/core/trace/filter-log';
import { bytesOf, formatId, ID_MASK, type FrameLog } from '@badger/core/trace/frame-log';
import { loadLog, type LogFormat } from '@badger/core/trace/load-log';
import { writePcap } from '@badger/core/trace/pcap';
import { writeAsc, writeCandump } from '@badger/core/trace/write-text';

/** What a trace is, at a glance. Times on the file's clock. Units: µs. */
export interface TraceSummary {
  readonly format: LogFormat;
  readonly frames: number;
  readonly messages: number;
  readonly longer: number;
  readonly broken: number;
  readonly brokenAt: readonly number[];
  readonly firstUs: number;
  readonly lastUs: number;
  /** Most frames first. */
  readonly ids: readonly TraceId[];
}

export interface TraceId {
  readonly id: number;
  readonly name: string;
  readonly frames: number;
  readonly diagnosis: boolean;
}

/** One row of the list. Units: µs since the first frame. */
export interface TraceRow {
  readonly no: number;
  readonly afterUs: number;
  readonly id: string;
  readonly data: string;
  readonly part: PciKind;
  /** Only in the row in which a message begins. */
  readonly message:
    (MessageWords & { readonly bytes: number; readonly announced: number }) | undefined;
}

const UTF8 = new TextEncoder();

/** A loaded trace with the filter that is set: lives in a worker, away from the page. */
export class TraceDesk {
  #log: FrameLog | undefined;
  #decoded: DecodedLog | undefined;
  #rows: Uint32Array = new Uint32Array(0);

  /** Errors: those of {@link loadLog}. */
  open(bytes: Uint8Array): Result<TraceSummary> {
    const loaded = loadLog(bytes);
    if (!loaded.ok) return loaded;
    const { log, format, longer, broken, brokenAt } = loaded.value;
    this.#log = log;
    this.#decoded = decodeLog(log);
    this.#rows = filterLog(log, this.#decoded, {});
    return ok({
      ...{ format, longer, broken, brokenAt, frames: log.count, messages: this.#decoded.messages },
      firstUs: log.atUs[0] ?? 0,
      lastUs: log.atUs[log.count - 1] ?? 0,
      ids: idsOf(log)
    });
  }

  /** Sets what is shown and tells how many rows that are. */
  filter(filter: LogFilter): number {
    if (!this.#log || !this.#decoded) return 0;
    this.#rows = filterLog(this.#log, this.#decoded, filter);
    return this.#rows.length;
  }

  /** Rows `[from, to)` of what passes the filter. */
  rows(from: number, to: number): TraceRow[] {
    const [log, decoded] = [this.#log, this.#decoded];
    if (!log || !decoded) return [];
    const startUs = log.atUs[0] ?? 0;
    return [...this.#rows.subarray(Math.max(0, from), to)].map((i) => ({
      no: i + 1,
      afterUs: (log.atUs[i] ?? 0) - startUs,
      id: formatId(log.ids[i] ?? 0),
      data: formatHex(bytesOf(log, i)).replace(/(..)(?=.)/g, '$1 '),
      part: PCI_KINDS[decoded.kinds[i] ?? 0] ?? 'none',
      message: messageAt(decoded, i)
    }));
  }

  /** What passes the filter, as a file. */
  save(format: LogFormat): Uint8Array {
    const log = this.#log;
    if (!log) return new Uint8Array(0);
    if (format === 'pcap') return writePcap(log, this.#rows);
    return UTF8.encode(
      format === 'asc' ? writeAsc(log, this.#rows) : writeCandump(log, this.#rows)
    );
  }
}

function messageAt(decoded: DecodedLog, i: number): TraceRow['message'] {
  const message = decoded.messageOf[i] ?? -1;
  if (message < 0 || decoded.firstFrame[message] !== i) return undefined;
  const bytes = decoded.length[message] ?? 0;
  const announced = decoded.announced[message] ?? 0;
  return { ...describeMessage(payloadOf(decoded, message)), bytes, announced };
}

function idsOf(log: FrameLog): TraceId[] {
  const counts = new Map<number, number>();
  for (let i = 0; i < log.count; i++) {
    const id = log.ids[i] as number;
    counts.set(id, (counts.get(id) ?? 0) + 1);
  }
  return [...counts]
    .map(([id, frames]) => ({
      ...{ id: id & ID_MASK, name: formatId(id), frames },
      diagnosis: carriesDiagnosis(id)
    }))
    .sort((a, b) => b.frames - a.frames);
}

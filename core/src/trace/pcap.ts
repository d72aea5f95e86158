import { fail, ok, type Result } from '../base/result.ts';
import { bytesOf, FrameLogBuilder, type FrameLog, type LoadedLog } from './frame-log.ts';

/** Micro- and nanosecond captures. Source: the pcap capture file format, from memory. */
const MAGIC_US = 0xa1b2c3d4;
const MAGIC_NS = 0xa1b23c4d;
const HEAD_BYTES = 24;
const RECORD_BYTES = 16;
/** Link type of frames as SocketCAN has them. Source: registry of link types, from memory. */
const LINK_SOCKETCAN = 227;
const FRAME_HEAD_BYTES = 8;
const FRAME_BYTES = 16;

/** Reads a capture of CAN frames. Errors: `trace.link.other` (frames of another kind), `trace.file.unknown`. */
export function readPcap(bytes: Uint8Array): Result<LoadedLog> {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const order = byteOrder(view);
  if (!order) return fail('trace.file.unknown');
  const { little, perUs } = order;
  // the upper bits tell of checksums, not of the kind
  const linkType = view.getUint32(20, little) & 0x0fff_ffff;
  if (linkType !== LINK_SOCKETCAN) return fail('trace.link.other', { linkType });
  const builder = new FrameLogBuilder();
  let at = HEAD_BYTES;
  for (let no = 1; at + RECORD_BYTES <= bytes.length; no++) {
    const held = view.getUint32(at + 8, little);
    const atUs =
      view.getUint32(at, little) * 1e6 + Math.floor(view.getUint32(at + 4, little) / perUs);
    const from = at + RECORD_BYTES;
    if (from + held > bytes.length) {
      builder.broken(no);
      break;
    }
    addRecord(builder, view, { bytes, from, held, atUs, no });
    at = from + held;
  }
  return ok(builder.build());
}

function byteOrder(view: DataView): { little: boolean; perUs: number } | undefined {
  if (view.byteLength < HEAD_BYTES) return undefined;
  for (const little of [true, false]) {
    const magic = view.getUint32(0, little);
    if (magic === MAGIC_US) return { little, perUs: 1 };
    if (magic === MAGIC_NS) return { little, perUs: 1000 };
  }
  return undefined;
}

interface Record {
  readonly bytes: Uint8Array;
  readonly from: number;
  readonly held: number;
  readonly atUs: number;
  readonly no: number;
}

function addRecord(builder: FrameLogBuilder, view: DataView, r: Record): void {
  const length = r.held >= FRAME_HEAD_BYTES ? view.getUint8(r.from + 4) : 255;
  if (length > 8 && r.held >= FRAME_HEAD_BYTES + length) return builder.longer();
  if (length > 8 || r.held < FRAME_HEAD_BYTES + length) return builder.broken(r.no);
  const id = view.getUint32(r.from, false);
  builder.add(r.atUs, id, { bytes: r.bytes, from: r.from + FRAME_HEAD_BYTES, length });
}

/** Writes a capture with microseconds, least byte first. Memory: owns its bytes. */
export function writePcap(log: FrameLog, rows?: Uint32Array): Uint8Array {
  const count = rows?.length ?? log.count;
  const out = new Uint8Array(HEAD_BYTES + count * (RECORD_BYTES + FRAME_BYTES));
  const view = new DataView(out.buffer);
  view.setUint32(0, MAGIC_US, true);
  view.setUint16(4, 2, true);
  view.setUint16(6, 4, true);
  view.setUint32(16, 65_535, true);
  view.setUint32(20, LINK_SOCKETCAN, true);
  let at = HEAD_BYTES;
  for (let k = 0; k < count; k++) {
    const i = rows ? (rows[k] as number) : k;
    const atUs = log.atUs[i] as number;
    view.setUint32(at, Math.floor(atUs / 1e6), true);
    view.setUint32(at + 4, Math.floor(atUs % 1e6), true);
    view.setUint32(at + 8, FRAME_BYTES, true);
    view.setUint32(at + 12, FRAME_BYTES, true);
    view.setUint32(at + RECORD_BYTES, log.ids[i] as number, false);
    view.setUint8(at + RECORD_BYTES + 4, log.lengths[i] as number);
    out.set(bytesOf(log, i), at + RECORD_BYTES + FRAME_HEAD_BYTES);
    at += RECORD_BYTES + FRAME_BYTES;
  }
  return out;
}

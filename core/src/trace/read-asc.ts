import { EXTENDED, FrameLogBuilder, ID_MASK, REMOTE, type LoadedLog } from './frame-log.ts';
import { forEachLine, latin1 } from './lines.ts';

const LONGER = /^\s*[\d.]+\s+CANFD\b/i;
/** Time, channel, id (29 bits end in x), direction, d or r, length, data. */
const FRAME =
  /^\s*(\d+\.\d+)\s+\d+\s+([0-9A-Fa-f]+)(x?)\s+(Rx|Tx)\s+([dr])(?:\s+([0-9A-Fa-f]+)((?:\s+[0-9A-Fa-f]+)*))?/;
const NO_FRAME =
  /^\s*(date|base|internal events|no internal|begin trigger|end trigger|\/\/|[\d.]+\s+(start of|statistic|\d+\s+(statistic|errorframe)|log|can \d|bus))/i;

/** What the head of the file says of everything behind it. */
interface Head {
  hex: boolean;
  relative: boolean;
}

/**
 * Reads an ASC text log: a head (`base hex timestamps absolute`), then one frame a line. Source: common practice of CAN loggers, from
 * memory. Total: lines that are neither frame nor anything else of the format are counted.
 */
export function readAsc(bytes: Uint8Array): LoadedLog {
  const builder = new FrameLogBuilder();
  const head: Head = { hex: true, relative: false };
  let lastUs = 0;
  forEachLine(bytes, (from, to, no) => {
    const line = latin1(bytes.subarray(from, Math.min(to, from + 400)));
    const base = /^\s*base\s+(hex|dec)\s+timestamps\s+(absolute|relative)/i.exec(line);
    if (base) {
      head.hex = base[1]?.toLowerCase() === 'hex';
      head.relative = base[2]?.toLowerCase() === 'relative';
      return;
    }
    const match = FRAME.exec(line);
    if (match) {
      const atUs = Math.round(Number(match[1]) * 1e6) + (head.relative ? lastUs : 0);
      lastUs = atUs;
      if (!addFrame(builder, head, { match, atUs })) builder.broken(no);
    } else if (LONGER.test(line)) builder.longer();
    else if (!NO_FRAME.test(line) && line.trim() !== '') builder.broken(no);
  });
  return builder.build();
}

function addFrame(
  builder: FrameLogBuilder,
  { hex }: Head,
  { match, atUs }: { match: RegExpExecArray; atUs: number }
): boolean {
  const base = hex ? 16 : 10;
  const [, , idText = '', extended, direction, kind, lengthText, dataText = ''] = match;
  const id = parseInt(idText, base);
  const long = extended === 'x';
  if (Number.isNaN(id) || id > (long ? ID_MASK : 0x7ff)) return false;
  const flagged = (id | (long ? EXTENDED : 0) | (kind === 'r' ? REMOTE : 0)) >>> 0;
  const parts = dataText.trim() === '' ? [] : dataText.trim().split(/\s+/);
  const length = kind === 'r' ? 0 : parseInt(lengthText ?? '', base);
  if (!(length >= 0 && length <= 8) || (kind === 'd' && parts.length < length)) return false;
  const data = parts.slice(0, length).map((p) => parseInt(p, base));
  if (data.some((b) => !(b >= 0 && b <= 255))) return false;
  const bytes = Uint8Array.from(data);
  builder.add(atUs, flagged, { bytes, from: 0, length, sent: direction === 'Tx' });
  return true;
}

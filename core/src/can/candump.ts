import { formatHex } from '../base/bytes.ts';
import type { CanFrame } from './frame.ts';

/** A frame with the moment at which it passed. Units: microseconds since the epoch of the log. */
export interface TimedFrame {
  readonly atUs: number;
  readonly frame: CanFrame;
}

/** One line of a candump log; `id` as it is written, `data` in hexadecimal. Units: µs. */
export function candumpLine(atUs: number, id: string, data: string, name = 'can0'): string {
  const micros = String(Math.floor(atUs % 1e6)).padStart(6, '0');
  return `(${Math.floor(atUs / 1e6)}.${micros}) ${name} ${id}#${data}`;
}

/**
 * Writes frames as a candump text log, which free decoders read.
 * Shape: `(seconds.micros) name ID#DATA`, one frame a line. Source: can-utils log format.
 * Example: `(12.000250) can0 7E0#021003AAAAAAAAAA`.
 */
export function formatCandump(frames: Iterable<TimedFrame>, name = 'can0'): string {
  const lines: string[] = [];
  for (const { atUs, frame } of frames) {
    const id = frame.id
      .toString(16)
      .toUpperCase()
      .padStart(frame.extended ? 8 : 3, '0');
    lines.push(candumpLine(atUs, id, formatHex(frame.data), name));
  }
  return lines.length === 0 ? '' : `${lines.join('\n')}\n`;
}

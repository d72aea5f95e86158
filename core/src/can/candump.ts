import { formatHex } from '../base/bytes.ts';
import type { CanFrame } from './frame.ts';

/** A frame with the moment at which it passed. Units: microseconds since the epoch of the log. */
export interface TimedFrame {
  readonly atUs: number;
  readonly frame: CanFrame;
}

/**
 * Writes frames as a candump text log, which free decoders read.
 * Shape: `(seconds.micros) name ID#DATA`, one frame a line. Source: can-utils log format.
 * Example: `(12.000250) can0 7E0#021003AAAAAAAAAA`.
 */
export function formatCandump(frames: Iterable<TimedFrame>, name = 'can0'): string {
  const lines: string[] = [];
  for (const { atUs, frame } of frames) {
    const seconds = Math.floor(atUs / 1e6);
    const micros = String(Math.floor(atUs % 1e6)).padStart(6, '0');
    const id = frame.id
      .toString(16)
      .toUpperCase()
      .padStart(frame.extended ? 8 : 3, '0');
    lines.push(`(${seconds}.${micros}) ${name} ${id}#${formatHex(frame.data)}`);
  }
  return lines.length === 0 ? '' : `${lines.join('\n')}\n`;
}

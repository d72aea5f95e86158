import { fail, ok, type Result } from '../base/result.ts';
import type { LoadedLog } from './frame-log.ts';
import { latin1 } from './lines.ts';
import { readPcap } from './pcap.ts';
import { readAsc } from './read-asc.ts';
import { readCandump } from './read-candump.ts';

export type LogFormat = 'candump' | 'asc' | 'pcap';

/** What is taken at most. Units: MiB. */
export const MOST_MIB = 512;
const HEAD_CHARS = 4096;

/** Tells the format by what the file holds, never by its name; undefined for none of them. */
export function formatOf(bytes: Uint8Array): LogFormat | 'pcapng' | undefined {
  const magic = [...bytes.subarray(0, 4)].map((b) => b.toString(16).padStart(2, '0')).join('');
  if (magic === '0a0d0d0a') return 'pcapng';
  if (['a1b2c3d4', 'd4c3b2a1', 'a1b23c4d', '4d3cb2a1'].includes(magic)) return 'pcap';
  const head = latin1(bytes.subarray(0, HEAD_CHARS));
  if (/^\s*\(\d+\.\d+\)\s+\S+\s+[0-9A-Fa-f]+#/m.test(head)) return 'candump';
  if (
    /^\s*base\s+(hex|dec)\b/im.test(head) ||
    /^\s*\d+\.\d+\s+\d+\s+[0-9A-Fa-f]+x?\s+[RT]x\s+[dr]\b/m.test(head)
  )
    return 'asc';
  return undefined;
}

/**
 * Loads a trace of any tool that writes one of the open formats. Errors: `trace.file.empty` (no frame in it), `trace.file.large`,
 * `trace.file.pcapng`, `trace.file.unknown`, `trace.link.other`.
 */
export function loadLog(bytes: Uint8Array): Result<LoadedLog & { readonly format: LogFormat }> {
  if (bytes.length > MOST_MIB * 1024 * 1024) return fail('trace.file.large', { mostMib: MOST_MIB });
  const format = formatOf(bytes);
  if (format === 'pcapng') return fail('trace.file.pcapng');
  if (!format) return bytes.length === 0 ? fail('trace.file.empty') : fail('trace.file.unknown');
  const loaded =
    format === 'pcap'
      ? readPcap(bytes)
      : ok(format === 'asc' ? readAsc(bytes) : readCandump(bytes));
  if (!loaded.ok) return loaded;
  return loaded.value.log.count === 0 ? fail('trace.file.empty') : ok({ ...loaded.value, format });
}

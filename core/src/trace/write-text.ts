import { formatHex } from '../base/bytes.ts';
import { candumpLine } from '../can/candump.ts';
import { bytesOf, ERROR, EXTENDED, formatId, ID_MASK, REMOTE, type FrameLog } from './frame-log.ts';

/** Indexes of all frames, or those that were chosen. */
function* each(log: FrameLog, rows: Uint32Array | undefined): Generator<number> {
  if (rows) yield* rows;
  else for (let i = 0; i < log.count; i++) yield i;
}

/** Text of a log as a candump file. Source: log format of can-utils, from memory. */
export function writeCandump(log: FrameLog, rows?: Uint32Array): string {
  const lines: string[] = [];
  for (const i of each(log, rows)) {
    const atUs = log.atUs[i] as number;
    const id = log.ids[i] as number;
    const name =
      (id & ERROR) !== 0
        ? (id & ~EXTENDED).toString(16).toUpperCase().padStart(8, '0')
        : formatId(id);
    const data = (id & REMOTE) !== 0 ? 'R' : formatHex(bytesOf(log, i));
    lines.push(`${candumpLine(atUs, name, data)}${log.sent[i] === 1 ? ' T' : ''}`);
  }
  return lines.length === 0 ? '' : `${lines.join('\n')}\n`;
}

const DAYS = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat'];
const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];
const two = (n: number): string => String(n).padStart(2, '0');

/** The moment of the first frame as the head of an ASC file has it, in UTC. Units: µs since 1970. */
function formatAscDate(atUs: number): string {
  const d = new Date(atUs / 1000);
  const hour = d.getUTCHours();
  const clock = `${two(hour % 12 === 0 ? 12 : hour % 12)}:${two(d.getUTCMinutes())}:${two(d.getUTCSeconds())}`;
  const milli = String(d.getUTCMilliseconds()).padStart(3, '0');
  const day = `${DAYS[d.getUTCDay()] ?? ''} ${MONTHS[d.getUTCMonth()] ?? ''} ${two(d.getUTCDate())}`;
  return `${day} ${clock}.${milli} ${hour < 12 ? 'am' : 'pm'} ${d.getUTCFullYear()}`;
}

/** Text of a log as an ASC file, times from its first frame on. Error frames are written as such. Source: common practice, from memory. */
export function writeAsc(log: FrameLog, rows?: Uint32Array): string {
  const first = rows ? rows[0] : 0;
  const startUs = first === undefined ? 0 : (log.atUs[first] ?? 0);
  const date = formatAscDate(startUs);
  const lines = [
    ...[`date ${date}`, 'base hex  timestamps absolute', 'internal events logged'],
    ...[`Begin Triggerblock ${date}`, '   0.000000 Start of measurement']
  ];
  for (const i of each(log, rows)) {
    const id = log.ids[i] as number;
    const time = (((log.atUs[i] as number) - startUs) / 1e6).toFixed(6).padStart(11, ' ');
    if ((id & ERROR) !== 0) {
      lines.push(`${time} 1  ErrorFrame`);
      continue;
    }
    const name =
      `${(id & ID_MASK).toString(16).toUpperCase()}${(id & EXTENDED) !== 0 ? 'x' : ''}`.padEnd(15);
    const way = log.sent[i] === 1 ? 'Tx' : 'Rx';
    const length = log.lengths[i] as number;
    const data = [...bytesOf(log, i)].map((b) => two2(b)).join(' ');
    const body = (id & REMOTE) !== 0 ? 'r' : `d ${length}${data === '' ? '' : ` ${data}`}`;
    lines.push(`${time} 1  ${name} ${way}   ${body}`);
  }
  return `${[...lines, 'End TriggerBlock'].join('\n')}\n`;
}

const two2 = (b: number): string => b.toString(16).toUpperCase().padStart(2, '0');

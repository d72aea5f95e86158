import { listed } from './message.ts';
import type { WireSignal } from '@badger/core/profile/profile';

/** What a wire carries, as people call it. */
export const SIGNAL_WORDS: Readonly<Record<WireSignal, string>> = {
  ground: 'Ground',
  'can-h': 'CAN H',
  'can-l': 'CAN L',
  'k-line': 'K line',
  battery: 'Battery feed',
  ignition: 'Ignition feed',
  sensor: 'Sensor wire',
  program: 'Programming lines',
  'boot-pad': 'Boot pad',
  data: 'Data',
  clock: 'Clock',
  select: 'Select',
  socket: 'Socket',
  fuse: 'Fuse place',
  chip: 'Memory chip'
};

/** A signal in words; one that is not known stays as it is. */
export const signalWords = (signal: string): string =>
  (SIGNAL_WORDS as Readonly<Record<string, string>>)[signal] ?? signal;

/** Names of pads; a run of numbers is told by its ends. Example: `TP3, TP4, TP5` is `TP3 to TP5`. */
function namesWords(names: readonly string[]): string {
  const [first = '', ...rest] = names;
  const stem = first.replace(/\d+$/, '');
  const from = Number(first.slice(stem.length));
  const runs = rest.length > 1 && names.every((n, i) => n === `${stem}${from + i}`);
  return runs ? `${first} to ${names.at(-1) ?? ''}` : listed(names.join(', '));
}

interface Place {
  readonly cavities?: readonly number[] | undefined;
  readonly pads?: readonly string[] | undefined;
  readonly chip?: string | undefined;
  readonly to?: string | undefined;
}

/** Where a wire goes, in words. Example: `pins 1 and 3`, `pad P1`. */
export function placeWords({ cavities, pads, chip, to }: Place): string {
  if (cavities && cavities.length > 0)
    return `${cavities.length > 1 ? 'pins' : 'pin'} ${listed(cavities.join(', '))}`;
  if (pads && pads.length > 0) return `${pads.length > 1 ? 'pads' : 'pad'} ${namesWords(pads)}`;
  return to ?? (chip === undefined ? '' : 'pin 1 at its mark');
}

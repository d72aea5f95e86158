import type { Wire } from '@badger/core/profile/profile';

export const SIGNAL_WORDS: Record<Wire['signal'], string> = {
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

export const KNOWN_WORDS = {
  works: 'known to work',
  untried: 'not tried yet',
  fails: 'known to fail'
} as const;

import type { Wire, WireSignal } from './profile.ts';

/** The order in which a hand connects: ground, CAN pair, feeds, ignition, programming lines, boot pad last. Source: common practice. */
const RANK: Readonly<Record<WireSignal, number>> = {
  ground: 1,
  'can-h': 2,
  'can-l': 2,
  'k-line': 3,
  battery: 4,
  ignition: 5,
  sensor: 6,
  program: 6,
  select: 6,
  clock: 6,
  data: 6,
  socket: 6,
  fuse: 7,
  chip: 7,
  'boot-pad': 8
};

/** Place of a wire in the order of connecting; what is soldered comes before anything is connected. */
export function rankOfSignal({ signal, soldered }: Pick<Wire, 'signal' | 'soldered'>): number {
  return soldered === true ? 0 : RANK[signal];
}

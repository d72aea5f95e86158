/** What a pin of the diagnostic socket carries. */
export type PinUse =
  | 'battery'
  | 'chassis-ground'
  | 'signal-ground'
  | 'can-high'
  | 'can-low'
  | 'k-line'
  | 'l-line'
  | 'j1850-plus'
  | 'j1850-minus'
  | 'maker';

export interface SocketPin {
  readonly pin: number;
  readonly use: PinUse;
  /** Where Ethernet may lie in a socket that has it. Source: ISO 13400-4, from memory. */
  readonly ethernet: 'receive' | 'transmit' | 'activation' | undefined;
}

const USES: Readonly<Record<number, PinUse>> = {
  2: 'j1850-plus',
  4: 'chassis-ground',
  5: 'signal-ground',
  6: 'can-high',
  7: 'k-line',
  10: 'j1850-minus',
  14: 'can-low',
  15: 'l-line',
  16: 'battery'
};
const ETHERNET: Readonly<Record<number, SocketPin['ethernet']>> = {
  ...{ 3: 'receive', 11: 'receive', 12: 'transmit', 13: 'transmit', 8: 'activation' }
};

/** The sixteen pins in their order. Source: SAE J1962, ISO 15031-3, from memory. */
export const SOCKET_PINS: readonly SocketPin[] = Array.from({ length: 16 }, (_, i) => ({
  pin: i + 1,
  use: USES[i + 1] ?? 'maker',
  ethernet: ETHERNET[i + 1]
}));

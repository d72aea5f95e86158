import type { JudgedPin } from '@badger/core/socket/judge-socket';
import type { PinUse } from '@badger/core/socket/socket-pins';

const USES: Record<PinUse, string> = {
  battery: 'battery +',
  'chassis-ground': 'chassis ground',
  'signal-ground': 'signal ground',
  'can-high': 'CAN high',
  'can-low': 'CAN low',
  'k-line': 'K line',
  'l-line': 'L line',
  'j1850-plus': 'J1850 +',
  'j1850-minus': 'J1850 −',
  maker: 'maker’s own'
};
const ETHERNET = {
  receive: 'Ethernet RX where fitted',
  transmit: 'Ethernet TX where fitted',
  activation: 'Ethernet wake where fitted'
} as const;

/** What a pin is for. */
export const wordsOfUse = ({ use, ethernet }: Pick<JudgedPin, 'use' | 'ethernet'>): string =>
  ethernet ? `${USES[use]}, ${ETHERNET[ethernet]}` : USES[use];

/** Short, for the drawing. */
export const shortUse = ({ use }: Pick<JudgedPin, 'use'>): string =>
  use === 'maker' ? '' : USES[use].replace('chassis ', '').replace('signal ', '');

/** Level of a pin, for the drawing. Example: `12.4 V`. */
export function levelOf({ reading }: Pick<JudgedPin, 'reading'>): string {
  const mv = reading?.mv;
  return typeof mv === 'number' ? `${(mv / 1000).toFixed(1)} V` : '?';
}

export const isActive = ({ reading }: Pick<JudgedPin, 'reading'>): boolean =>
  (reading?.edgesHz ?? 0) > 0 && (reading?.swingMv ?? 0) >= 500;

/** Where the pins lie, looking into the socket of the vehicle. Units: of the drawing. */
export const PLACES: readonly { readonly x: number; readonly y: number }[] = Array.from(
  { length: 16 },
  (_, i) => ({ x: 78 + (i % 8) * 92, y: i < 8 ? 66 : 190 })
);
export const SIZE = { width: 800, height: 262 } as const;
/** The socket is wider at its top row. Source: SAE J1962, from memory. */
export const OUTLINE = 'M18 14 H782 L770 252 H30 Z';

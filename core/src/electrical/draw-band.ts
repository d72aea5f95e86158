import type { AccessSpec, DrawBand, DrawState } from '../profile/profile.ts';

const STATE_OF = { write: 'writing', read: 'reading', identify: undefined } as const;

/**
 * The current that a unit is expected to draw over an access while it is worked on; undefined where the profile tells none.
 * Example: a read through a held pad gives the band `reading`, an identification the band `boot`.
 */
export function findDrawBand(
  { draw, holdPad }: Pick<AccessSpec, 'draw' | 'holdPad'>,
  kind: keyof typeof STATE_OF
): DrawBand | undefined {
  const state: DrawState = STATE_OF[kind] ?? (holdPad ? 'boot' : 'idle');
  return draw.find((d) => d.state === state) ?? draw.find((d) => d.state === 'idle');
}

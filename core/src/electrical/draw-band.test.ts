import { expect, it } from 'vitest';
import { findDrawBand } from './draw-band.ts';

const idle = { state: 'idle', minMa: 100, maxMa: 300 } as const;
const boot = { state: 'boot', minMa: 300, maxMa: 600 } as const;
const reading = { state: 'reading', minMa: 400, maxMa: 900 } as const;

it.each([
  ['read', 'pad', [idle, boot, reading], reading],
  ['write', 'pad', [idle, boot, reading], idle],
  ['identify', 'pad', [idle, boot, reading], boot],
  ['identify', undefined, [idle, boot, reading], idle],
  ['identify', 'pad', [reading], undefined]
] as const)('%s over an access with pad %s', (kind, holdPad, draw, band) => {
  expect(findDrawBand({ draw, holdPad }, kind)).toEqual(band);
});

import { judge } from '../../base/verdict.ts';
import type { GateRule } from '../facts.ts';

/** Just this content was written before, proven, and failed in the vehicle: Look `gate.image.failed`. Another unit may still do with it. */
export const imageUntried: GateRule = ({ image, failedBefore }) =>
  image === 'built' && failedBefore ? judge('look', 'gate.image.failed') : undefined;

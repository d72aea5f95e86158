import { judge } from '../../base/verdict.ts';
import type { GateRule } from '../facts.ts';

/**
 * The checksums of what is written hold: nothing is built otherwise. Where nobody knows the rules of a region, a lead says in writing that this image may be
 * written. Stop `gate.rules.unknown` (the first such region); look `gate.rules.consented`; go `gate.rules.hold`.
 */
export const rulesHold: GateRule = ({ image, unruled = [], consent, sums }) => {
  if (image !== 'built') return undefined;
  const [region] = unruled;
  if (region === undefined) return judge('go', 'gate.rules.hold', { count: sums ?? 0 });
  return consent
    ? judge('look', 'gate.rules.consented', { region, reason: consent })
    : judge('stop', 'gate.rules.unknown', { region });
};

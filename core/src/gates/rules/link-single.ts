import { judge } from '../../base/verdict.ts';
import type { GateRule } from '../facts.ts';

/**
 * A box that is linked by cable and by radio at once has failed reads. Source: common practice.
 * Stop `gate.link.both`; go `gate.link.single`.
 */
export const linkSingle: GateRule = ({ boxLinks }) =>
  boxLinks.cable && boxLinks.radio
    ? judge('stop', 'gate.link.both')
    : judge('go', 'gate.link.single');

import { judge } from '../../base/verdict.ts';
import type { GateRule } from '../facts.ts';

/**
 * A box that is linked by cable and by radio at once has failed reads. Source: common practice.
 * Stop `gate.link.both`; look `gate.link.unknown` (the kit list says neither); go `gate.link.single`.
 */
export const linkSingle: GateRule = ({ carrier, vehicleLine, boxLinks: { cable, radio } }) => {
  // a chip hangs on its programmer, a vehicle that speaks Ethernet on its cable: no box between
  if (carrier === 'chip' || (carrier === 'vehicle-uds' && vehicleLine === 'doip')) return undefined;
  if (cable && radio) return judge('stop', 'gate.link.both');
  return cable || radio ? judge('go', 'gate.link.single') : judge('look', 'gate.link.unknown');
};

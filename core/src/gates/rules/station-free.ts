import { judge } from '../../base/verdict.ts';
import type { GateRule } from '../facts.ts';

/** One operation a station. Stop `gate.station.busy`; go `gate.station.free`. */
export const stationFree: GateRule = ({ stationBusy }) =>
  stationBusy ? judge('stop', 'gate.station.busy') : judge('go', 'gate.station.free');

import { validateStations } from '../../../generated/validators.js';
import type { Stations } from '../../../schema/requests.ts';
import type { StationRow } from '../../repositories/stations.ts';

/** What a station has where nobody says otherwise, also where somebody did before. */
export const USUAL_DEVICES = {
  boxDriver: 'serial-line',
  supplyDriver: 'scpi-joined',
  chipPort: null,
  sensePort: null
} as const satisfies Partial<StationRow>;

/** A station as a configuration tells it. */
export type ConfiguredStation = Omit<StationRow, 'ownSupply'>;

/**
 * Stations with real devices, from the JSON text of `BADGER_STATIONS`:
 * `[{"id":"window","name":"Window","ratedMa":10000,"host":"10.0.0.5","boxPort":3333,"supplyPort":5025,"chipPort":5077}]`; `chipPort` only where there is a
 * chip programmer, `sensePort` where there is a breakout box with sense lines, `boxDriver` and `supplyDriver` where they are not the usual ones.
 * Throws TypeError with the place of what is wrong: a bench that is half configured must not start.
 */
export function parseStations(text: string | undefined): ConfiguredStation[] {
  if (!text) return [];
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    throw new TypeError('BADGER_STATIONS is no JSON');
  }
  if (validateStations(value))
    return value.map((s: Stations[number]) => ({ ...USUAL_DEVICES, ...s }));
  const first = validateStations.errors?.[0];
  throw new TypeError(`BADGER_STATIONS ${first?.instancePath ?? ''} ${first?.message ?? ''}`);
}

import { validateStations } from '../../../generated/validators.js';
import type { Stations } from '../../../schema/requests.ts';

/**
 * Stations with real devices, from the JSON text of `BADGER_STATIONS`:
 * `[{"id":"window","name":"Window","ratedMa":10000,"host":"10.0.0.5","boxPort":3333,"supplyPort":5025,"chipPort":5077}]`; `chipPort` only where there is a
 * chip programmer, `boxDriver` and `supplyDriver` where they are not the usual ones.
 * Throws TypeError with the place of what is wrong: a bench that is half configured must not start.
 */
export function parseStations(text: string | undefined): Stations {
  if (!text) return [];
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    throw new TypeError('BADGER_STATIONS is no JSON');
  }
  if (validateStations(value)) return value;
  const first = validateStations.errors?.[0];
  throw new TypeError(`BADGER_STATIONS ${first?.instancePath ?? ''} ${first?.message ?? ''}`);
}

import type { SupplyDriverName } from '@badger/core/port/drivers';
import type { SupplyPort } from '@badger/core/port/supply';
import { SUPPLY_DIALECTS } from '@badger/core/supply/dialects';
import { LineSupply, type SupplyAddress } from './supply-driver.ts';

/** Opens the supply of a station by the name of its driver. Throws for a name that no driver has. */
export function openSupply(driver: SupplyDriverName, address: SupplyAddress): SupplyPort {
  if (!Object.hasOwn(SUPPLY_DIALECTS, driver)) throw new TypeError(`no supply driver "${driver}"`);
  return new LineSupply(SUPPLY_DIALECTS[driver], address);
}

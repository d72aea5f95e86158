import type { BoxDriverName } from '@badger/core/port/drivers';
import type { BoxAddress, InterfaceBox } from './interface-box.ts';
import { SerialLineBox } from './serial-line-box.ts';

const BOX_DRIVERS: Readonly<Record<BoxDriverName, (address: BoxAddress) => InterfaceBox>> = {
  'serial-line': (address) => new SerialLineBox(address)
};

/** Opens the interface box of a station by the name of its driver. Throws for a name that no driver has. */
export function openBox(driver: BoxDriverName, address: BoxAddress): InterfaceBox {
  if (!Object.hasOwn(BOX_DRIVERS, driver)) throw new TypeError(`no box driver "${driver}"`);
  return BOX_DRIVERS[driver](address);
}

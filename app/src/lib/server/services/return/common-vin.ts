import { formatAscii } from '@badger/core/base/bytes';
import { readDid } from '@badger/core/access/uds/module-session';
import { findMajorityVin } from '@badger/core/access/vehicle/vehicle-place';
import { VIN_DID } from '@badger/core/return/do-act';
import type { VehicleLayout } from '@badger/core/scan/layout';
import type { UnitPlace } from '@badger/core/scan/scan';
import type { VehicleLink } from '../../station/vehicle-line.ts';

/** Units that are asked: one or two may not know it. */
const ASKED = 5;

/** The VIN that most of the other units tell, where the vehicle itself announces none; undefined where they do not agree. Total. */
export async function commonVinOf(
  line: VehicleLink,
  { units }: Pick<VehicleLayout, 'units'>,
  except: UnitPlace
): Promise<string | undefined> {
  const told: string[] = [];
  for (const other of units.filter((u) => u.id !== except.id).slice(0, ASKED)) {
    const bytes = await readDid(line.link(other), VIN_DID);
    if (bytes.ok) told.push(formatAscii(bytes.value).trim());
  }
  return findMajorityVin(told);
}

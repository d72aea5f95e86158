import type { Deps } from '../deps.ts';
import type { Person } from '../repositories/people.ts';
import { buildClone } from '../services/build/build-clone.ts';
import { loadJobView } from '../services/job/job-view.ts';
import { tellInVehicle } from '../services/operation/tell-in-vehicle.ts';
import { moveSimulatedVehicle } from '../services/simulator/simulator.ts';
import { finish, offTheClamp, powerUp } from './on-the-bench.ts';

const TRUCK = { jobNumber: 2028, stationId: 'window', family: 'PW-EC9' };
const ORIGINAL = '0481';
const DONOR = '0482';

/**
 * The clone that is read back equal and fails in its truck: two reads agree and are both wrong, where no checksum looks. A third one, of the warm unit, differs.
 * `scan`: scans the truck with the clone in it. Stops quietly where something is refused.
 */
export async function rehearseTruck(
  deps: Deps,
  { bench, desk }: { readonly bench: Person; readonly desk: Person },
  scan: () => Promise<void>
): Promise<void> {
  const { jobNumber, stationId } = TRUCK;
  if (!(await readBackup(deps, bench, { role: 'original', tag: ORIGINAL, times: 2 }))) return;
  if (!(await readBackup(deps, bench, { role: 'donor', tag: DONOR, times: 2 }))) return;
  if (!(await buildClone(deps, bench, jobNumber)).ok) return;
  if (!(await powerUp(deps, { ...TRUCK, tag: DONOR }))) return;
  await finish(deps, bench, { kind: 'identify', jobNumber, stationId, role: 'donor' });
  const confirmation = DONOR.slice(-3);
  await finish(deps, bench, { kind: 'write', jobNumber, stationId, confirmation });
  await offTheClamp(deps, stationId);
  const write = (await loadJobView(deps, jobNumber))?.standingWrite;
  if (write?.state !== 'done') return;
  const truck = 'truck-4';
  await moveSimulatedVehicle(deps, bench, { vehicle: truck, unit: DONOR });
  await scan();
  await tellInVehicle(deps, desk, {
    ...{ jobNumber, operationId: write.id, outcome: 'fails', signs: ['cranks-no-start'] },
    note: 'lamp of the engine stays on'
  });
  await moveSimulatedVehicle(deps, bench, { vehicle: truck, unit: null });
  await readBackup(deps, bench, { role: 'original', tag: ORIGINAL, times: 1 });
}

async function readBackup(
  deps: Deps,
  person: Person,
  { role, tag, times }: { role: 'original' | 'donor'; tag: string; times: number }
): Promise<boolean> {
  const { jobNumber, stationId } = TRUCK;
  if (!(await powerUp(deps, { ...TRUCK, tag }))) return false;
  await finish(deps, person, { kind: 'identify', jobNumber, stationId, role });
  for (let i = 0; i < times; i++)
    await finish(deps, person, { kind: 'read', jobNumber, stationId, role, regionId: 'backup' });
  await offTheClamp(deps, stationId);
  return true;
}

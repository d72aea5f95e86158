import { asc, eq, inArray } from 'drizzle-orm';
import type { InVehicleFact } from '@badger/core/clone/in-vehicle';
import type { Tx } from '../db/client.ts';
import { toldInVehicle } from '../db/schema/in-vehicle.ts';
import { person } from '../db/schema/people.ts';

/** What was told, when and by whom. */
export type InVehicleRow = Awaited<ReturnType<typeof listToldInVehicle>>[number];

/** What was told of writes of these jobs, oldest first. */
export function listToldInVehicle(db: Tx, jobIds: readonly string[]) {
  return db
    .select({
      jobId: toldInVehicle.jobId,
      operationId: toldInVehicle.operationId,
      outcome: toldInVehicle.outcome,
      signs: toldInVehicle.signs,
      note: toldInVehicle.note,
      contents: toldInVehicle.contents,
      at: toldInVehicle.at,
      personName: person.name
    })
    .from(toldInVehicle)
    .innerJoin(person, eq(person.id, toldInVehicle.personId))
    .where(inArray(toldInVehicle.jobId, [...jobIds]))
    .orderBy(asc(toldInVehicle.at));
}

/** Keeps what a person told. */
export async function insertToldInVehicle(
  db: Tx,
  told: InVehicleFact & { readonly jobId: string; readonly personId: string }
): Promise<void> {
  const { signs, contents, ...rest } = told;
  await db.insert(toldInVehicle).values({ ...rest, signs: [...signs], contents: [...contents] });
}

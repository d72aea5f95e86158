import type { Role } from '@badger/core/gates/facts';
import { hashPassword } from '../access/passwords.ts';
import type { Db } from '../db/client.ts';
import { appendEvent } from '../repositories/events.ts';
import { closeJob, insertJob, setJobUnit, type NewJobValues } from '../repositories/jobs.ts';
import { countPeople, insertPerson, type Person } from '../repositories/people.ts';
import { findSetting, saveSetting } from '../repositories/stations.ts';
import { findUnitByTag, insertUnit } from '../repositories/units.ts';

/** Demo accounts: invented, shown on the sign-in page only while the demo data is loaded. */
export const DEMO_ACCOUNTS: readonly { name: string; role: Role; password: string }[] = [
  { name: 'bench', role: 'bench', password: 'saltmarsh-bench' },
  { name: 'lead', role: 'lead', password: 'saltmarsh-lead' },
  { name: 'desk', role: 'desk', password: 'saltmarsh-desk' },
  { name: 'trainee', role: 'trainee', password: 'saltmarsh-trainee' }
];

interface DemoJob extends Omit<NewJobValues, 'promisedAt'> {
  readonly number: number;
  /** Hours from the start of the day. */
  readonly promisedHour?: number;
  readonly original?: { tag: string; place: string };
  readonly donor?: { tag: string; place: string };
  readonly closed?: boolean;
}

const JOBS: readonly DemoJob[] = [
  {
    number: 2031,
    customer: 'North Quay Couriers',
    vehicle: 'Halvard van 12',
    vin: 'U8HVC3F2401084417',
    familyId: 'HV-EC4',
    complaint: 'Cuts out in rain, water found in the engine unit',
    authorisedBy: 'Fleet office, order 5512',
    proofOutcome: 'cause',
    proofReason: 'Known-good unit fitted: fault gone, no start because of the immobiliser',
    promisedHour: 17,
    original: { tag: '0417', place: 'bench' },
    donor: { tag: '0388', place: 'shelf B2' }
  },
  {
    number: 2034,
    customer: 'North Quay Couriers',
    vehicle: 'Halvard van 7',
    vin: 'U8HVC3F2901084512',
    familyId: 'HV-EC4',
    complaint: 'Rough running after a flood, unit was under water',
    authorisedBy: 'Fleet office, order 5519',
    proofOutcome: 'cause',
    proofReason: 'Injector outputs 2 and 3 dead with wiring sound',
    promisedHour: 41,
    original: { tag: '0419', place: 'bench' },
    donor: { tag: '0421', place: 'shelf B3' }
  },
  {
    number: 2027,
    customer: 'Reedbank Community Transport',
    vehicle: 'Quillon minibus 3',
    vin: 'U8NMB7D1902200931',
    familyId: 'QN-TC2',
    complaint: 'No third gear, limp mode when warm',
    authorisedBy: 'Transport manager, by letter',
    proofOutcome: 'cause',
    proofReason: 'Output driver dead on the bench, wiring and solenoid sound',
    promisedHour: 34,
    original: { tag: '0390', place: 'shelf A1' },
    donor: { tag: '0391', place: 'shelf A2' }
  },
  {
    number: 2030,
    customer: 'Harbour Fish Supply',
    vehicle: 'Pellworth light truck',
    vin: 'U8PLT5C3500771268',
    familyId: 'PW-BD1',
    complaint: 'Wipers and lights at random, unit corroded under a leaking windscreen',
    authorisedBy: 'Owner, order in writing',
    proofOutcome: 'cause',
    proofReason: 'Green corrosion at the connector side, supply and ground sound',
    promisedHour: 16,
    original: { tag: '0402', place: 'bench' }
  },
  {
    number: 2024,
    customer: 'Estuary Garage, by post',
    vehicle: 'Meridane car',
    vin: 'U8MCA2B3302103377',
    familyId: 'MD-CM5',
    complaint: 'Central locking drops out',
    authorisedBy: 'Estuary Garage, order 88',
    proofOutcome: 'cause',
    proofReason: 'Relay outputs missing on the bench',
    promisedHour: 65,
    original: { tag: '0396', place: 'solder place' },
    note: 'The chip is lifted: read it in the programmer and drop the files.'
  },
  {
    number: 2019,
    customer: 'Harbour Hire',
    vehicle: 'Meridane hire car',
    vin: 'U8MCA1B7709900512',
    familyId: 'MD-IM3',
    complaint: 'Immobiliser ring crushed in a steering-column repair',
    authorisedBy: 'Hire desk, order 301',
    proofOutcome: 'cause',
    proofReason: 'Ring cracked through',
    original: { tag: '0371', place: 'returned' },
    closed: true,
    note: 'Done on paper before this application came in.'
  },
  {
    number: 2032,
    customer: 'North Quay Couriers',
    vehicle: 'Halvard van 15',
    vin: 'U8HVD6E1803004421',
    familyId: 'HV-EC6',
    complaint: 'Maker update due, coding saved',
    authorisedBy: 'Fleet office, order 5516',
    promisedHour: 39,
    original: { tag: '0422', place: 'in the van' }
  },
  {
    number: 2033,
    customer: 'Harbour Hire',
    vehicle: 'Sorrel scooter 41',
    vin: 'U8SKU4A1305501923',
    familyId: 'SR-KU1',
    complaint: 'Key not recognised after a crash; arrives this afternoon',
    authorisedBy: null,
    promisedHour: 63
  },
  {
    number: 2029,
    customer: 'Breaker, walk-in',
    vehicle: 'Corvane gearbox unit, loose',
    vin: 'U8CGX7A8100441290',
    familyId: 'CV-GX7',
    complaint: 'What is this and is it any good?',
    authorisedBy: 'Walk-in, paid in cash',
    proofOutcome: 'open',
    original: { tag: '0405', place: 'shelf C1' },
    note: 'Judged worn from its adaptation values on paper; put on the shelf.'
  }
];

/** True while the demonstration data is in the database. */
export async function isDemo(db: Db): Promise<boolean> {
  return (await findSetting(db, 'demo')) === true;
}

/** Fills an empty database with the Saltmarsh demo; does nothing when there is anybody in it. */
export async function seedDemo(db: Db, today = new Date()): Promise<boolean> {
  if ((await countPeople(db)) > 0) return false;
  const hashes = await Promise.all(DEMO_ACCOUNTS.map((a) => hashPassword(a.password)));
  const midnight = new Date(today);
  midnight.setHours(0, 0, 0, 0);
  await db.transaction(async (tx) => {
    const people: Person[] = [];
    for (const [i, account] of DEMO_ACCOUNTS.entries()) {
      const passwordHash = hashes[i] as string;
      people.push(await insertPerson(tx, { name: account.name, role: account.role, passwordHash }));
    }
    const desk = people.find((p) => p.role === 'desk') as Person;
    for (const demo of JOBS) {
      const promisedAt =
        demo.promisedHour === undefined
          ? null
          : new Date(midnight.getTime() + demo.promisedHour * 3_600_000);
      const job = await insertJob(tx, { ...demo, promisedAt });
      await appendEvent(tx, {
        jobId: job.id,
        person: desk,
        kind: 'job.opened',
        data: { customer: demo.customer, vin: demo.vin, family: demo.familyId }
      });
      for (const role of ['original', 'donor'] as const) {
        const unit = demo[role];
        if (!unit) continue;
        const row =
          (await findUnitByTag(tx, unit.tag)) ??
          (await insertUnit(tx, { tag: unit.tag, familyId: demo.familyId, place: unit.place }));
        await setJobUnit(tx, job.id, role, { unitId: row.id });
      }
      if (demo.closed) await closeOnPaper(tx, job.id, desk);
    }
    await saveSetting(tx, 'demo', true);
  });
  return true;
}

async function closeOnPaper(tx: Parameters<typeof appendEvent>[0], jobId: string, person: Person) {
  await closeJob(tx, jobId, person.id, new Date());
  await appendEvent(tx, { jobId, person, kind: 'job.closed', data: { note: 'on paper' } });
}

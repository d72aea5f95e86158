import { startOfDay } from 'date-fns';
import { shapeOf } from '@badger/core/job/shape';
import type { Role } from '@badger/core/rights/rights';
import { addInside, USUAL_HOURS } from '@badger/core/plan/hours';
import { hashPassword } from '../access/passwords.ts';
import type { Db } from '../db/client.ts';
import { appendEvent } from '../repositories/events.ts';
import { closeJob, insertJob } from '../repositories/jobs.ts';
import { setJobUnit } from '../repositories/job-units.ts';
import { countPeople, insertPerson, type Person } from '../repositories/people.ts';
import { findSetting, listStations, saveSetting } from '../repositories/stations.ts';
import { findUnitByTag, insertUnit, setUnitFacts } from '../repositories/units.ts';
import { insertArrival, insertAuthority } from '../repositories/arrive.ts';
import { insertKit } from '../repositories/kit.ts';
import { DEMO_JOBS, DEMO_SIGNATURE, type DemoJob } from './demo-jobs.ts';
import { demoKit } from './demo-kit.ts';
import { daysOfShop, type ShopDays } from '../services/shop/shop-days.ts';
import { DEMO_FACTS, DEMO_PRICES, DEMO_SKILLS, DEMO_STOCK } from './demo-stock.ts';

/** Demo accounts: invented, shown on the sign-in page only while the demo data is loaded. */
export const DEMO_ACCOUNTS: readonly {
  readonly account: string;
  readonly name: string;
  readonly role: Role;
  readonly password: string;
}[] = [
  { account: 'bench', name: 'Tove Rusk', role: 'bench', password: 'saltmarsh-bench' },
  { account: 'lead', name: 'Ansel Brack', role: 'lead', password: 'saltmarsh-lead' },
  { account: 'desk', name: 'Mirel Oake', role: 'desk', password: 'saltmarsh-desk' },
  { account: 'trainee', name: 'Pim Lark', role: 'trainee', password: 'saltmarsh-trainee' }
];

/** True while the demonstration data is in the database. */
export async function isDemo(db: Db): Promise<boolean> {
  return (await findSetting(db, 'demo')) === true;
}

/** Fills an empty database with the Saltmarsh demo; does nothing when there is anybody in it. */
export async function seedDemo(db: Db, now: Date): Promise<boolean> {
  if ((await countPeople(db)) > 0) return false;
  const hashes = await Promise.all(DEMO_ACCOUNTS.map((a) => hashPassword(a.password)));
  const midnight = startOfDay(now);
  const days = daysOfShop(now, USUAL_HOURS, 21);
  await db.transaction(async (tx) => {
    const people: Person[] = [];
    for (const [i, account] of DEMO_ACCOUNTS.entries()) {
      const passwordHash = hashes[i] as string;
      const skills = DEMO_SKILLS[account.account] ?? [];
      const { account: sign, name, role } = account;
      people.push(await insertPerson(tx, { account: sign, name, role, passwordHash, skills }));
    }
    const desk = people.find((p) => p.role === 'desk') as Person;
    for (const demo of DEMO_JOBS) {
      const promisedAt = demo.promisedInHours ? promiseOf(days, now, demo.promisedInHours) : null;
      const job = await insertJob(tx, { ...demo, promisedAt });
      await appendEvent(tx, {
        jobId: job.id,
        person: desk,
        kind: 'job.opened',
        data: { customer: demo.customer, vin: demo.vin, family: demo.familyId }
      });
      await recordPapers(tx, { jobId: job.id, demo, desk });
      for (const role of ['original', 'donor'] as const) {
        const unit = demo[role];
        if (!unit) continue;
        const row =
          (await findUnitByTag(tx, unit.tag)) ??
          (await insertUnit(tx, { tag: unit.tag, familyId: demo.familyId, place: unit.place }));
        await setJobUnit(tx, { jobId: job.id, role }, { unitId: row.id });
      }
      if (demo.closed) await closeOnPaper(tx, { jobId: job.id, demo, person: desk, now });
    }
    await fillShelf(tx);
    await saveSetting(tx, 'prices', DEMO_PRICES);
    const stations = (await listStations(tx)).map((s) => s.id);
    for (const item of demoKit(midnight, stations)) await insertKit(tx, item);
    await saveSetting(tx, 'shop', { wallDisplay: true, namesBy: 'vin' });
    await saveSetting(tx, 'demo', true);
  });
  return true;
}

/** Units on the shelf, and what stands on the labels of those that serve jobs. */
async function fillShelf(tx: Parameters<typeof appendEvent>[0]) {
  for (const unit of DEMO_STOCK) {
    const { tag, familyId, place, stock = null, labelNumbers = {}, wear = {} } = unit;
    await insertUnit(tx, { tag, familyId, place, stock, labelNumbers, wear });
  }
  for (const { tag, stock = null, labelNumbers = {}, wear = {} } of DEMO_FACTS) {
    const row = await findUnitByTag(tx, tag);
    if (row) await setUnitFacts(tx, row.id, { stock, labelNumbers, wear });
  }
}

/** A promise so many opening hours from now, on a full half hour: no demo is born late, at whatever hour. */
export function promiseOf(days: ShopDays, now: Date, hours: number): Date {
  const end = addInside(days.open, days.minuteOf(now) + 1, hours * 60);
  return days.timeOf(Math.ceil(end / 30) * 30);
}

async function closeOnPaper(
  tx: Parameters<typeof appendEvent>[0],
  { jobId, demo, person, now }: { jobId: string; demo: DemoJob; person: Person; now: Date }
) {
  const result = shapeOf(demo.reason ?? 'failed-module').results[0] ?? 'ended';
  await closeJob(tx, jobId, { result, reason: 'done on paper', by: person.id, at: now });
  await appendEvent(tx, { jobId, person, kind: 'job.closed', data: { note: 'on paper' } });
}

/** How it came in, and the order that was signed at the desk. */
async function recordPapers(
  tx: Parameters<typeof appendEvent>[0],
  { jobId, demo, desk }: { jobId: string; demo: DemoJob; desk: Person }
) {
  await insertArrival(tx, { jobId, ...demo.arrival, intakeKey: `demo-${demo.number}` });
  if (!demo.authorisedBy || !demo.proof) return;
  await insertAuthority(tx, {
    jobId,
    orderedBy: demo.authorisedBy,
    proofKind: demo.proof.kind,
    proofNumber: demo.proof.number,
    signature: DEMO_SIGNATURE,
    personId: desk.id
  });
  await appendEvent(tx, {
    jobId,
    person: desk,
    kind: 'authority.recorded',
    data: {
      authorisedBy: demo.authorisedBy,
      proof: demo.proof.kind,
      number: demo.proof.number,
      signed: true
    }
  });
}

import { fail, ok, type Result } from '@badger/core/base/result';
import { tidyNumber } from '@badger/core/label/tidy-number';
import { usableHardware } from '@badger/core/match/judge-donor';
import { judgeStock, type StockFit, type StockUnit } from '@badger/core/match/judge-stock';
import { stepsOf } from '@badger/core/match/parts-answer';
import type { Profile } from '@badger/core/profile/profile';
import { checkRight } from '@badger/core/rights/rights';
import type { NewStock, UnitFacts } from '../../../schema/requests.ts';
import type { Deps } from '../../deps.ts';
import { takeTag } from '../../repositories/arrive.ts';
import type { Person } from '../../repositories/people.ts';
import { findStock, findUnitByTag, insertUnit, setUnitFacts } from '../../repositories/units.ts';
import type { StockRow } from '../../repositories/units.ts';
import type { JobView } from '../job/job-view.ts';
import { numbersOf } from '@badger/core/job/unit-facts';
import { keptPart } from './parts.ts';
import { listJobsOfUnit } from '../../repositories/job-units.ts';

/** A row of the shelf as the rules want it. */
export function toStockUnit(row: StockRow): StockUnit {
  return {
    tag: row.tag,
    family: row.familyId,
    numbers: numbersOf(row),
    state: row.stock ?? 'unknown',
    wear: row.wear,
    inJob: row.inJob ?? undefined
  };
}

/**
 * What on the shelf would fit this job, best first: the database narrows it down by hardware number, the rules of the
 * family judge the rest. Empty without a profile.
 */
export async function findFits(deps: Deps, view: JobView): Promise<StockFit[]> {
  const { profile } = view;
  if (!profile) return [];
  const original = numbersOf(view.units.original);
  const steps = stepsOf(await keptPart(deps, original['hardware-number'] ?? ''));
  const rows = await findStock(deps.db, {
    family: profile.id,
    hardware: usableHardware(profile, original, steps)
  });
  const own = new Set(Object.values(view.units).map((u) => u.id));
  return judgeStock(profile, original, {
    units: rows.filter((r) => !own.has(r.id) || r.id === view.units.donor?.id).map(toStockUnit),
    steps,
    job: view.job.number
  });
}

/** Puts a unit on the shelf. Errors: `job.family.unknown`, `unit.tag.taken`. Gives its tag. */
export async function addStock(
  deps: Deps,
  person: Person,
  values: NewStock
): Promise<Result<{ tag: string }>> {
  const may = checkRight(person.role, 'stock.add');
  if (!may.ok) return may;
  const profile = deps.profiles.get(values.family);
  if (!profile) return fail('job.family.unknown', { family: values.family });
  return deps.db.transaction(async (tx) => {
    const tag = values.tag ?? (await takeTag(tx));
    if (await findUnitByTag(tx, tag)) return fail('unit.tag.taken', { tag });
    await insertUnit(tx, {
      tag,
      familyId: profile.id,
      place: values.place.trim(),
      labelNumbers: tidyAll(profile, values.numbers),
      stock: values.stock
    });
    deps.bench.hub.tell({ type: 'unit', tag });
    return ok({ tag });
  });
}

/** What is known of a unit. Errors: `unit.tag.unknown`, `unit.wear.value` (no number of this family). */
export async function recordFacts(
  deps: Deps,
  person: Person,
  { tag, numbers, stock, wear }: { tag: string } & UnitFacts
): Promise<Result<true>> {
  const may = checkRight(person.role, 'unit.describe');
  if (!may.ok) return may;
  const unit = await findUnitByTag(deps.db, tag);
  if (!unit) return fail('unit.tag.unknown', { tag });
  const profile = deps.profiles.get(unit.familyId);
  const stranger = Object.keys(wear ?? {}).find((id) => !profile?.wear.some((w) => w.id === id));
  if (stranger !== undefined) return fail('unit.wear.value', { value: stranger });
  const worn = Object.entries({ ...unit.wear, ...wear }).filter(
    (e): e is [string, number] => e[1] !== null
  );
  await setUnitFacts(deps.db, unit.id, {
    ...(numbers ? { labelNumbers: { ...unit.labelNumbers, ...tidyAll(profile, numbers) } } : {}),
    ...(stock ? { stock: stock === 'not-stock' ? null : stock } : {}),
    ...(wear ? { wear: Object.fromEntries(worn) } : {})
  });
  deps.bench.hub.tell({ type: 'unit', tag });
  for (const { jobNumber, closedAt } of await listJobsOfUnit(deps.db, unit.id)) {
    if (!closedAt) deps.bench.hub.tell({ type: 'job', jobNumber });
  }
  return ok(true);
}

/** Numbers as they are kept: capitals, no blanks, look-alikes put right by the family's patterns. */
export function tidyAll(
  profile: Profile | undefined,
  numbers: Readonly<Record<string, string>>
): Record<string, string> {
  return Object.fromEntries(
    Object.entries(numbers).map(([field, text]) => [
      field,
      tidyNumber(
        profile?.labels.find((l) => l.id === field),
        text
      ).text
    ])
  );
}

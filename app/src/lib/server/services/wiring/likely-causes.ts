import { fail, ok, type Result } from '@badger/core/base/result';
import type { Access, CanUdsAccess, ChipPortAccess } from '@badger/core/access/access';
import type { Cause } from '@badger/core/diagnosis/causes';
import type { Expected } from '@badger/core/diagnosis/evidence';
import { rankCauses, type CauseHistory } from '@badger/core/diagnosis/rank-causes';
import { wiringFacts } from '@badger/core/diagnosis/wiring-facts';
import { powerNeedOf } from '@badger/core/electrical/budget';
import { JOB_ROLES, type UnitRole } from '@badger/core/job/roles';
import type { CausesData } from '../../../wiring-types.ts';
import type { CauseFinding, Evidence } from '../../../schema/requests.ts';
import type { Deps } from '../../deps.ts';
import {
  countConfirmed,
  insertEvidence,
  insertFinding,
  listEvidence,
  type EvidenceRow
} from '../../repositories/evidence.ts';
import { appendEvent } from '../../repositories/events.ts';
import type { Person } from '../../repositories/people.ts';
import { actOnView, hasRunningWork } from '../job/act-on-job.ts';
import { focusStation } from '../job/focus-station.ts';
import { sideOf } from '../job/job-sides.ts';
import type { JobView } from '../job/job-view.ts';
import { expectedChip, lookAround } from '../operation/gather-evidence.ts';
import { planSide, type SidePlan } from './side-plan.ts';

/** Causes further back than this are not shown. */
const MOST_CAUSES = 5;
const LEAST_SHARE = 0.01;

type Confirmed = Awaited<ReturnType<typeof countConfirmed>>;

/** Likely causes for every unit of a job that did not do what was asked, from what was measured last. */
export async function describeCauses(deps: Deps, view: JobView): Promise<readonly CausesData[]> {
  const rows = await listEvidence(deps.db, [view.job.id]);
  if (rows.length === 0) return [];
  const confirmed = await countConfirmed(deps.db);
  return JOB_ROLES.flatMap((role) => describeRole(deps, view, { role, rows, confirmed }) ?? []);
}

interface Known {
  readonly role: UnitRole;
  readonly rows: readonly EvidenceRow[];
  readonly confirmed: Confirmed;
}

function describeRole(
  deps: Deps,
  view: JobView,
  { role, rows, confirmed }: Known
): CausesData | undefined {
  const found = evidenceOf(deps, view, { role, rows });
  if (!found) return undefined;
  const { row, side, access } = found;
  const unit = view.units[role];
  const family = sideOf(deps, view, role).profile?.id ?? '';
  const evidence = { ...row.evidence, ...wiringFacts(side.plan, factsOf(side)) };
  const last = lastWords(row);
  const history: CauseHistory = {
    confirmed: countsFor(confirmed, family),
    excluded: [...last].flatMap(([cause, f]) => (f.outcome === 'excluded' ? [cause] : []))
  };
  const ranked = rankCauses(evidence, expectedOf(side, access), history);
  const isShown = (cause: Cause, share: number, i: number) =>
    (i < MOST_CAUSES && share >= LEAST_SHARE) || last.has(cause);
  return {
    ...{ role, tag: unit?.tag ?? '', evidenceId: row.id, at: row.at, evidence },
    causes: ranked
      .filter((r, i) => isShown(r.cause, r.share, i))
      .map((r) => ({ ...r, finding: last.get(r.cause) }))
  };
}

const factsOf = ({ row }: SidePlan) => ({
  ticked: row?.ticked ?? [],
  readings: (row?.readings ?? []).map((r) => ({ ...r, wireKey: r.wireKey ?? undefined }))
});

/** The last word on each cause. */
function lastWords(row: EvidenceRow): Map<Cause, EvidenceRow['findings'][number]> {
  return new Map(row.findings.map((f) => [f.cause, f]));
}

/**
 * What was measured around a unit, as long as it still says something about it: over the same access at the same station, not before it was
 * connected anew, and not before it did what was asked.
 */
function evidenceOf(deps: Deps, view: JobView, { role, rows }: Pick<Known, 'role' | 'rows'>) {
  const unit = view.units[role];
  const { access } = sideOf(deps, view, role);
  const side = planSide(deps, view, role);
  const row = rows.find((r) => r.unitId === unit?.id);
  if (!unit || !side || !row || !access || !hasCauses(access)) return undefined;
  const elsewhere = row.stationId !== focusStation(deps, view.job);
  if (row.accessKey !== access.key || elsewhere || (side.row && side.row.at > row.at))
    return undefined;
  const answered = view.operations.some(
    (o) => o.unitId === unit.id && o.state === 'done' && o.endedAt !== null && o.endedAt > row.at
  );
  return answered ? undefined : { row, side, access };
}

/** A unit in its vehicle has more around it than a bench can tell. */
const hasCauses = (access: Access): access is CanUdsAccess | ChipPortAccess =>
  access.carrier === 'can-uds' || access.carrier === 'chip';

function expectedOf({ plan }: SidePlan, access: CanUdsAccess | ChipPortAccess): Expected {
  if (access.carrier === 'chip') return expectedChip(access);
  const { need, draw } = powerNeedOf({ supply: access.supply, draw: access.spec.draw });
  const { terminatorOhm, terminators } = access.can;
  return {
    ...{ need, draw, terminators },
    holdsPad: access.spec.holdPad !== undefined,
    hasProgramming: plan.wires.some((w) => w.programming),
    unitTerminates: terminatorOhm === undefined ? undefined : terminatorOhm > 0
  };
}

function countsFor(confirmed: Confirmed, family: string): CauseHistory['confirmed'] {
  const counts: Partial<Record<Cause, { family: number; other: number }>> = {};
  for (const { cause, family: of, times } of confirmed) {
    const count = (counts[cause] ??= { family: 0, other: 0 });
    if (of === family) count.family += times;
    else count.other += times;
  }
  return counts;
}

type Of<T> = { readonly jobNumber: number } & T;

/**
 * Measures around a unit without asking it anything: what supply and sense lines show now. Errors: those of {@link actOnView},
 * `job.work.running`, `upload.unit.none`, `evidence.carrier.none`, `station.id.unknown`, `evidence.supply.off`.
 */
export async function measureNow(
  deps: Deps,
  person: Person,
  { jobNumber, role }: Of<Evidence>
): Promise<Result<true>> {
  const act = { person, jobNumber, right: 'bench.operate' } as const;
  return actOnView<true>(deps, act, async (tx, view) => {
    if (hasRunningWork(view)) return fail('job.work.running');
    const unit = view.units[role];
    if (!unit) return fail('upload.unit.none', { role });
    const { access } = sideOf(deps, view, role);
    if (access?.carrier !== 'can-uds') return fail('evidence.carrier.none');
    const station = deps.bench.stations.get(focusStation(deps, view.job) ?? '');
    if (!station) return fail('station.id.unknown');
    const around = await lookAround(station, false);
    if (!around.supply) return fail('evidence.supply.off');
    await insertEvidence(tx, {
      ...{ jobId: view.job.id, unitId: unit.id, role, stationId: station.row.id },
      ...{ accessKey: access.key, evidence: { ...around, tries: [] }, personId: person.id }
    });
    return ok(true);
  });
}

/**
 * Keeps that a cause was the one, or was not. Errors: those of {@link actOnView}, `evidence.id.old` (something newer was measured since).
 */
export async function keepFinding(
  deps: Deps,
  person: Person,
  { jobNumber, role, evidenceId, cause, outcome }: Of<CauseFinding>
): Promise<Result<true>> {
  const act = { person, jobNumber, right: 'bench.operate' } as const;
  return actOnView<true>(deps, act, async (tx, view) => {
    const rows = await listEvidence(tx, [view.job.id]);
    const found = evidenceOf(deps, view, { role, rows });
    if (found?.row.id !== evidenceId) return fail('evidence.id.old');
    // said twice it is said once
    if (lastWords(found.row).get(cause)?.outcome === outcome) return ok(true);
    await insertFinding(tx, { evidenceId, cause, outcome, personId: person.id });
    await appendEvent(tx, {
      ...{ jobId: view.job.id, person, kind: `cause.${outcome}` },
      data: { unit: view.units[role]?.tag ?? '', role, cause }
    });
    return ok(true);
  });
}

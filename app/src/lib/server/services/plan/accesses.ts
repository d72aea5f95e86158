import { fail, ok, type Result } from '@badger/core/base/result';
import { STAGES } from '@badger/core/job/stages';
import type { Skill } from '@badger/core/profile/profile';
import { estimateTransfer, type Measured } from '@badger/core/time/estimate';
import { formatExact, parseAmount } from '@badger/core/base/money';
import { buildQuote, type QuoteLine } from '@badger/core/access-choice/build-quote';
import { compareAccesses } from '@badger/core/access-choice/compare-accesses';
import { ELSEWHERE_WORDS } from '../../../messages/plan.ts';
import type { AccessSheetData } from '../../../match-types.ts';
import type { NewQuote, AccessChoice } from '../../../schema/requests.ts';
import type { RegionProgress } from '../../db/schema/reads.ts';
import type { Deps } from '../../deps.ts';
import { insertChoice, insertQuote, listChoices, listQuotes } from '../../repositories/choices.ts';
import { appendEvent } from '../../repositories/events.ts';
import { setAccessKind } from '../../repositories/jobs.ts';
import { listMeasuredReads } from '../../repositories/operations.ts';
import { listSkills, type Person } from '../../repositories/people.ts';
import { loadPrices } from '../shop/shop-settings.ts';
import { actOnJob, actOnView, hasRunningWork } from '../job/act-on-job.ts';
import { loadJobView, type JobView } from '../job/job-view.ts';
import { toKitItem } from '../kit/kit.ts';
import { describeCost } from './quote-lines.ts';

export async function loadAccessSheet(deps: Deps, view: JobView): Promise<AccessSheetData> {
  const { profile } = view;
  const [prices, people, measured, choices, quotes] = await Promise.all([
    loadPrices(deps.db),
    listSkills(deps.db),
    measuredOn(deps, view.job.familyId),
    listChoices(deps.db, view.job.id),
    listQuotes(deps.db, view.job.id)
  ]);
  const skills = [...new Set(people.flatMap((p): readonly Skill[] => p.skills))];
  const options = profile
    ? compareAccesses({
        profile,
        words: ELSEWHERE_WORDS,
        kit: view.records.kit.map(toKitItem),
        skills,
        prices,
        vehicleHere: view.records.arrival?.how === 'vehicle',
        unresponsive: view.proof.cloneable.silent,
        donorHere: view.units.donor !== undefined,
        secretsSuffice: view.shape.results.includes('data-handed-over'),
        measured
      })
    : [];
  const carrier = profile?.accesses.find((w) => w.known === 'works' && w.reads.length > 0)?.carrier;
  const estimate = (ids: readonly string[], direction: 'read' | 'write') =>
    estimateTransfer({
      regions: (profile?.regions ?? []).filter((r) => ids.includes(r.id)),
      direction,
      carrier,
      measured
    });
  return {
    options,
    times: (profile?.regions ?? []).map((r) => ({
      regionId: r.id,
      name: r.name,
      lengthBytes: r.lengthBytes,
      read: estimate([r.id], 'read'),
      write: estimate([r.id], 'write')
    })),
    typicalMinutes: profile?.typicalMinutes ?? { read: undefined, write: undefined },
    choices,
    quotes,
    prices
  };
}

/** What the shop measured on a family, in seconds of life. */
export async function measuredOn(deps: Deps, family: string): Promise<Measured[]> {
  const rows = await listMeasuredReads(deps.db, family);
  const lengths = new Map(deps.profiles.get(family)?.regions.map((r) => [r.id, r.lengthBytes]));
  // security data read alone says nothing of the time that its region takes
  const whole = (regions: readonly RegionProgress[]) =>
    regions.every((r) => r.lengthBytes === lengths.get(r.regionId));
  return rows.flatMap((r): Measured[] =>
    r.startedAt && r.endedAt && whole(r.regions)
      ? [
          {
            direction: 'read',
            regionIds: r.regions.map((x) => x.regionId),
            seconds: ((r.endedAt.getTime() - r.startedAt.getTime()) / 1000) * r.timeFactor
          }
        ]
      : []
  );
}

/**
 * Records the way, the method and why, with everything that lay beside it. Errors: those of
 * {@link actOnJob}, `access.key.unknown`, `access.choice.shut` (it is not possible now), `access.method.unknown`, `job.work.running`.
 */
export async function chooseAccess(
  deps: Deps,
  person: Person,
  { jobNumber, key, method, reason }: { jobNumber: number } & AccessChoice
): Promise<Result<true>> {
  const view = await loadJobView(deps, jobNumber);
  if (!view) return fail('job.number.unknown', { number: jobNumber });
  const { options } = await loadAccessSheet(deps, view);
  const option = options.find((o) => o.key === key);
  if (!option) return fail('access.key.unknown', { key });
  if (!option.possible) return fail('access.choice.shut', { access: option.name });
  if (!option.methods.some((s) => s.id === method))
    return fail('access.method.unknown', { method });
  const why = reason.trim();
  const act = { person, jobNumber, right: 'access.choose' } as const;
  return actOnView<true>(deps, act, async (tx, now) => {
    // what runs was begun by the access that was chosen then
    if (hasRunningWork(now)) return fail('job.work.running');
    await insertChoice(tx, {
      jobId: view.job.id,
      accessKey: key,
      cloneMethod: method,
      reason: why,
      options,
      personId: person.id
    });
    await setAccessKind(tx, view.job.id, { accessKind: option.id, reason: why });
    await appendEvent(tx, {
      jobId: view.job.id,
      person,
      kind: 'route.chosen',
      data: {
        accessKind: option.id,
        access: option.name,
        method,
        reason: why,
        cost: option.cost.total
      }
    });
    return ok(true);
  });
}

/**
 * Makes a quote of the access that was chosen, at the prices of now. Errors: those of {@link actOnJob},
 * `quote.access.none` (nothing is chosen), `quote.price.missing`, those of {@link parseAmount} and of {@link buildQuote}.
 */
export async function makeQuote(
  deps: Deps,
  person: Person,
  { jobNumber, extra, note }: { jobNumber: number } & NewQuote
): Promise<Result<{ number: number }>> {
  const view = await loadJobView(deps, jobNumber);
  if (!view) return fail('job.number.unknown', { number: jobNumber });
  const { options, choices, prices } = await loadAccessSheet(deps, view);
  const option = options.find((o) => o.key === choices[0]?.accessKey);
  if (!option) return fail('quote.access.none', { stop: STAGES.indexOf('match') + 1 });
  if (option.cost.missing.length > 0)
    return fail('quote.price.missing', { what: option.cost.missing.join(', ') });
  const own: QuoteLine[] = option.cost.lines.map((line) => ({
    ...(line.kind === 'work' ? { minutes: line.count } : {}),
    text: describeCost(line, option),
    amount: line.amount ?? '0'
  }));
  const typed = extra.map((line) => ({ text: line.text, amount: parseAmount(line.amount) }));
  const lines: QuoteLine[] = [];
  for (const { text, amount } of typed) {
    if (!amount.ok) return amount;
    lines.push({ text, amount: formatExact(amount.value) });
  }
  const sums = buildQuote([...own, ...lines], prices);
  if (!sums.ok) return sums;
  const validUntil = new Date(deps.clock.now().getTime() + prices.validDays * 86_400_000);
  return actOnJob(deps, { person, jobNumber, right: 'quote.make' }, async (tx) => {
    const made = await insertQuote(tx, {
      jobId: view.job.id,
      ...sums.value,
      note: note.trim(),
      validUntil,
      personId: person.id
    });
    await appendEvent(tx, {
      jobId: view.job.id,
      person,
      kind: 'quote.made',
      data: { number: made, total: `${sums.value.total} ${sums.value.currency}` }
    });
    return ok({ number: made });
  });
}

import { fail, ok, type Result } from '@badger/core/base/result';
import { judgeDonor, type DonorCheck } from '@badger/core/match/judge-donor';
import { stepsOf } from '@badger/core/match/parts-answer';
import type { MatchSheetData } from '../../../match-types.ts';
import type { Offer } from '../../../schema/requests.ts';
import type { Deps } from '../../deps.ts';
import { insertOffer, listOffers } from '../../repositories/choices.ts';
import { appendEvent } from '../../repositories/events.ts';
import type { Person } from '../../repositories/people.ts';
import { loadJobView, type JobView } from '../job/job-view.ts';
import { numbersOf } from '@badger/core/job/unit-facts';
import { actOnJob } from '../job/act-on-job.ts';
import { keptPart } from './parts.ts';
import { findFits, tidyAll } from './stock.ts';

export async function loadMatchSheet(deps: Deps, view: JobView): Promise<MatchSheetData> {
  const { original } = view.units;
  const numbers = numbersOf(original);
  const [fits, offers, part] = await Promise.all([
    findFits(deps, view),
    listOffers(deps.db, view.job.id),
    keptPart(deps, numbers['hardware-number'] ?? '')
  ]);
  const labelDiffers = Object.entries(original?.labelNumbers ?? {}).flatMap(([field, label]) => {
    const read = original?.numbers[field] ?? '';
    return label !== '' && read !== '' && label !== read ? [{ field, label, read }] : [];
  });
  return { originalNumbers: numbers, labelDiffers, fits, offers, steps: stepsOf(part) };
}

/**
 * Keeps what a seller offers, judged by the rules of today. Errors: those of {@link actOnJob},
 * `identify.family.unknown`. Gives the check.
 */
export async function recordOffer(
  deps: Deps,
  person: Person,
  { jobNumber, source, numbers, price }: { jobNumber: number } & Offer
): Promise<Result<DonorCheck>> {
  const view = await loadJobView(deps, jobNumber);
  if (!view) return fail('job.number.unknown', { number: jobNumber });
  const { profile } = view;
  if (!profile) return fail('identify.family.unknown', { family: view.job.familyId });
  const original = numbersOf(view.units.original);
  const steps = stepsOf(await keptPart(deps, original['hardware-number'] ?? ''));
  const tidy = tidyAll(profile, numbers);
  const check = judgeDonor(profile, original, { family: undefined, numbers: tidy }, steps);
  return actOnJob(deps, { person, jobNumber, right: 'offer.keep' }, async (tx) => {
    await insertOffer(tx, {
      jobId: view.job.id,
      source: source.trim(),
      numbers: tidy,
      price: price.trim(),
      verdict: check.verdict.verdict,
      code: check.verdict.code,
      personId: person.id
    });
    await appendEvent(tx, {
      jobId: view.job.id,
      person,
      kind: 'offer.checked',
      data: { source: source.trim(), verdict: check.verdict.verdict, code: check.verdict.code }
    });
    return ok(check);
  });
}

import { timingSafeEqual } from 'node:crypto';
import { fail, ok, type Result } from '@badger/core/base/result';
import { planReturn } from '@badger/core/return/return-plan';
import type { FittingData, PostData } from '../../../post-types.ts';
import type { AnswerPost, MakePostLink } from '../../../schema/requests.ts';
import type { Deps } from '../../deps.ts';
import { appendEvent } from '../../repositories/events.ts';
import { findJobById, lockJob } from '../../repositories/jobs.ts';
import type { Person } from '../../repositories/people.ts';
import {
  findPostLink,
  insertPostAnswer,
  listPostAnswers,
  listPostLinks,
  replacePostLink,
  type PostLinkRow
} from '../../repositories/post.ts';
import { insertReturnNote } from '../../repositories/returns.ts';
import { actOnView } from '../job/act-on-job.ts';
import { buildJobView, type JobView } from '../job/job-view.ts';
import { describeStep, factsOfPlan, SENDER_STEP } from '../return/view-return.ts';

const DAY_MS = 86_400_000;
/** More answers by one link are not taken. */
const MOST_ANSWERS = 20;
const MAC_DIGITS = 40;

/** What opens a link: made of its id by the key of the shop, kept nowhere. Shape: 40 hexadecimal digits. */
const macOf = ({ vault }: Deps, id: string) =>
  vault.markOf('post-link', new TextEncoder().encode(id)).slice(0, MAC_DIGITS);

const pathOf = (deps: Deps, id: string) => `/fit/${id}/${macOf(deps, id)}`;

/** Makes the link by which whoever fits the unit tells how it went; the one before opens nothing any more. Errors: those of {@link actOnView}, `post.job.other` (it did not come by post). */
export async function makePostLink(
  deps: Deps,
  person: Person,
  { jobNumber, days }: MakePostLink & { readonly jobNumber: number }
): Promise<Result<{ path: string }>> {
  const act = { person, jobNumber, right: 'return.note' } as const;
  return actOnView(deps, act, async (tx, view) => {
    if (!view.steps.some((s) => s.step.id === SENDER_STEP)) return fail('post.job.other');
    const now = deps.clock.now();
    const answerBy = new Date(now.getTime() + days * DAY_MS);
    const link = { jobId: view.job.id, personId: person.id, answerBy, now };
    const id = await replacePostLink(tx, link);
    await appendEvent(tx, {
      ...{ jobId: view.job.id, person, kind: 'post.link-made' },
      data: { answerBy: answerBy.toISOString() }
    });
    return ok({ path: pathOf(deps, id) });
  });
}

/** The link of a job and what came back by it; undefined where the unit did not come by post. */
export async function describePost(deps: Deps, view: JobView): Promise<PostData | undefined> {
  if (!view.steps.some((s) => s.step.id === SENDER_STEP)) return undefined;
  const links = await listPostLinks(deps.db, view.job.id);
  const link = links.find((l) => l.endedAt === null);
  const answers =
    links.length > 0
      ? await listPostAnswers(
          deps.db,
          links.map((l) => l.id)
        )
      : [];
  return {
    link: link && {
      ...{ path: pathOf(deps, link.id), answerBy: link.answerBy, createdAt: link.createdAt },
      ...{ personName: link.personName, over: link.answerBy < deps.clock.now() }
    },
    answers: answers.map(({ outcome, name, words, at }) => ({ outcome, name, words, at }))
  };
}

/** The link behind an address. Errors: `post.link.closed`, the same for one that never was: whoever guesses learns nothing. */
async function openLink(deps: Deps, id: string, mac: string): Promise<Result<PostLinkRow>> {
  const wanted = Buffer.from(macOf(deps, id));
  const given = Buffer.from(mac);
  const holds = wanted.length === given.length && timingSafeEqual(wanted, given);
  const link = holds ? await findPostLink(deps.db, id) : undefined;
  return link && link.endedAt === null ? ok(link) : fail('post.link.closed');
}

/** The fitting sheet behind a link, for whoever has it. Errors: `post.link.closed`. */
export async function seeFitting(
  deps: Deps,
  { id, mac }: { id: string; mac: string }
): Promise<Result<FittingData>> {
  const link = await openLink(deps, id, mac);
  if (!link.ok) return link;
  const job = await findJobById(deps.db, link.value.jobId);
  if (!job) return fail('post.link.closed');
  return ok(fittingOf(await buildJobView(deps, job), link.value.answerBy));
}

/** What whoever fits the unit has to do: the way back of this job as its own shop would walk it, without what only a shop does. */
export function fittingOf(view: JobView, answerBy: Date | undefined): FittingData {
  const { job, target, units } = view;
  const plan = planReturn({ ...factsOfPlan(view), byPost: false, opened: 'bench' });
  const steps = plan.filter((s) => s.phase !== 'close-up' && s.phase !== 'hand-over');
  return {
    ...{ jobNumber: job.number, vehicle: job.vehicle, vin: job.vin, answerBy },
    unitTag: (target ?? units.original)?.tag,
    complaint: { complaint: job.complaint, shows: job.shows, showsMinutes: job.showsMinutes },
    steps: steps.map((step) => describeStep({ step, state: 'open', last: undefined, counting: [] }))
  };
}

const STATES = { runs: 'seen', fails: 'wrong' } as const;

/**
 * Takes what whoever fitted the unit tells. It stands as their word, with the name that they wrote, in nobody else's. Errors: `post.link.closed`, `post.link.full`, `gate.job.closed`.
 */
export async function answerPost(
  deps: Deps,
  { id, mac, outcome, name, words }: AnswerPost & { readonly id: string; readonly mac: string }
): Promise<Result<true>> {
  const link = await openLink(deps, id, mac);
  if (!link.ok) return link;
  const { jobId, jobNumber } = link.value;
  const told = await deps.db.transaction(async (tx): Promise<Result<true>> => {
    await lockJob(tx, jobId);
    const job = await findJobById(tx, jobId);
    const still = await findPostLink(tx, id);
    if (!job || still?.endedAt !== null) return fail('post.link.closed');
    if (job.closedAt) return fail('gate.job.closed');
    if ((await listPostAnswers(tx, [id])).length >= MOST_ANSWERS) return fail('post.link.full');
    const said = { name: name.trim(), words: words.trim() };
    await insertPostAnswer(tx, { linkId: id, outcome, ...said });
    const by = { id: null, name: `${said.name} (by the link)` };
    if (outcome !== 'later')
      await insertReturnNote(tx, {
        ...{ jobId, stepId: SENDER_STEP, actId: null, state: STATES[outcome], personId: null },
        ...{ evidence: { toldBy: by.name }, note: said.words }
      });
    await appendEvent(tx, {
      ...{ jobId, person: by, kind: `post.${outcome}` },
      data: { words: said.words }
    });
    return ok(true);
  });
  if (told.ok) deps.bench.hub.tell({ type: 'job', jobNumber });
  return told;
}

import { fail, ok, type Result } from '@badger/core/base/result';
import type { Contents, SourceContent } from '@badger/core/clone/compose';
import type { ClonePlan, PlanLine, PlanSource, RecipeLine } from '@badger/core/clone/plan';
import type { Finding } from '@badger/core/image/finding';
import { imageOf, splitBytes } from '@badger/core/image/image';
import { getRegion, rangeOf, type Profile } from '@badger/core/profile/profile';
import { trustedContent } from '@badger/core/job/trusted-content';
import type { Tx } from '../../db/client.ts';
import type { Deps } from '../../deps.ts';
import { buildApart } from '../../judge/judge-apart.ts';
import { appendEvent } from '../../repositories/events.ts';
import { loadImage, saveImage } from '../../repositories/images.ts';
import type { Person } from '../../repositories/people.ts';
import { findJobOfContent, insertCloneImage } from '../../repositories/reads.ts';
import { actOnView, hasRunningWork } from '../job/act-on-job.ts';
import { sideOf } from '../job/job-sides.ts';
import type { JobView } from '../job/job-view.ts';

/** How the image of a job is wanted; a job number alone: as the family says. */
interface BuildRequest {
  readonly jobNumber: number;
  /** Regions in the order in which they are written. */
  readonly order?: readonly string[] | undefined;
}

/**
 * Builds what a job writes from the contents that are trusted now, and keeps the plan with everything that went into it. The content of each region is stored
 * under its SHA-256. Errors: those of {@link actOnView}, `identify.family.unknown`, `gate.target.none`, `clone.order.other` (not these regions), `job.work.running` (an
 * operation of the job has not ended), those of `makeRecipe` and `buildLine`.
 */
export async function buildClone(
  deps: Deps,
  person: Person,
  wanted: number | BuildRequest
): Promise<Result<ClonePlan>> {
  const { jobNumber, order } = typeof wanted === 'number' ? { jobNumber: wanted } : wanted;
  const act = { person, jobNumber, right: 'memory.build' } as const;
  return actOnView<ClonePlan>(deps, act, async (tx, view) => {
    if (hasRunningWork(view)) return fail('job.work.running');
    const { profile, recipe } = view;
    if (!profile) return fail('identify.family.unknown', { family: view.job.familyId });
    if (!recipe) return fail('gate.target.none');
    if (!recipe.ok) return recipe;
    const ordered = inOrder(recipe.value, order ?? profile.writeOrder);
    if (!ordered) return fail('clone.order.other');
    // the same content again is the same image: what was proven of it stays proven
    if (view.clone && view.cloneState === 'built' && sameOrder(view.clone.plan, ordered))
      return ok(view.clone.plan);
    const lines = await buildLines(deps, tx, { view, profile, recipe: ordered });
    if (!lines.ok) return lines;
    const method = view.shape.target === 'original' ? 'supplied-file' : view.method;
    const { id: family, version } = profile;
    const plan: ClonePlan = { method, family, version, lines: lines.value };
    await insertCloneImage(tx, { jobId: view.job.id, plan, builtBy: person.id });
    await appendEvent(tx, {
      jobId: view.job.id,
      person,
      kind: 'clone.built',
      data: { method, ...Object.fromEntries(plan.lines.map((l) => [l.regionId, l.sha256])) }
    });
    return ok(plan);
  });
}

/** The lines in another order; undefined where they are not just these regions. */
function inOrder(
  recipe: readonly RecipeLine[],
  order: readonly string[]
): readonly RecipeLine[] | undefined {
  const own = order.filter((id, i) => order.indexOf(id) === i);
  const lines = own.flatMap((id) => recipe.find((l) => l.regionId === id) ?? []);
  return lines.length === recipe.length ? lines : undefined;
}

const sameOrder = ({ lines }: ClonePlan, wanted: readonly RecipeLine[]): boolean =>
  lines.map((l) => l.regionId).join() === wanted.map((l) => l.regionId).join();

interface Build {
  readonly view: JobView;
  readonly profile: Profile;
}

async function buildLines(
  deps: Deps,
  tx: Tx,
  { recipe, ...build }: Build & { readonly recipe: readonly RecipeLine[] }
): Promise<Result<PlanLine[]>> {
  const lines: PlanLine[] = [];
  const itself = build.view.shape.target === 'original';
  for (const line of recipe) {
    const contents = await loadContents(deps, tx, { ...build, line });
    if (!contents.ok) return contents;
    const built = await buildApart({
      profile: build.profile,
      recipe: itself ? { ...line, told: build.view.units.original?.numbers } : line,
      contents: contents.value
    });
    if (!built.ok) return built;
    const { sha256 } = await saveImage({ db: tx, vault: deps.vault }, built.value);
    const elsewhere = await servesElsewhere(tx, build.view, line);
    const guard = [...(built.value.line.guard ?? []), ...elsewhere];
    lines.push({ ...built.value.line, ...(guard.length > 0 ? { guard } : {}), sha256 });
  }
  return ok(lines);
}

/** A supplied file that is kept of another unit too: an update for many may be, a file of one unit is not. */
async function servesElsewhere(
  tx: Tx,
  view: JobView,
  { sources }: RecipeLine
): Promise<readonly Finding[]> {
  const file = sources.find((s) => s.from === 'supplied');
  const unit = view.units.original;
  const job = file && unit && (await findJobOfContent(tx, file.sha256, unit.id));
  return job === undefined
    ? []
    : [{ code: 'supplied.job.other', severity: 'look', params: { job } }];
}

/** What a line is made of, with the trusted contents of original and donor beside it for what is told of them. */
async function loadContents(
  deps: Deps,
  tx: Tx,
  { view, profile, line }: Build & { readonly line: RecipeLine }
): Promise<Result<Contents>> {
  const contents: Record<string, SourceContent> = {};
  const beside = (['original', 'donor'] as const).flatMap((from): PlanSource[] => {
    const region = view.regions[from].find((r) => r.region.id === line.regionId);
    const content = region && trustedContent(region);
    return content ? [{ from, regionId: line.regionId, ...content }] : [];
  });
  const named = new Set(line.sources.map((s) => s.from));
  for (const source of [...line.sources, ...beside.filter((b) => !named.has(b.from))]) {
    const family = source.from === 'partner' ? sideOf(deps, view, 'partner').profile : profile;
    const bytes = await loadImage({ db: tx, vault: deps.vault }, source.sha256);
    if (!bytes.ok) return bytes;
    if (!family) return fail('identify.family.unknown', { family: '' });
    contents[source.from] = contentOf(family, source, bytes.value);
  }
  return ok(contents);
}

function contentOf(profile: Profile, source: PlanSource, bytes: Uint8Array): SourceContent {
  const { regionId, ranges } = source;
  const range = rangeOf(getRegion(profile, regionId));
  const image = ranges
    ? splitBytes(bytes, ranges, source.readId)
    : imageOf([{ range, bytes, origin: source.readId }]);
  return { profile, regionId, image };
}

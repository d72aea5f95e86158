import type { Code } from '../base/codes.ts';
import { judge, type Judgement } from '../base/verdict.ts';
import type { Shop, JobPlanFacts, NamedTask, RegionWork } from './job-facts.ts';
import type { Skill, AccessSpec, AccessNeed } from '../profile/profile.ts';
import type { Phase } from './problem.ts';

/** Minutes of hands where nothing says otherwise. Source: common practice. */
const PROVE = 30;
const BUILD = 10;
const REFIT = 25;
const IDENTIFY = 20;
const MAKER = 45;
const PACK = 20;

interface Draft {
  readonly id: string;
  readonly phases: readonly Phase[];
  readonly places: readonly (readonly string[])[];
  readonly after: readonly string[];
  readonly params?: Record<string, string | number>;
}

/**
 * What is still to do for a job, with its needs and order, and what it waits for outside the shop. What is done or not
 * wanted is left out, so the plan shrinks by itself as work is recorded. Total.
 * Example: with two equal reads of every region the reading is gone and the building of the image comes first.
 */
export function tasksOfJob(
  facts: JobPlanFacts,
  shop: Shop
): { readonly tasks: NamedTask[]; readonly waits: Judgement[] } {
  const waits: Judgement[] = [];
  if (facts.held) return { tasks: [], waits: [facts.held] };
  const drafts: Draft[] = [...proveTasks(facts, shop)];
  if (facts.kind === 'clone' && facts.access) {
    drafts.push(...cloneTasks(facts, shop, facts.access));
    if (!facts.readOnly && !facts.backups && !facts.written && !facts.supplied)
      waits.push(judge('look', 'plan.job.donorless'));
  } else if (facts.kind === 'identify') {
    drafts.push(hands('identify', IDENTIFY, shop, { after: ['prove'] }));
  } else if (facts.kind === 'maker') {
    drafts.push(
      hands('maker', MAKER, shop, { after: ['prove'], skill: 'vehicle', places: vehicle(shop) })
    );
  } else drafts.push(hands('pack', PACK, shop, { after: ['prove'] }));
  const ready =
    facts.kind === 'maker' ||
    facts.supplied ||
    facts.written ||
    facts.backups !== undefined ||
    // what was opened for its reads alone goes back as it was
    (facts.readOnly && (facts.access?.handsOn.close ?? 0) > 0);
  if (ready && facts.kind !== 'away' && facts.kind !== 'identify')
    drafts.push(...fitTasks(facts, shop));
  const tasks = drafts.filter((d) => !facts.marks.get(d.id)?.done).map((d) => toTask(facts, d));
  for (const task of tasks) {
    const nobody = task.phases.some((p) => p.hands && p.people.length === 0);
    const nowhere = task.places.some((list) => list.length === 0);
    if (nobody) waits.push(judge('stop', 'plan.task.nobody', { task: task.title.code }));
    if (nowhere) waits.push(judge('stop', 'plan.task.nowhere', { task: task.title.code }));
  }
  return { tasks, waits };
}

function proveTasks(facts: JobPlanFacts, shop: Shop): Draft[] {
  if (!facts.proofOpen || facts.kind === 'identify') return [];
  return [
    hands('prove', PROVE, shop, {
      after: [],
      skill: 'vehicle',
      places: facts.vehicleHere ? vehicle(shop) : []
    })
  ];
}

function cloneTasks(facts: JobPlanFacts, shop: Shop, access: AccessSpec): Draft[] {
  const drafts: Draft[] = [];
  const wanted = (list: readonly RegionWork[]) =>
    list.reduce((sum, r) => sum + r.minutes * r.missing, 0);
  const readMinutes = wanted(facts.originals);
  const readsLeft = facts.originals.some((r) => r.missing > 0);
  if (readsLeft) {
    drafts.push(...openTask('open', access, shop, ['prove']));
    drafts.push(
      wired('read', {
        access,
        shop,
        minutes: readMinutes,
        attended: false,
        after: ['open', 'prove']
      })
    );
  }
  const backupMinutes = facts.backups ? wanted(facts.backups) : 0;
  const backupsLeft = !facts.readOnly && (facts.backups?.some((r) => r.missing > 0) ?? false);
  if (backupsLeft) {
    drafts.push(...openTask('open-donor', access, shop, ['prove']));
    drafts.push(
      wired('backup', {
        access,
        shop,
        minutes: backupMinutes,
        attended: false,
        after: ['open-donor', 'prove']
      })
    );
  }
  if (facts.written || facts.readOnly) return drafts;
  if (facts.supplied) {
    const file = { access, shop, minutes: facts.writeMinutes, attended: true, after: ['prove'] };
    return [wired('write-file', file)];
  }
  if (!facts.built) drafts.push(hands('build', BUILD, shop, { after: ['read'] }));
  if (facts.backups) {
    drafts.push(
      wired('write', {
        ...{ access, shop, minutes: facts.writeMinutes, attended: true },
        after: ['build', 'read', 'backup']
      })
    );
  }
  return drafts;
}

function fitTasks(facts: JobPlanFacts, shop: Shop): Draft[] {
  const close = facts.access?.handsOn.close ?? 0;
  const drafts: Draft[] =
    facts.kind === 'clone' && close > 0
      ? [
          hands('close', close, shop, {
            after: ['read', 'write', 'write-file'],
            ...(facts.access?.skills[0] ? { skill: facts.access.skills[0] } : {})
          })
        ]
      : [];
  if (!facts.vehicleHere) {
    drafts.push(
      hands('pack', PACK, shop, { after: ['close', 'read', 'write', 'write-file', 'maker'] })
    );
    return drafts;
  }
  drafts.push(
    hands('refit', REFIT, shop, {
      after: ['close', 'read', 'write', 'write-file', 'maker'],
      skill: 'vehicle'
    })
  );
  // the same unit with the same content has nothing to be taught
  if (facts.readOnly && facts.kind === 'clone') return drafts;
  for (const [i, fit] of facts.afterFit.entries()) {
    const before = i === 0 ? 'refit' : `after-${facts.afterFit[i - 1]?.id ?? ''}`;
    drafts.push({
      ...hands(`after-${fit.id}`, fit.minutes, shop, {
        after: [before],
        skill: 'vehicle',
        places: vehicle(shop)
      }),
      params: { name: fit.name }
    });
  }
  return drafts;
}

function openTask(id: string, access: AccessSpec, shop: Shop, after: readonly string[]): Draft[] {
  const minutes = access.handsOn.open;
  if (minutes === 0) return [];
  return [
    hands(id, minutes, shop, {
      after,
      skill: 'open-case',
      places: access.needs.includes('solder-place') ? [placesOf(shop, 'solder-place')] : []
    })
  ];
}

/** Connecting by hand, then waiting on the same places. */
function wired(
  id: string,
  options: {
    readonly access: AccessSpec;
    readonly shop: Shop;
    readonly minutes: number;
    readonly attended: boolean;
    readonly after: readonly string[];
  }
): Draft {
  const { access, shop, attended } = options;
  const skill = access.skills.find((s) => s !== 'open-case');
  return {
    id,
    after: options.after,
    places: placesOfAccess(access, shop),
    phases: [
      ...phaseOfHands(access.handsOn.connect, shop, skill),
      { minutes: Math.ceil(options.minutes), hands: false, attended, people: [] }
    ]
  };
}

function placesOfAccess(access: AccessSpec, shop: Shop): (readonly string[])[] {
  const lists: (readonly string[])[] = [];
  const fed = access.supply?.limitMinMa ?? 0;
  if (access.needs.includes('interface'))
    lists.push(shop.stations.filter((s) => s.ratedMa >= fed).map((s) => s.id));
  for (const need of HELD) if (access.needs.includes(need)) lists.push(placesOf(shop, need));
  if (access.needs.includes('vehicle-supply')) lists.push(placesOf(shop, 'vehicle-supply'));
  return lists;
}

/** Places that are held while a unit is wired. */
const HELD: readonly AccessNeed[] = ['probe-frame', 'programmer', 'clip', 'fuse-lead'];

function placesOf(shop: Shop, kind: string): readonly string[] {
  return shop.places
    .filter((p) => p.kind === kind && (p.families.length === 0 || p.families.includes(shop.family)))
    .map((p) => p.id);
}

function vehicle(shop: Shop): (readonly string[])[] {
  const list = placesOf(shop, 'vehicle-supply');
  return list.length > 0 ? [list] : [];
}

function hands(
  id: string,
  minutes: number,
  shop: Shop,
  options: {
    readonly after: readonly string[];
    readonly skill?: Skill;
    readonly places?: readonly (readonly string[])[];
  }
): Draft {
  return {
    id,
    after: options.after,
    places: options.places ?? [],
    phases: phaseOfHands(minutes, shop, options.skill)
  };
}

function phaseOfHands(minutes: number, shop: Shop, skill: Skill | undefined): Phase[] {
  if (minutes === 0) return [];
  const people = shop.people
    .filter((p) => skill === undefined || p.skills.includes(skill))
    .map((p) => p.id);
  return [{ minutes: Math.ceil(minutes), hands: true, attended: false, people }];
}

/** `after` may name steps that are done or not wanted: a key that no task has holds nothing up. */
function toTask(facts: JobPlanFacts, draft: Draft): NamedTask {
  const mark = facts.marks.get(draft.id);
  return {
    key: `${facts.number}/${draft.id}`,
    job: facts.number,
    title: judge(
      'none',
      draft.id.startsWith('after-') ? 'plan.task.after' : (TITLES[draft.id] ?? 'plan.task.after'),
      draft.params ?? {}
    ),
    phases: draft.phases,
    places: draft.places,
    after: draft.after.map((id) => `${facts.number}/${id}`),
    earliest: facts.now,
    pinned:
      mark?.pinnedAt === undefined && mark?.pinnedTo === undefined
        ? undefined
        : { at: Math.max(facts.now, mark.pinnedAt ?? 0), to: mark.pinnedTo },
    running: runningOf(facts, draft)
  };
}

/**
 * What the bench does now, or what a person said was begun: on the places that are known, with one more of every other
 * list (the planner takes it), and with its person. What has run over its time ends in a minute from now, again and again.
 */
function runningOf(facts: JobPlanFacts, draft: Draft): NamedTask['running'] {
  const over = facts.now + 1;
  const own = facts.running?.task === draft.id ? facts.running : undefined;
  if (own) return { start: own.start, end: Math.max(own.end, over), places: [own.station] };
  const mark = facts.marks.get(draft.id);
  if (mark?.started === undefined) return undefined;
  const minutes = draft.phases.reduce((sum, p) => sum + p.minutes, 0);
  return {
    start: mark.started,
    end: Math.max(over, mark.started + minutes),
    places: mark.pinnedTo ? [mark.pinnedTo] : [],
    person: mark.person
  };
}

const TITLES: Readonly<Record<string, Code>> = {
  prove: 'plan.task.prove',
  identify: 'plan.task.identify',
  open: 'plan.task.open',
  read: 'plan.task.read',
  'open-donor': 'plan.task.open-donor',
  backup: 'plan.task.backup',
  build: 'plan.task.build',
  write: 'plan.task.write',
  'write-file': 'plan.task.write-file',
  close: 'plan.task.close',
  maker: 'plan.task.maker',
  pack: 'plan.task.pack',
  refit: 'plan.task.refit'
};

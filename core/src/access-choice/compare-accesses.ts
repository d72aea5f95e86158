import { judge, type Judgement } from '../base/verdict.ts';
import type { KitItem } from '../kit/kit-item.ts';
import { judgeRating } from '../kit/readiness.ts';
import {
  keyOfAccess,
  type Profile,
  type Risk,
  type CloneMethod,
  type Skill,
  type AccessSpec,
  type AccessKind,
  type AccessNeed
} from '../profile/profile.ts';
import { estimateTransfer, type Estimate, type Measured } from '../time/estimate.ts';
import { priceAccess, type AccessCost } from './price-access.ts';
import type { Prices } from './prices.ts';

export type AccessOptionId = AccessKind | 'new-unit' | 'send-away';

/** One way to solve the job, with everything that decides between them. Times: minutes. */
export interface AccessOption {
  readonly id: AccessOptionId;
  /** Place in the profile's list; two ways of one kind are told apart by it. */
  readonly key: string;
  readonly name: string;
  readonly possible: boolean;
  /** Why not, or what to mind. */
  readonly notes: readonly Judgement[];
  readonly methods: readonly { readonly id: CloneMethod; readonly why: string }[];
  readonly reads: readonly string[];
  /** Security data that it reads alone, by name. */
  readonly readsAlone?: readonly string[];
  readonly writes: readonly string[];
  readonly handsOnMinutes: number;
  readonly waitMinutes: number;
  readonly waitLowMinutes: number;
  readonly waitHighMinutes: number;
  /** Days until it is back, for what is done elsewhere. */
  readonly days: number;
  readonly cost: AccessCost;
  readonly risks: readonly Risk[];
  /** What the vehicle must be there for. */
  readonly vehicleFor: readonly string[];
}

/** What is done elsewhere, in the words of the page. */
export interface ElsewhereWords {
  readonly newUnit: string;
  readonly sendAway: string;
  /** Why no clone method applies. */
  readonly nothingCloned: string;
  /** What the vehicle must be there for when a new unit is programmed. */
  readonly programming: string;
  readonly lostInPost: Pick<Risk, 'what' | 'lowers'>;
}

export interface AccessFacts {
  readonly words: ElsewhereWords;
  readonly profile: Profile;
  readonly kit: readonly KitItem[];
  /** What the people of the shop can do, together. */
  readonly skills: readonly Skill[];
  readonly prices: Prices;
  readonly vehicleHere: boolean;
  /** The unit does not answer over its socket or connector. */
  readonly unresponsive: boolean;
  /** The job wants security data and nothing else of the memory. */
  readonly secretsSuffice: boolean;
  /** A donor is at hand already: none is bought. */
  readonly donorHere: boolean;
  readonly measured: readonly Measured[];
}

/** Ways that do not need the unit to speak. */
const WITHOUT_SPEECH: readonly AccessKind[] = ['boot', 'clip', 'lifted', 'pads'];

/**
 * Every access for this unit beside each other, the possible ones first, then by cost. Total.
 * Example: without a solder place the lifted chip is listed with the reason, not left out.
 */
export function compareAccesses(facts: AccessFacts): AccessOption[] {
  const own = facts.profile.accesses.map((access, i) => viewAccess(facts, access, i));
  return [...own, newUnit(facts), sendAway(facts)].sort(
    (a, b) => Number(b.possible) - Number(a.possible) || a.cost.known - b.cost.known
  );
}

function viewAccess(facts: AccessFacts, access: AccessSpec, index: number): AccessOption {
  const { profile } = facts;
  const notes = judgeAccess(facts, access);
  const read = estimateOf(facts, access, 'read');
  const write = estimateOf(facts, access, 'write');
  const { open, connect, close } = access.handsOn;
  const cloning = access.reads.length > 0;
  // original twice, donor twice as its way back, then written and read back
  const wait = (pick: (e: Estimate) => number) =>
    access.waitMinutes + (pick(read) * (cloning ? 5 : 0) + pick(write)) / 60;
  const after = profile.afterFit.reduce((sum, a) => sum + a.minutes, 0);
  const handsOnMinutes = (open + connect + close) * (cloning ? 2 : 1) + after;
  return {
    id: access.kind,
    key: keyOfAccess(access, index),
    name: access.name,
    possible: !notes.some((n) => n.verdict === 'stop'),
    notes,
    methods: profile.cloneMethods,
    reads: namesOf(profile, access.reads),
    readsAlone: profile.secrets
      .filter((s) => access.readsSecrets.includes(s.id))
      .map((s) => s.name),
    writes: namesOf(profile, access.writes),
    handsOnMinutes,
    waitMinutes: wait((e) => e.seconds),
    waitLowMinutes: wait((e) => e.lowSeconds),
    waitHighMinutes: wait((e) => e.highSeconds),
    days: 0,
    cost: priceAccess(facts, {
      handsOnMinutes,
      credits: access.credits,
      opened: access.skills.includes('open-case'),
      soldered: access.skills.includes('fine-solder'),
      part: cloning && !facts.donorHere ? 'donor' : 'none'
    }),
    risks: risksOf(profile, access.risks),
    vehicleFor: [
      ...(access.needs.includes('vehicle') ? [access.name] : []),
      ...profile.afterFit.map((a) => a.name)
    ]
  };
}

function estimateOf(facts: AccessFacts, access: AccessSpec, direction: 'read' | 'write'): Estimate {
  const ids = direction === 'read' ? access.reads : access.writes;
  return estimateTransfer({
    regions: facts.profile.regions.filter((r) => ids.includes(r.id)),
    direction,
    carrier: access.carrier,
    measured: facts.measured
  });
}

/** Neither read nor written as a whole: enough where only security data is wanted and it gives that away. */
function judgeShut({ secretsSuffice }: AccessFacts, access: AccessSpec): Judgement {
  return secretsSuffice && access.readsSecrets.length > 0
    ? judge('look', 'access.memory.secrets', { access: access.name })
    : judge('stop', 'access.memory.shut', { access: access.name });
}

function judgeAccess(facts: AccessFacts, access: AccessSpec): Judgement[] {
  const { profile } = facts;
  const notes: Judgement[] = [];
  if (access.reads.length === 0 && access.writes.length === 0 && profile.cloneMethod !== 'none')
    notes.push(judgeShut(facts, access));
  if (access.known === 'fails')
    notes.push(judge('stop', 'access.known.fails', { family: profile.id }));
  if (access.known === 'untried')
    notes.push(judge('look', 'access.known.untried', { family: profile.id }));
  if (facts.unresponsive && !WITHOUT_SPEECH.includes(access.kind))
    notes.push(judge('stop', 'access.unit.mute'));
  for (const need of access.needs) {
    const missing = judgeNeed(facts, access, need);
    if (missing) notes.push(missing);
  }
  for (const skill of access.skills) {
    if (!facts.skills.includes(skill)) notes.push(judge('stop', 'access.skill.missing', { skill }));
  }
  const left = profile.regions.filter((r) => !access.reads.includes(r.id));
  if (access.reads.length > 0 && left.length > 0)
    notes.push(judge('look', 'access.memory.partly', { left: left.map((r) => r.name).join(', ') }));
  return notes;
}

/** Kit of one kind that fits the family. */
function fittingKit({ kit, profile }: AccessFacts, kind: string): KitItem[] {
  return kit.filter(
    (k) => k.kind === kind && (k.families.length === 0 || k.families.includes(profile.id))
  );
}

function judgeNeed(
  facts: AccessFacts,
  access: AccessSpec,
  need: AccessNeed
): Judgement | undefined {
  const { prices } = facts;
  if (need === 'vehicle')
    return facts.vehicleHere
      ? undefined
      : judge('stop', 'access.vehicle.away', { access: access.name });
  if (need === 'credits') {
    return prices.creditsLeft >= access.credits
      ? undefined
      : judge('stop', 'access.credits.short', { have: prices.creditsLeft, need: access.credits });
  }
  const fitting = fittingKit(facts, need);
  if (need === 'network')
    return fitting.length > 0 ? undefined : judge('look', 'access.network.unknown');
  if (fitting.length === 0) return judge('stop', 'access.kit.missing', { kind: need });
  const wantedMa = access.supply?.limitMinMa;
  return need === 'supply' && wantedMa !== undefined ? judgeRating(fitting, wantedMa) : undefined;
}

function newUnit(facts: AccessFacts): AccessOption {
  const { profile } = facts;
  const online = profile.accesses.find((w) => w.kind === 'obd' && w.writes.length === 0);
  // server and download, where the profile says nothing
  const wait = online?.waitMinutes || 15;
  const handsOnMinutes = profile.afterFit.reduce((sum, a) => sum + a.minutes, 0) + 45;
  const notes = [
    ...(profile.makerRoute ? [] : [judge('stop', 'access.maker.none', { family: profile.id })]),
    ...(facts.vehicleHere ? [] : [judge('look', 'access.maker.later')]),
    // the maker's server is asked whatever the profile says of its ways
    ...(fittingKit(facts, 'network').length > 0 ? [] : [judge('look', 'access.network.unknown')])
  ];
  return {
    ...elsewhere(facts, 'new-unit'),
    possible: profile.makerRoute,
    notes,
    handsOnMinutes,
    waitMinutes: wait,
    waitLowMinutes: wait,
    waitHighMinutes: wait * 2,
    cost: priceAccess(facts, {
      handsOnMinutes,
      credits: online?.credits ?? 0,
      opened: false,
      soldered: false,
      part: 'newUnit'
    }),
    risks: risksOf(profile, online?.risks ?? []),
    vehicleFor: [facts.words.programming, ...profile.afterFit.map((a) => a.name)]
  };
}

function sendAway(facts: AccessFacts): AccessOption {
  const price = facts.prices.families[facts.profile.id];
  const handsOnMinutes = 20;
  return {
    ...elsewhere(facts, 'send-away'),
    possible: price !== undefined && price.sendAway !== '',
    notes:
      price === undefined || price.sendAway === ''
        ? [judge('stop', 'access.away.nobody', { family: facts.profile.id })]
        : [],
    handsOnMinutes,
    days: price?.sendAwayDays ?? 0,
    cost: priceAccess(facts, {
      handsOnMinutes,
      credits: 0,
      opened: false,
      soldered: false,
      part: 'sendAway'
    }),
    risks: [
      {
        id: 'lost-in-post',
        ...facts.words.lostInPost,
        weight: 'middle'
      }
    ],
    vehicleFor: facts.profile.afterFit.map((a) => a.name)
  };
}

function elsewhere(facts: AccessFacts, id: 'new-unit' | 'send-away') {
  return {
    id,
    key: id,
    name: id === 'new-unit' ? facts.words.newUnit : facts.words.sendAway,
    methods: [
      { id: 'none' as const, why: facts.words.nothingCloned },
      ...facts.profile.cloneMethods.filter((s) => s.id === 'supplied-file')
    ],
    reads: [],
    writes: [],
    waitMinutes: 0,
    waitLowMinutes: 0,
    waitHighMinutes: 0,
    days: 0
  };
}

function risksOf(profile: Profile, ids: readonly string[]): Risk[] {
  return ids.flatMap((id) => profile.risks.find((r) => r.id === id) ?? []);
}

function namesOf(profile: Profile, ids: readonly string[]): string[] {
  return profile.regions.filter((r) => ids.includes(r.id)).map((r) => r.name);
}

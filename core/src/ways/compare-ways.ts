import { judge, type Judgement } from '../base/verdict.ts';
import type { KitItem } from '../kit/kit-item.ts';
import { judgeRating } from '../kit/readiness.ts';
import {
  keyOfWay,
  type Profile,
  type Risk,
  type CloneMethod,
  type Skill,
  type Way,
  type WayKind,
  type WayNeed
} from '../profile/profile.ts';
import { estimateTransfer, type Estimate, type Measured } from '../time/estimate.ts';
import { priceWay, type WayCost } from './price-way.ts';
import type { Prices } from './prices.ts';

export type WayId = WayKind | 'new-unit' | 'send-away';

/** One way to solve the job, with everything that decides between them. Times: minutes. */
export interface WayOption {
  readonly id: WayId;
  /** Place in the profile's list; two ways of one kind are told apart by it. */
  readonly key: string;
  readonly name: string;
  readonly possible: boolean;
  /** Why not, or what to mind. */
  readonly notes: readonly Judgement[];
  readonly methods: readonly { readonly id: CloneMethod; readonly why: string }[];
  readonly reads: readonly string[];
  readonly writes: readonly string[];
  readonly handsOnMinutes: number;
  readonly waitMinutes: number;
  readonly waitLowMinutes: number;
  readonly waitHighMinutes: number;
  /** Days until it is back, for what is done elsewhere. */
  readonly days: number;
  readonly cost: WayCost;
  readonly risks: readonly Risk[];
  /** What the vehicle must be there for. */
  readonly vehicleFor: readonly string[];
}

export interface WaysFacts {
  readonly profile: Profile;
  readonly kit: readonly KitItem[];
  /** What the people of the shop can do, together. */
  readonly skills: readonly Skill[];
  readonly prices: Prices;
  readonly vehicleHere: boolean;
  /** The unit does not answer over its socket or connector. */
  readonly unresponsive: boolean;
  /** A donor is at hand already: none is bought. */
  readonly donorHere: boolean;
  readonly measured: readonly Measured[];
}

/** Ways that do not need the unit to speak. */
const WITHOUT_SPEECH: readonly WayKind[] = ['boot', 'clip', 'lifted', 'pads'];

/**
 * Every way for this unit beside each other, the ones that can be gone first, then by cost. Total.
 * Example: without a solder place the lifted chip is listed with the reason, not left out.
 */
export function compareWays(facts: WaysFacts): WayOption[] {
  const own = facts.profile.ways.map((way, i) => viewWay(facts, way, i));
  return [...own, newUnit(facts), sendAway(facts)].sort(
    (a, b) => Number(b.possible) - Number(a.possible) || a.cost.known - b.cost.known
  );
}

function viewWay(facts: WaysFacts, way: Way, index: number): WayOption {
  const { profile } = facts;
  const notes = judgeWay(facts, way);
  const read = estimateOf(facts, way, 'read');
  const write = estimateOf(facts, way, 'write');
  const { open, connect, close } = way.handsOn;
  const cloning = way.reads.length > 0;
  // original twice, donor twice as its way back, then written and read back
  const wait = (pick: (e: Estimate) => number) =>
    way.waitMinutes + (pick(read) * (cloning ? 5 : 0) + pick(write)) / 60;
  const after = profile.afterFit.reduce((sum, a) => sum + a.minutes, 0);
  const handsOnMinutes = (open + connect + close) * (cloning ? 2 : 1) + after;
  return {
    id: way.kind,
    key: keyOfWay(way, index),
    name: way.name,
    possible: !notes.some((n) => n.verdict === 'stop'),
    notes,
    methods: profile.cloneMethods,
    reads: namesOf(profile, way.reads),
    writes: namesOf(profile, way.writes),
    handsOnMinutes,
    waitMinutes: wait((e) => e.seconds),
    waitLowMinutes: wait((e) => e.lowSeconds),
    waitHighMinutes: wait((e) => e.highSeconds),
    days: 0,
    cost: priceWay(facts, {
      handsOnMinutes,
      credits: way.credits,
      opened: way.skills.includes('open-case'),
      soldered: way.skills.includes('fine-solder'),
      part: cloning && !facts.donorHere ? 'donor' : 'none'
    }),
    risks: risksOf(profile, way.risks),
    vehicleFor: [
      ...(way.needs.includes('vehicle') ? [way.name] : []),
      ...profile.afterFit.map((a) => a.name)
    ]
  };
}

function estimateOf(facts: WaysFacts, way: Way, direction: 'read' | 'write'): Estimate {
  const ids = direction === 'read' ? way.reads : way.writes;
  return estimateTransfer({
    regions: facts.profile.regions.filter((r) => ids.includes(r.id)),
    direction,
    carrier: way.carrier,
    measured: facts.measured
  });
}

function judgeWay(facts: WaysFacts, way: Way): Judgement[] {
  const { profile } = facts;
  const notes: Judgement[] = [];
  if (way.reads.length === 0 && way.writes.length === 0 && profile.cloneMethod !== 'none')
    notes.push(judge('stop', 'way.memory.shut', { way: way.name }));
  if (way.known === 'fails') notes.push(judge('stop', 'way.known.fails', { family: profile.id }));
  if (way.known === 'untried')
    notes.push(judge('look', 'way.known.untried', { family: profile.id }));
  if (facts.unresponsive && !WITHOUT_SPEECH.includes(way.kind))
    notes.push(judge('stop', 'way.unit.mute'));
  for (const need of way.needs) {
    const missing = judgeNeed(facts, way, need);
    if (missing) notes.push(missing);
  }
  for (const skill of way.skills) {
    if (!facts.skills.includes(skill)) notes.push(judge('stop', 'way.skill.missing', { skill }));
  }
  const left = profile.regions.filter((r) => !way.reads.includes(r.id));
  if (way.reads.length > 0 && left.length > 0)
    notes.push(judge('look', 'way.memory.partly', { left: left.map((r) => r.name).join(', ') }));
  return notes;
}

/** Kit of one kind that fits the family. */
function fittingKit({ kit, profile }: WaysFacts, kind: string): KitItem[] {
  return kit.filter(
    (k) => k.kind === kind && (k.families.length === 0 || k.families.includes(profile.id))
  );
}

function judgeNeed(facts: WaysFacts, way: Way, need: WayNeed): Judgement | undefined {
  const { prices } = facts;
  if (need === 'vehicle')
    return facts.vehicleHere ? undefined : judge('stop', 'way.vehicle.away', { way: way.name });
  if (need === 'credits') {
    return prices.creditsLeft >= way.credits
      ? undefined
      : judge('stop', 'way.credits.short', { have: prices.creditsLeft, need: way.credits });
  }
  const fitting = fittingKit(facts, need);
  if (need === 'network')
    return fitting.length > 0 ? undefined : judge('look', 'way.network.unknown');
  if (fitting.length === 0) return judge('stop', 'way.kit.missing', { kind: need });
  const wantedMa = way.supply?.limitMinMa;
  return need === 'supply' && wantedMa !== undefined ? judgeRating(fitting, wantedMa) : undefined;
}

function newUnit(facts: WaysFacts): WayOption {
  const { profile } = facts;
  const route = profile.ways.find((w) => w.kind === 'obd' && w.writes.length === 0);
  // server and download, where the profile says nothing
  const wait = route?.waitMinutes || 15;
  const handsOnMinutes = profile.afterFit.reduce((sum, a) => sum + a.minutes, 0) + 45;
  const notes = [
    ...(profile.makerRoute ? [] : [judge('stop', 'way.maker.none', { family: profile.id })]),
    ...(facts.vehicleHere ? [] : [judge('look', 'way.maker.later')]),
    // the maker's server is asked whatever the profile says of its ways
    ...(fittingKit(facts, 'network').length > 0 ? [] : [judge('look', 'way.network.unknown')])
  ];
  return {
    ...elsewhere(facts, 'new-unit'),
    possible: profile.makerRoute,
    notes,
    handsOnMinutes,
    waitMinutes: wait,
    waitLowMinutes: wait,
    waitHighMinutes: wait * 2,
    cost: priceWay(facts, {
      handsOnMinutes,
      credits: route?.credits ?? 0,
      opened: false,
      soldered: false,
      part: 'newUnit'
    }),
    risks: risksOf(profile, route?.risks ?? []),
    vehicleFor: ['VIN, keys and coding', ...profile.afterFit.map((a) => a.name)]
  };
}

function sendAway(facts: WaysFacts): WayOption {
  const price = facts.prices.families[facts.profile.id];
  const handsOnMinutes = 20;
  return {
    ...elsewhere(facts, 'send-away'),
    possible: price !== undefined && price.sendAway !== '',
    notes:
      price === undefined || price.sendAway === ''
        ? [judge('stop', 'way.away.nobody', { family: facts.profile.id })]
        : [],
    handsOnMinutes,
    days: price?.sendAwayDays ?? 0,
    cost: priceWay(facts, {
      handsOnMinutes,
      credits: 0,
      opened: false,
      soldered: false,
      part: 'sendAway'
    }),
    risks: [
      {
        id: 'lost-in-post',
        what: 'The unit is lost or damaged on its way, and the only memory with it.',
        lowers: 'Read what can be read before it leaves; insured parcel, number noted.',
        weight: 'middle'
      }
    ],
    vehicleFor: facts.profile.afterFit.map((a) => a.name)
  };
}

function elsewhere(facts: WaysFacts, id: 'new-unit' | 'send-away') {
  return {
    id,
    key: id,
    name: id === 'new-unit' ? "New unit by the maker's route" : 'Send it away',
    methods: [
      { id: 'none' as const, why: 'Nothing is cloned here.' },
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

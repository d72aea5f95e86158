import { judge, type Judgement } from '../base/verdict.ts';

/** How often a family was connected, and how long that took. */
export interface HarnessFacts {
  readonly family: string;
  /** Connections that were begun in the span. */
  readonly connections: number;
  /** Days that the shop looks back. */
  readonly spanDays: number;
  /** Measured from beginning to the last wire, one a connection. Units: minutes. */
  readonly minutes: readonly number[];
  /** What the family's profile says, where too few were measured. Units: minutes. */
  readonly profileMinutes: number | undefined;
  /** A lead set that is made for this family alone is there already. */
  readonly hasOwn: boolean;
}

/** What a harness costs and saves. Units: money of the shop, minutes. */
export interface HarnessCost {
  readonly parts: number;
  readonly makingMinutes: number;
  /** Connecting with it. */
  readonly withMinutes: number;
  readonly hourlyRate: number;
}

export interface HarnessPlan {
  readonly judgement: Judgement;
  /** What connecting takes now; undefined where nobody knows. Units: minutes. */
  readonly nowMinutes: number | undefined;
  readonly measured: boolean;
  /** Connections after which it has paid for itself; undefined: never, or not known. */
  readonly breakEven: number | undefined;
  /** At the shop's own pace. Units: days. */
  readonly breakEvenDays: number | undefined;
}

/** Fewer measured connections tell no habit. */
const LEAST_MEASURED = 3;
/** A harness that pays within this time is worth making. Units: days. Source: common practice. */
const WORTH_DAYS = 365;

/**
 * Is a harness worth making? What it costs, its making included, against the minutes that it saves at each connection, at the pace
 * of the shop. Total. Go: it pays within a year. Example: 30 and 90 minutes at 60 an hour are 120; 8 minutes saved are 8: 15
 * connections, at 5 a month 3 months.
 */
export function planHarness(facts: HarnessFacts, cost: HarnessCost): HarnessPlan {
  const measured = facts.minutes.length >= LEAST_MEASURED;
  const nowMinutes = measured ? median(facts.minutes) : facts.profileMinutes;
  const { family, connections, spanDays } = facts;
  const none = { nowMinutes, measured, breakEven: undefined, breakEvenDays: undefined };
  if (facts.hasOwn) return { ...none, judgement: judge('none', 'kit.harness.there', { family }) };
  const figures = [cost.parts, cost.makingMinutes, cost.withMinutes];
  const known = figures.every((n) => Number.isFinite(n) && n >= 0) && cost.hourlyRate > 0;
  if (nowMinutes === undefined || !known || !Number.isFinite(cost.hourlyRate))
    return { ...none, judgement: judge('none', 'kit.harness.unknown', { family }) };
  const saved = ((nowMinutes - cost.withMinutes) / 60) * cost.hourlyRate;
  if (!(saved > 0) || connections === 0)
    return { ...none, judgement: judge('none', 'kit.harness.idle', { family, connections }) };
  const whole = cost.parts + (cost.makingMinutes / 60) * cost.hourlyRate;
  const breakEven = Math.ceil(whole / saved);
  const breakEvenDays = Math.ceil((breakEven / connections) * spanDays);
  const said = { family, connections, breakEven, days: breakEvenDays };
  return {
    ...{ nowMinutes, measured, breakEven, breakEvenDays },
    judgement:
      breakEvenDays <= WORTH_DAYS
        ? judge('go', 'kit.harness.worth', said)
        : judge('none', 'kit.harness.seldom', said)
  };
}

function median(list: readonly number[]): number {
  const sorted = [...list].sort((a, b) => a - b);
  const [low, high] = [sorted[(sorted.length - 1) >> 1], sorted[sorted.length >> 1]];
  return ((low as number) + (high as number)) / 2;
}

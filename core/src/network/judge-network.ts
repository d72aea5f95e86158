import { judge, undone, type Judgement } from '../base/verdict.ts';

/** What a look at the service of a server's step found. What was not found out is undefined. */
export interface NetworkProbe {
  readonly host: string;
  /** The name was turned into an address. */
  readonly resolved: boolean;
  /** Something took the connection. */
  readonly reached: boolean;
  /** What answered was not the service: a filter or a sign-in page of the network. */
  readonly blocked: boolean;
  /** Answer times one after the other; null: none came in time. Units: ms. */
  readonly pingsMs: readonly (number | null)[];
  /** Reasons of the tries to log in that failed, in order, and whether one was let in at last. */
  readonly login: { readonly failed: readonly string[]; readonly ok: boolean } | undefined;
  readonly credits: number | undefined;
  /** Vehicle that the licence is bound to: empty is bound to none, undefined there is no licence. */
  readonly licenceVin: string | undefined;
}

export interface NetworkNeed {
  readonly service: string;
  readonly vin: string;
  readonly credits: number;
  /** The way asks for a licence. */
  readonly licence: boolean;
  /** How long the step takes. Units: minutes. */
  readonly minutes: number;
}

/** A look older than this says nothing of now. Units: minutes. Source: common practice. */
export const GOOD_FOR_MINUTES = 15;
/** From this share of lost answers on no long step is begun. Source: common practice. */
const LOST_SHARE = 0.1;
/** Slower than this a step may run into its own time limit. Units: ms. Source: common practice. */
const SLOW_MS = 1500;

/**
 * Is the network ready for a step that asks a server until its end? Order: never asked, asked long ago, name, reach, blocked, login,
 * licence, credits, lost and slow answers, ready. A few answers prove only that nothing was wrong while they came: the sentence says so.
 */
export function judgeNetwork(
  probe: NetworkProbe | undefined,
  need: NetworkNeed,
  ageMinutes: number
): Judgement {
  if (!probe) return undone(judge('look', 'network.check.none', { service: need.service }));
  const line = judgeLine(probe) ?? judgeAccount(probe, need);
  // what stood in the way may be gone, what was good may be gone too: both are asked again
  if (!(ageMinutes <= GOOD_FOR_MINUTES))
    return undone(judge('look', 'network.check.old', { minutes: Math.round(ageMinutes) }));
  return line ?? judgeSteadiness(probe, need);
}

function judgeLine({ host, resolved, reached, blocked }: NetworkProbe): Judgement | undefined {
  if (!resolved) return judge('stop', 'network.name.unknown', { host });
  if (!reached) return judge('stop', 'network.service.unreached', { host });
  return blocked ? judge('stop', 'network.service.blocked', { host }) : undefined;
}

function judgeAccount(
  { login, credits, licenceVin }: NetworkProbe,
  need: NetworkNeed
): Judgement | undefined {
  if (!login?.ok) {
    const failed = login?.failed ?? [];
    const figures = { tries: failed.length, reason: failed.at(-1) ?? '' };
    return judge('stop', 'network.login.failed', figures);
  }
  if (need.licence && licenceVin === undefined)
    return judge('stop', 'network.licence.none', { service: need.service });
  if (need.licence && licenceVin !== '' && licenceVin !== need.vin)
    return judge('stop', 'network.licence.other', { vin: licenceVin ?? '' });
  if (need.credits === 0) return undefined;
  if (credits === undefined || !Number.isFinite(credits))
    return judge('look', 'network.credits.unknown', { need: need.credits });
  return credits < need.credits
    ? judge('stop', 'network.credits.short', { have: credits, need: need.credits })
    : undefined;
}

function judgeSteadiness({ pingsMs, credits }: NetworkProbe, { minutes }: NetworkNeed): Judgement {
  const sent = pingsMs.length;
  const came = pingsMs.filter((ms): ms is number => ms !== null && Number.isFinite(ms));
  const lost = sent - came.length;
  const slowestMs = Math.round(Math.max(0, ...came));
  const grave = sent === 0 || lost / sent >= LOST_SHARE;
  if (lost > 0 || sent === 0)
    return judge(grave ? 'stop' : 'look', 'network.pings.lost', { lost, sent, slowestMs, minutes });
  if (slowestMs > SLOW_MS) return judge('look', 'network.pings.slow', { sent, slowestMs, minutes });
  return judge('go', 'network.service.ready', { sent, slowestMs, minutes, credits: credits ?? 0 });
}

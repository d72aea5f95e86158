import type { Code } from '../base/codes.ts';
import { findGravest, judge, type Judgement } from '../base/verdict.ts';
import type { KitItem, KitKind } from './kit-item.ts';

/** What a family's work needs on the bench. */
export interface KitNeed {
  readonly family: string;
  /** Lowest current limit of the access; undefined where the bench does not feed the unit. Units: mA. */
  readonly limitMinMa: number | undefined;
  readonly stationId: string | undefined;
  readonly leads: boolean;
  /** The access asks a server: the network has to stand until the end. */
  readonly network: boolean;
}

/** A check of the computer that nobody but a person or the server can make. */
export interface ComputerCheck {
  readonly id: 'mains' | 'disk' | 'clock' | 'database' | 'sleep' | 'programs' | 'cable' | 'network';
  /** `server` looked by itself; `person` has to tick. */
  readonly by: 'server' | 'person';
  /** Undefined: not looked at yet. */
  readonly good: boolean | undefined;
  /** What was found, for the sentence. */
  readonly found: string;
}

export interface KitLine {
  readonly itemId: string | undefined;
  readonly judgement: Judgement;
}

export interface Readiness {
  readonly verdict: Judgement;
  readonly lines: readonly KitLine[];
}

/** Share of a lead's plugging cycles from which it is looked at. Source: common practice. */
const WORN_SHARE = 0.8;
const DAY_MS = 86_400_000;

/**
 * Is the kit for this family here, up to date and not worn? Lines are sorted gravest first.
 * A box with cable and radio link at once is Stop. Example: without a calibrated meter it is Look.
 */
export function judgeReadiness(
  items: readonly KitItem[],
  options: {
    readonly need: KitNeed;
    readonly checks: readonly ComputerCheck[];
    readonly nowMs: number;
  }
): Readiness {
  const { need, checks, nowMs } = options;
  const fits = items.filter(
    (i) =>
      (i.families.length === 0 || i.families.includes(need.family)) &&
      (i.stationId === undefined || need.stationId === undefined || i.stationId === need.stationId)
  );
  const lines: KitLine[] = [
    ...judgePresence(fits, need),
    ...fits.flatMap((i) => judgeItem(i, nowMs).map((judgement) => ({ itemId: i.id, judgement }))),
    ...checks.map((c) => ({ itemId: undefined, judgement: judgeCheck(c) }))
  ];
  const rank = { stop: 0, look: 1, none: 2, go: 3 };
  lines.sort((a, b) => rank[a.judgement.verdict] - rank[b.judgement.verdict]);
  const gravest = findGravest(lines.map((l) => l.judgement));
  const open = lines.filter((l) => l.judgement.verdict === 'look').length;
  const verdict =
    gravest?.verdict === 'stop'
      ? gravest
      : open > 0
        ? judge('look', 'kit.job.nearly', { open, family: need.family })
        : judge('go', 'kit.job.ready', { family: need.family });
  return { verdict, lines };
}

function judgePresence(fits: readonly KitItem[], need: KitNeed): KitLine[] {
  const lines: KitLine[] = [];
  const line = (judgement: Judgement) => lines.push({ itemId: undefined, judgement });
  const wanted: KitKind[] = [
    'interface',
    ...(need.limitMinMa === undefined ? [] : ['supply' as const])
  ];
  for (const kind of wanted) {
    if (!fits.some((i) => i.kind === kind))
      line(judge('stop', 'kit.item.missing', { kind, family: need.family }));
  }
  if (need.leads && !fits.some((i) => i.kind === 'lead' || i.kind === 'adapter'))
    line(judge('look', 'kit.lead.missing', { family: need.family }));
  if (!fits.some((i) => i.kind === 'meter')) line(judge('look', 'kit.meter.missing'));
  if (need.network && !fits.some((i) => i.kind === 'network'))
    line(judge('look', 'kit.network.missing'));
  const supply = need.limitMinMa === undefined ? undefined : judgeRating(fits, need.limitMinMa);
  if (supply) line(supply);
  return lines;
}

/** Can one of the supplies feed it? What one gives that nobody has entered is not known to be enough. Units: mA. */
export function judgeRating(items: readonly KitItem[], needMa: number): Judgement | undefined {
  const supplies = items.filter((i) => i.kind === 'supply');
  const ratedMa = Math.max(0, ...supplies.map((i) => i.ratedMa ?? 0));
  if (supplies.length === 0 || ratedMa >= needMa) return undefined;
  return supplies.some((i) => i.ratedMa === undefined)
    ? judge('look', 'kit.supply.unrated', { needMa })
    : judge('stop', 'kit.supply.weak', { ratedMa, needMa });
}

/** What is to be said of one piece: link, versions, dates, wear; a clean bill when there is nothing. */
export function judgeItem(item: KitItem, nowMs: number): Judgement[] {
  const { name } = item;
  const said: Judgement[] = [];
  // two links fail in a box; a network may well have both, and goes by cable then
  const network = item.kind === 'network';
  if (item.cableLink && item.radioLink && !network)
    said.push(judge('stop', 'kit.link.both', { name }));
  else if ((item.kind === 'interface' || network) && item.radioLink && !item.cableLink)
    said.push(judge('look', 'kit.link.radio', { name }));
  for (const [what, have, want] of [
    ['software', item.software, item.wantedSoftware],
    ['firmware', item.firmware, item.wantedFirmware]
  ] as const) {
    if (want !== '' && have !== want)
      said.push(judge('look', 'kit.version.old', { name, what, have: have || '?', want }));
  }
  const due = dueJudgement(item.dueAtMs, nowMs, name);
  if (due) said.push(due);
  if (item.kind === 'meter' && item.calibrationDueAtMs === undefined)
    said.push(judge('look', 'kit.calibration.unknown', { name }));
  if (item.calibrationDueAtMs !== undefined && item.calibrationDueAtMs < nowMs)
    said.push(judge('look', 'kit.calibration.over', { name }));
  if (item.plugLimit > 0 && item.plugCycles >= item.plugLimit)
    said.push(
      judge('stop', 'kit.lead.worn', { name, cycles: item.plugCycles, most: item.plugLimit })
    );
  else if (item.plugLimit > 0 && item.plugCycles >= item.plugLimit * WORN_SHARE)
    said.push(
      judge('look', 'kit.lead.wearing', { name, cycles: item.plugCycles, most: item.plugLimit })
    );
  return said.length > 0 ? said : [judge('go', 'kit.item.good', { name })];
}

function dueJudgement(
  dueAtMs: number | undefined,
  nowMs: number,
  name: string
): Judgement | undefined {
  if (dueAtMs === undefined) return undefined;
  const days = Math.ceil((dueAtMs - nowMs) / DAY_MS);
  if (days <= 0) return judge('look', 'kit.date.over', { name });
  return days <= 14 ? judge('look', 'kit.date.soon', { name, days }) : undefined;
}

const CHECK_GOOD: Record<ComputerCheck['id'], Code> = {
  mains: 'kit.mains.good',
  disk: 'kit.disk.good',
  clock: 'kit.clock.good',
  database: 'kit.database.good',
  sleep: 'kit.sleep.good',
  programs: 'kit.programs.good',
  cable: 'kit.cable.good',
  network: 'kit.network.good'
};
const CHECK_BAD: Record<ComputerCheck['id'], Code> = {
  mains: 'kit.mains.off',
  disk: 'kit.disk.full',
  clock: 'kit.clock.wrong',
  database: 'kit.database.slow',
  sleep: 'kit.sleep.open',
  programs: 'kit.programs.open',
  cable: 'kit.cable.open',
  network: 'kit.network.open'
};

/** A failed look by the server holds; what a person has still to tick asks for a look. */
function judgeCheck(check: ComputerCheck): Judgement {
  const params = { found: check.found };
  if (check.good === true) return judge('go', CHECK_GOOD[check.id], params);
  if (check.good === undefined && check.by === 'server')
    return judge('look', 'kit.check.unknown', { what: check.id });
  const held = check.by === 'server' && check.id !== 'mains';
  return judge(held ? 'stop' : 'look', CHECK_BAD[check.id], params);
}

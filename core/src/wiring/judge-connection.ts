import { findGravest, judge, undone, type Judgement } from '../base/verdict.ts';
import { judgePair } from '../electrical/termination.ts';
import { judgeContinuity, judgeFeedToGround } from '../electrical/wire-check.ts';
import type { ConnectionPlan } from './connection-plan.ts';

/** What can be measured on a connection with the power off. */
export type ReadingKind = 'pair' | 'high-ground' | 'low-ground' | 'feed-ground' | 'wire';

/** One value of a meter. Units: mΩ; Infinity is an open line. */
export interface ConnectionReading {
  readonly kind: ReadingKind;
  /** Which wire, for `wire`. */
  readonly wireKey: string | undefined;
  readonly mohm: number;
}

/** What people have done and measured on one connection. Newest reading last. */
export interface ConnectionFacts {
  readonly ticked: readonly string[];
  readonly readings: readonly ConnectionReading[];
}

export interface JudgedConnection {
  /** The gravest of all; Go only when every wire is ticked and what must be measured measures right. */
  readonly verdict: Judgement;
  readonly lines: readonly Judgement[];
  /** Keys of wires that nobody has ticked. */
  readonly open: readonly string[];
}

/**
 * Judges a connection before power: wires that are left out, the pair, feed to ground, and every wire that was measured. The last
 * reading of each thing counts. What was not measured is Look and marked as undone. Order of the lines: what was measured,
 * wires that are left out, what is still to be measured.
 */
export function judgeConnection(plan: ConnectionPlan, facts: ConnectionFacts): JudgedConnection {
  const open = plan.wires.filter((w) => !facts.ticked.includes(w.key)).map((w) => w.key);
  const meter = [...pairLine(plan, facts), ...feedLine(plan, facts), ...wireLines(plan, facts)];
  const left = judge('look', 'wiring.wires.open', { open: open.length, all: plan.wires.length });
  const lines = [
    ...meter.filter((l) => l.undone !== true),
    // pads that lie elsewhere on each board: ticked or not, nobody knows where
    ...(plan.boards.length > 0 && !plan.board
      ? [undone(judge('look', 'wiring.board.unknown'))]
      : []),
    ...(open.length > 0 ? [undone(left)] : []),
    ...meter.filter((l) => l.undone === true)
  ];
  const gravest = findGravest(lines);
  const verdict =
    gravest && gravest.verdict !== 'go'
      ? gravest
      : plan.wires.length === 0
        ? judge('none', 'wiring.plan.none')
        : judge('go', 'wiring.connection.right', {
            wires: plan.wires.length,
            measured: meter.length
          });
  return { verdict, lines, open };
}

/** Ohms of the last reading of a kind. */
function lastOhm({ readings }: ConnectionFacts, kind: ReadingKind): number | undefined {
  const last = readings.findLast((r) => r.kind === kind);
  return last && last.mohm / 1000;
}

function pairLine(plan: ConnectionPlan, facts: ConnectionFacts): Judgement[] {
  if (!plan.termination) return [];
  const reading = {
    pairOhm: lastOhm(facts, 'pair'),
    highToGroundOhm: lastOhm(facts, 'high-ground'),
    lowToGroundOhm: lastOhm(facts, 'low-ground')
  };
  return [judgePair(reading, plan.termination.wanted)];
}

function feedLine(plan: ConnectionPlan, facts: ConnectionFacts): Judgement[] {
  const fed = plan.wires.some((w) => w.signal === 'battery' || w.signal === 'ignition');
  return fed ? [judgeFeedToGround(lastOhm(facts, 'feed-ground'))] : [];
}

/** Only wires that somebody measured: measuring each of them is asked of nobody. */
function wireLines(plan: ConnectionPlan, facts: ConnectionFacts): Judgement[] {
  return plan.wires.flatMap((wire) => {
    const last = facts.readings.findLast((r) => r.kind === 'wire' && r.wireKey === wire.key);
    const expectedMohm = wire.expected.kind === 'wire' ? wire.expected.mohm : undefined;
    return last ? [judgeContinuity(last.mohm, { signal: wire.signal, expectedMohm })] : [];
  });
}

/**
 * What a connection says against power: its gravest measured Stop. Not measured holds nobody; a measured short does.
 */
export function powerHeldBy(judged: JudgedConnection): Judgement | undefined {
  return judged.lines.find((l) => l.verdict === 'stop' && l.undone !== true);
}

import { judge, type Judgement } from '../base/verdict.ts';
import type { ScanReading } from '../scan/read-scan.ts';
import { computeStandings, type CauseStanding, type Evidence } from './cause.ts';
import { TESTS, weighTest, type TestId, type TestResult } from './tests.ts';
import { weighScan } from './weigh-scan.ts';

export interface PlannedTest {
  readonly id: TestId;
  /** Why it stands here, as a catalogue code. */
  readonly why: string;
  readonly result: TestResult | undefined;
}

export interface Question {
  readonly evidence: readonly Evidence[];
  readonly standings: readonly CauseStanding[];
  /** Tests in the order in which they pay; done ones keep their place. */
  readonly tests: readonly PlannedTest[];
  readonly next: TestId | undefined;
  readonly verdict: Judgement;
  /** Catalogue code of the sentence for the customer. */
  readonly customer: string;
}

export interface QuestionFacts {
  /** Reading of the newest scan of the vehicle; undefined when there is none. */
  readonly reading: ScanReading | undefined;
  /** Newest result of each test. */
  readonly results: readonly TestResult[];
  /** A loose unit without its vehicle: what is measured in a vehicle is left out. */
  readonly loose: boolean;
}

/**
 * Is it this unit? Weighs scan and tests, puts the tests in order, and says Go, Look or Stop.
 * Go needs the unit likely or proven, the supply measured and sound, and either a swap or sound wiring behind it.
 * Stop when something else stands before the unit or has to be solved first. Total.
 */
export function askQuestion(facts: QuestionFacts): Question {
  const evidence = [
    ...(facts.reading ? weighScan(facts.reading) : []),
    ...facts.results.flatMap(weighTest)
  ];
  const standings = computeStandings(evidence);
  const tests = planTests(facts, standings);
  const next = tests.find((t) => t.result === undefined)?.id;
  const verdict = judgeQuestion(facts, standings, next);
  return { evidence, standings, tests, next, verdict, customer: customerCode(verdict, standings) };
}

function resultOf(facts: QuestionFacts, id: TestId): TestResult | undefined {
  return facts.results.find((r) => r.test === id);
}

/** Order by what is known: what has to be solved first, then what parts the leading causes, then what is cheap. */
function planTests(facts: QuestionFacts, standings: readonly CauseStanding[]): PlannedTest[] {
  const group = (id: string) => facts.reading?.groups.some((g) => g.id === id) ?? false;
  const silent =
    facts.reading?.suspectState === 'silent' || facts.reading?.suspectState === 'badly';
  const ruledOut = (cause: string) =>
    standings.some((s) => s.cause === cause && s.standing === 'ruled-out');
  const score = new Map<TestId, readonly [number, string]>();
  const put = (id: TestId, weight: number, why: string) => score.set(id, [weight, why]);
  const first = facts.reading?.first ?? [];
  if (facts.loose) put('bench', 50, 'proof.why.loose');
  else {
    put('supply', first.some((g) => g.id === 'supply') ? 100 : silent ? 90 : 60, why('supply'));
    put('ground', silent ? 85 : 55, 'proof.why.ground');
    put('network', first.some((g) => g.id === 'network') ? 95 : silent ? 80 : 20, why('network'));
    put('wiring', group('suspect-circuit') ? 70 : 30, why('wiring'));
    put('actuator', group('suspect-circuit') ? 65 : 25, 'proof.why.actuator');
    put('clear', silent ? 10 : 50, 'proof.why.clear');
    put('bench', silent ? 45 : 35, 'proof.why.bench');
    put('swap', 40, 'proof.why.swap');
  }
  function why(id: 'supply' | 'network' | 'wiring'): string {
    if (id === 'supply') return silent ? 'proof.why.silent' : 'proof.why.supply';
    if (id === 'network') return group('network') ? 'proof.why.network' : 'proof.why.pair';
    return group('suspect-circuit') ? 'proof.why.circuit' : 'proof.why.wiring';
  }
  const cost = (id: TestId) => TESTS[id].minutes / 10;
  return [...score]
    .filter(([id]) => resultOf(facts, id) !== undefined || !needless(id, ruledOut))
    .sort(([a, [wa]], [b, [wb]]) => wb - cost(b) - (wa - cost(a)))
    .map(([id, [, reason]]) => ({ id, why: reason, result: resultOf(facts, id) }));
}

/** A test whose answer is known already would only cost time. */
function needless(id: TestId, ruledOut: (cause: string) => boolean): boolean {
  if (id === 'wiring') return ruledOut('wiring');
  if (id === 'actuator') return ruledOut('actuator');
  return id === 'network' && ruledOut('network');
}

function judgeQuestion(
  facts: QuestionFacts,
  standings: readonly CauseStanding[],
  next: TestId | undefined
): Judgement {
  const of = (cause: string) => standings.find((s) => s.cause === cause) as CauseStanding;
  const unit = of('unit');
  const culprit = standings.find(
    (s) => s.cause !== 'unit' && (s.standing === 'proven' || s.standing === 'likely')
  );
  if (culprit?.standing === 'proven')
    return judge('stop', 'proof.verdict.other', { cause: culprit.cause });
  if (unit.standing === 'ruled-out') return judge('stop', 'proof.verdict.innocent');
  const first = facts.reading?.first.find(
    (g) => of(g.id).standing !== 'ruled-out' && of(g.id).points > 0
  );
  if (first) return judge('stop', 'proof.verdict.first', { what: first.id });
  if (culprit) return judge('look', 'proof.verdict.leaning', { cause: culprit.cause });
  const strong = unit.standing === 'likely' || unit.standing === 'proven';
  if (strong && (facts.loose || hasGround(facts, standings)))
    return judge('go', 'proof.verdict.unit', { points: unit.points });
  if (strong) return judge('look', 'proof.verdict.unproven', next ? { test: next } : {});
  if (!facts.reading && facts.results.length === 0) return judge('look', 'proof.verdict.nothing');
  return judge('look', 'proof.verdict.open', next ? { test: next } : {});
}

/** Supply measured and sound, and the swap done or the wiring sound. */
function hasGround(facts: QuestionFacts, standings: readonly CauseStanding[]): boolean {
  const supply = standings.find((s) => s.cause === 'supply');
  const supplyMeasured = resultOf(facts, 'supply') ?? resultOf(facts, 'ground');
  const supplySound = supplyMeasured !== undefined && (supply?.points ?? 0) <= 0;
  const wiringSound = standings.some((s) => s.cause === 'wiring' && s.standing === 'ruled-out');
  return supplySound && (wiringSound || resultOf(facts, 'swap') !== undefined);
}

function customerCode(verdict: Judgement, standings: readonly CauseStanding[]): string {
  if (verdict.verdict === 'go') return 'proof.customer.unit';
  if (verdict.code === 'proof.verdict.first') return 'proof.customer.first';
  if (verdict.verdict === 'stop') return 'proof.customer.other';
  const lead = standings[0];
  return lead?.cause === 'unit' && lead.standing === 'likely'
    ? 'proof.customer.nearly'
    : 'proof.customer.open';
}

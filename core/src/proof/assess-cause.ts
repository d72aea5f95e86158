import type { Code } from '../base/codes.ts';
import { judge, type Judgement } from '../base/verdict.ts';
import { isConfirmed, type ScanReading } from '../scan/read-scan.ts';
import type { UnitKind } from '../scan/scan.ts';
import { computeStandings, type CauseStanding, type Evidence } from './cause.ts';
import {
  judgeGroundTest,
  judgeSupplyTest,
  LIMITS,
  TESTS,
  weighTest,
  type Soundness,
  type TestId,
  type TestResult
} from './tests.ts';
import { wasSupplySound, weighScan } from './weigh-scan.ts';

export interface PlannedTest {
  readonly id: TestId;
  /** Why it stands here, as a catalogue code. */
  readonly why: Code;
  readonly result: TestResult | undefined;
}

/** One thing that Go needs, each on its own. `failed`: known to be otherwise. `open`: not known. */
export interface Condition {
  readonly id:
    'scan' | 'memory' | 'codes' | 'standing' | 'supply' | 'ground' | 'network' | 'backing' | 'lead';
  readonly state: 'met' | 'open' | 'failed';
  /** The test that would answer it; undefined where another scan does. */
  readonly test: TestId | undefined;
}

export interface CauseAssessment {
  readonly evidence: readonly Evidence[];
  readonly standings: readonly CauseStanding[];
  /** Tests in the order in which they pay; done ones keep their place. */
  readonly tests: readonly PlannedTest[];
  readonly next: TestId | undefined;
  /** What Go needs, in the order in which it is looked for. */
  readonly conditions: readonly Condition[];
  readonly verdict: Judgement;
  /** Something else than the unit is proven to be the cause. */
  readonly otherProven: boolean;
  /** Catalogue code of the sentence for the customer. */
  readonly customer: Code;
}

export interface AssessmentFacts {
  /** Reading of the newest scan of the vehicle; undefined when there is none. */
  readonly reading: ScanReading | undefined;
  /** Kind of unit in the vehicle that the family stands for. */
  readonly suspect: UnitKind | undefined;
  /** Newest result of each test, in the order in which they were made. */
  readonly results: readonly TestResult[];
  /** A loose unit without its vehicle: what is measured in a vehicle is left out. */
  readonly loose: boolean;
  /** The family says how its stages are exercised on the bench. */
  readonly exercisable?: boolean;
}

/**
 * Is it this unit? Weighs scan and tests, puts the tests in order, and says Go, Look or Stop.
 * Go needs every {@link Condition} met; points only tell which cause leads. Stop when something else stands before the
 * unit or has to be solved first. Total. The rule in words: docs/proof.md.
 */
export function assessCause(facts: AssessmentFacts): CauseAssessment {
  const counts = doCodesCount(facts);
  const evidence = [
    ...(facts.reading ? weighScan(facts.reading, { suspect: facts.suspect, counts }) : []),
    ...facts.results.flatMap(weighTest).filter((e) => !isBesidesThePoint(e, facts))
  ];
  const standings = computeStandings(evidence);
  const conditions = listConditions(facts, standings, counts);
  const tests = planTests(facts, standings, conditions);
  const next = tests.find((t) => t.result === undefined)?.id;
  const judged = judgeAssessment(facts, { standings, conditions, next });
  return {
    evidence,
    standings,
    tests,
    next,
    conditions,
    verdict: judged.verdict,
    otherProven: judged.otherProven,
    customer: customerCode(judged, standings)
  };
}

/** A sound wire or part speaks for the unit only where a code of the unit names one, or the unit accuses itself. */
function isBesidesThePoint({ cause, weight }: Evidence, { reading }: AssessmentFacts): boolean {
  if (cause !== 'unit' || weight !== 'weak') return false;
  const named = ['suspect-internal', 'suspect-circuit', 'suspect-actuator'];
  return !(reading?.groups ?? []).some((g) => named.includes(g.id) && g.members.some(isConfirmed));
}

function resultOf(facts: AssessmentFacts, id: TestId): TestResult | undefined {
  return facts.results.find((r) => r.test === id);
}

function outcomeOf(facts: AssessmentFacts, id: TestId): string | undefined {
  const value = resultOf(facts, id)?.values['outcome'];
  return value === undefined ? undefined : String(value);
}

/** Was the supply sound when the codes were taken, or have they come back since it was measured sound, not before? */
function doCodesCount(facts: AssessmentFacts): boolean {
  if (facts.reading && wasSupplySound(facts.reading)) return true;
  const back = outcomeOf(facts, 'clear');
  const returned = back === 'back-at-once' || back === 'back-when-used';
  const made = (id: TestId) => facts.results.findLastIndex((r) => r.test === id);
  return (
    returned &&
    (['supply', 'ground'] as const).every(
      (id) => soundnessOf(facts, id) === 'sound' && made(id) < made('clear')
    )
  );
}

function soundnessOf(facts: AssessmentFacts, id: 'supply' | 'ground'): Soundness {
  const result = resultOf(facts, id);
  if (!result) return 'unknown';
  return id === 'supply' ? judgeSupplyTest(result.values) : judgeGroundTest(result.values);
}

function listConditions(
  facts: AssessmentFacts,
  standings: readonly CauseStanding[],
  counts: boolean
): Condition[] {
  const unit = standings.find((s) => s.cause === 'unit');
  const lead = unit?.standing === 'likely' || unit?.standing === 'proven';
  const leading: Condition = { id: 'lead', state: lead ? 'met' : 'open', test: undefined };
  if (facts.loose) {
    const internal =
      outcomeOf(facts, 'bench') === 'internal' || outcomeOf(facts, 'exercise') === 'stage-failed';
    return [{ id: 'backing', state: internal ? 'met' : 'open', test: 'bench' }, leading];
  }
  const { reading } = facts;
  const silent = reading?.suspectState === 'silent';
  const own = (reading?.groups ?? []).filter((g) => g.id.startsWith('suspect-'));
  const swapped = outcomeOf(facts, 'swap')?.startsWith('fault-gone') ?? false;
  const wiringSound = standings.some((s) => s.cause === 'wiring' && s.standing === 'ruled-out');
  const measured = (id: 'supply' | 'ground'): Condition => {
    const soundness = soundnessOf(facts, id);
    const state = soundness === 'sound' ? 'met' : soundness === 'bad' ? 'failed' : 'open';
    return { id, state, test: id };
  };
  const met = (id: Condition['id'], holds: boolean, test?: TestId): Condition => ({
    id,
    state: holds ? 'met' : 'open',
    test
  });
  return [
    met('scan', reading?.suspectState !== undefined && reading.suspectState !== 'unasked'),
    measured('supply'),
    measured('ground'),
    networkCondition(facts),
    // a unit that says nothing has no codes to show: only another in its place can speak for it
    ...(silent
      ? [met('backing', swapped, 'swap')]
      : [
          met('memory', reading?.suspectRead ?? false),
          met('codes', counts, 'clear'),
          met(
            'standing',
            own.some((g) => g.members.some(isConfirmed)),
            'clear'
          ),
          met('backing', swapped || wiringSound, reading && own.length > 0 ? 'wiring' : 'swap')
        ]),
    leading
  ];
}

/** The bus is accused: by several, and no resistance clears it; by one, and the pair measured sound does. */
function networkCondition(facts: AssessmentFacts): Condition {
  const ohm = resultOf(facts, 'network')?.values['pairOhm'];
  const pairSound =
    typeof ohm === 'number' && ohm >= LIMITS.pairLowOhm && ohm <= LIMITS.pairHighOhm;
  const accused = facts.reading?.network;
  if (ohm !== undefined && !pairSound) return { id: 'network', state: 'failed', test: 'network' };
  if (accused === 'several') return { id: 'network', state: 'failed', test: undefined };
  if (accused === 'none' || (accused === 'one' && pairSound))
    return { id: 'network', state: 'met', test: 'network' };
  return { id: 'network', state: 'open', test: 'network' };
}

/** Order by what is known: what has to be solved first, then what parts the leading causes, then what is cheap. */
function planTests(
  facts: AssessmentFacts,
  standings: readonly CauseStanding[],
  conditions: readonly Condition[]
): PlannedTest[] {
  const group = (id: string) => facts.reading?.groups.some((g) => g.id === id) ?? false;
  const silent =
    facts.reading?.suspectState === 'silent' || facts.reading?.suspectState === 'badly';
  const ruledOut = (cause: string) =>
    standings.some((s) => s.cause === cause && s.standing === 'ruled-out');
  const open = (id: Condition['id']) => conditions.some((c) => c.id === id && c.state !== 'met');
  // what is proven is mended, and then it is looked what comes back
  const mended = standings.some(
    (s) => s.standing === 'proven' && (s.cause === 'wiring' || s.cause === 'actuator')
  );
  const score = new Map<TestId, readonly [number, Code]>();
  const put = (id: TestId, weight: number, why: Code) => score.set(id, [weight, why]);
  const first = facts.reading?.first ?? [];
  const circuit = group('suspect-circuit');
  const actuator = group('suspect-actuator');
  if (facts.loose) put('bench', 50, 'proof.why.loose');
  else {
    put('supply', first.some((g) => g.id === 'supply') ? 100 : silent ? 90 : 60, why('supply'));
    put('ground', silent ? 85 : 59, 'proof.why.ground');
    put('network', first.some((g) => g.id === 'network') ? 96 : silent ? 80 : 20, why('network'));
    // codes that were stored while the unit was short of volts have to prove themselves before anything is unplugged
    const clearing = open('codes') && facts.reading ? 58 : 50;
    put('clear', silent ? 10 : mended ? 70 : clearing, 'proof.why.clear');
    put('wiring', circuit ? 54 : 30, why('wiring'));
    put('actuator', actuator || circuit ? 52 : 25, 'proof.why.actuator');
    put('bench', silent ? 45 : 35, 'proof.why.bench');
    put('swap', silent ? 60 : 40, 'proof.why.swap');
  }
  if (facts.exercisable || resultOf(facts, 'exercise'))
    put('exercise', facts.loose ? 45 : 33, 'proof.why.exercise');
  function why(id: 'supply' | 'network' | 'wiring'): Code {
    if (id === 'supply') return silent ? 'proof.why.silent' : 'proof.why.supply';
    if (id === 'network') return group('network') ? 'proof.why.network' : 'proof.why.pair';
    return circuit ? 'proof.why.circuit' : 'proof.why.wiring';
  }
  const cost = (id: TestId) => TESTS[id].minutes / 10;
  return [...score]
    .filter(([id]) => resultOf(facts, id) !== undefined || !needless(id, { ruledOut, facts }))
    .sort(([a, [wa]], [b, [wb]]) => wb - cost(b) - (wa - cost(a)))
    .map(([id, [, reason]]) => ({ id, why: reason, result: resultOf(facts, id) }));
}

/** A test whose answer is known already would only cost time. */
function needless(
  id: TestId,
  { ruledOut, facts }: { ruledOut: (cause: string) => boolean; facts: AssessmentFacts }
): boolean {
  if (id === 'wiring') return ruledOut('wiring');
  if (id === 'actuator') return ruledOut('actuator');
  if (id === 'clear') return facts.reading?.suspectState === 'silent';
  return id === 'network' && ruledOut('network');
}

/** The verdict, with what others go by. */
interface Judged {
  readonly verdict: Judgement;
  /** Something has to be put right before any unit is blamed. */
  readonly first: boolean;
  readonly otherProven: boolean;
}

function judgeAssessment(
  facts: AssessmentFacts,
  {
    standings,
    conditions,
    next
  }: {
    standings: readonly CauseStanding[];
    conditions: readonly Condition[];
    next: TestId | undefined;
  }
): Judged {
  const say = (verdict: Judgement, more?: Partial<Judged>): Judged => ({
    ...{ verdict, first: false, otherProven: false },
    ...more
  });
  const of = (cause: string) => standings.find((s) => s.cause === cause) as CauseStanding;
  const unit = of('unit');
  const culprit = standings.find(
    (s) => s.cause !== 'unit' && (s.standing === 'proven' || s.standing === 'likely')
  );
  if (culprit?.standing === 'proven')
    return say(judge('stop', 'proof.verdict.other', { cause: culprit.cause }), {
      otherProven: true
    });
  if (unit.standing === 'ruled-out') return say(judge('stop', 'proof.verdict.innocent'));
  const first = firstToSolve(facts, conditions);
  if (first) return say(judge('stop', 'proof.verdict.first', { what: first }), { first: true });
  if (culprit) return say(judge('look', 'proof.verdict.leaning', { cause: culprit.cause }));
  const missing = conditions.find((c) => c.state !== 'met');
  if (!missing) return say(judge('go', 'proof.verdict.unit', { points: unit.points }));
  const lacking = { missing: missing.id, ...(next ? { test: next } : {}) };
  if (unit.standing === 'likely' || unit.standing === 'proven')
    return say(judge('look', 'proof.verdict.unproven', lacking));
  return !facts.reading && facts.results.length === 0
    ? say(judge('look', 'proof.verdict.nothing'))
    : say(judge('look', 'proof.verdict.open', lacking));
}

/** What has to be put right before any unit is blamed: measured bad, or accused by the scan and not cleared since. */
function firstToSolve(
  facts: AssessmentFacts,
  conditions: readonly Condition[]
): 'supply' | 'network' | undefined {
  const state = (id: Condition['id']) => conditions.find((c) => c.id === id)?.state;
  if (state('supply') === 'failed' || state('ground') === 'failed') return 'supply';
  const asked = (id: string) => facts.reading?.first.some((g) => g.id === id) ?? false;
  if (asked('supply') && (state('supply') !== 'met' || state('ground') !== 'met')) return 'supply';
  if (state('network') === 'failed') return 'network';
  return asked('network') && state('network') !== 'met' ? 'network' : undefined;
}

function customerCode({ verdict, first }: Judged, standings: readonly CauseStanding[]): Code {
  if (verdict.verdict === 'go') return 'proof.customer.unit';
  if (first) return 'proof.customer.first';
  if (verdict.verdict === 'stop') return 'proof.customer.other';
  const lead = standings[0];
  return lead?.cause === 'unit' && lead.standing === 'likely'
    ? 'proof.customer.nearly'
    : 'proof.customer.open';
}

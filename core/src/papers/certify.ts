import { judge, type Judgement } from '../base/verdict.ts';
import { GOES_OUT } from '../job/close.ts';
import type { JobResult } from '../job/shape.ts';
import type { StepView } from '../return/read-return.ts';
import type { ReturnPhase, SharedStep } from '../return/return-plan.ts';

/** One region of the unit that the work rests on. */
export interface CertifiedReads {
  readonly region: string;
  /** Reads that are the same, and how many there are. */
  readonly agreeing: number;
  readonly total: number;
  readonly trusted: boolean;
  /** A lead took it although it is not trusted by itself. */
  readonly accepted: boolean;
}

/** The scan after the work: whole, begun after everything that was changed. */
export interface CertifiedScan {
  readonly units: number;
  readonly silent: number;
  readonly faults: number;
  /** Of these somebody signed that they may stay. */
  readonly signed: number;
  /** Faults of the scan before the work that are gone. */
  readonly gone: number;
}

/** What a certificate rests on. Everything that is not known is undefined, false or empty. */
export interface CertificateFacts {
  readonly closed: boolean;
  readonly result: JobResult | undefined;
  readonly reads: readonly CertifiedReads[];
  /** The write that says what the unit holds; undefined where none was made. */
  readonly written:
    | {
        readonly tag: string;
        readonly proven: boolean;
        readonly inVehicle: 'runs' | 'fails' | undefined;
      }
    | undefined;
  readonly steps: readonly Pick<StepView, 'step' | 'state'>[];
  readonly scan: CertifiedScan | undefined;
}

/** What the customer can rely on: statements in the order of the work, and what they come to. */
export interface Certificate {
  readonly judgement: Judgement;
  /** `go`: it was seen. `look`: nobody has seen it, or it was left out. `stop`: it was seen, and is not right. */
  readonly statements: readonly Judgement[];
}

/**
 * States what was seen, and just as plainly what was not. A job that is not closed certifies nothing, whatever was seen of it; one that ended without its result
 * says so. Total.
 */
export function certify(facts: CertificateFacts): Certificate {
  const vehicle = facts.result === undefined || GOES_OUT.includes(facts.result);
  const statements = [
    ...facts.reads.flatMap(stateReads),
    ...(facts.written ? stateWrite(facts.written) : []),
    ...(vehicle ? stateVehicle(facts) : [])
  ];
  return { judgement: sumUp(facts, statements), statements };
}

function sumUp({ closed, result }: CertificateFacts, statements: readonly Judgement[]): Judgement {
  const count = (verdict: 'look' | 'stop') =>
    statements.filter((s) => s.verdict === verdict).length;
  if (!closed) return judge('none', 'paper.job.open');
  const wrong = count('stop');
  if (wrong > 0) return judge('stop', 'paper.job.wrong', { wrong });
  // what was not repaired is not certified, however well it was looked at; and nothing certifies nothing
  if (result === undefined || !GOES_OUT.includes(result) || statements.length === 0)
    return judge('look', 'paper.job.unreached');
  const exceptions = count('look');
  return exceptions > 0
    ? judge('look', 'paper.job.excepted', { exceptions })
    : judge('go', 'paper.job.proven');
}

function stateReads(r: CertifiedReads): Judgement[] {
  const { region, agreeing, total, trusted, accepted } = r;
  if (total === 0) return [];
  if (accepted) return [judge('look', 'paper.reads.accepted', { region })];
  return [
    trusted
      ? judge('go', 'paper.reads.agree', { region, agreeing, total })
      : judge('look', 'paper.reads.unsure', { region, total })
  ];
}

function stateWrite({
  tag,
  proven,
  inVehicle
}: NonNullable<CertificateFacts['written']>): Judgement[] {
  // what the vehicle says counts for more than what was proven
  if (inVehicle === 'fails') return [judge('stop', 'paper.unit.fails', { tag })];
  if (!proven) return [judge('stop', 'paper.unit.unproven', { tag })];
  const said = inVehicle === 'runs' ? [judge('go', 'paper.unit.runs', { tag })] : [];
  return [judge('go', 'paper.unit.proven', { tag }), ...said];
}

type Steps = CertificateFacts['steps'];
type Standing = 'done' | 'waived' | 'open' | 'wrong';

function stateVehicle({ steps, scan }: CertificateFacts): Judgement[] {
  const of = (phase: ReturnPhase) => steps.filter(({ step }) => step.phase === phase);
  const one = (shared: SharedStep) => steps.filter(({ step }) => step.shared === shared);
  return [
    ...stateGroup(steps.filter(isHandwork), REFIT),
    ...stateGroup(one('sender-told'), SENDER),
    ...stateGroup(of('first-start'), START),
    ...stateGroup(of('after-fit'), FIT),
    ...stateGroup(of('complaint'), COMPLAINT),
    ...stateFaults(steps, scan),
    ...stateGroup(one('functions'), FUNCTIONS)
  ];
}

/** Closing up, putting in, sending back, old parts: what is done with hands around the rest. */
const isHandwork = ({ step: { phase } }: Steps[number]) =>
  phase === 'close-up' || phase === 'refit' || phase === 'hand-over';

/** What a group of steps comes to, by how it stands. */
type Says = (standing: Standing, steps: number) => Judgement;

const REFIT: Says = (s, steps) => {
  if (s === 'wrong') return judge('stop', 'paper.refit.wrong', { steps });
  if (s === 'open') return judge('look', 'paper.refit.open', { steps });
  return s === 'waived'
    ? judge('look', 'paper.refit.waived', { steps })
    : judge('go', 'paper.refit.done', { steps });
};
const SENDER: Says = (s) => {
  if (s === 'wrong') return judge('stop', 'paper.sender.fails');
  return s === 'done' ? judge('go', 'paper.sender.runs') : judge('look', 'paper.sender.silent');
};
const START: Says = (s) => {
  if (s === 'wrong') return judge('stop', 'paper.start.wrong');
  if (s === 'open') return judge('look', 'paper.start.open');
  return s === 'waived' ? judge('look', 'paper.start.waived') : judge('go', 'paper.start.done');
};
const FIT: Says = (s, steps) => {
  if (s === 'wrong') return judge('stop', 'paper.fit.wrong', { steps });
  if (s === 'open') return judge('look', 'paper.fit.open', { steps });
  return s === 'waived'
    ? judge('look', 'paper.fit.waived', { steps })
    : judge('go', 'paper.fit.done', { steps });
};
const COMPLAINT: Says = (s) => {
  if (s === 'wrong') return judge('stop', 'paper.complaint.wrong');
  if (s === 'open') return judge('look', 'paper.complaint.open');
  return s === 'waived'
    ? judge('look', 'paper.complaint.waived')
    : judge('go', 'paper.complaint.done');
};
const FUNCTIONS: Says = (s) => {
  if (s === 'wrong') return judge('stop', 'paper.functions.wrong');
  if (s === 'open') return judge('look', 'paper.functions.open');
  return s === 'waived'
    ? judge('look', 'paper.functions.waived')
    : judge('go', 'paper.functions.done');
};

/** The worst of a group, with how many are so; nothing for a group that the job does not have. */
function stateGroup(group: Steps, says: Says): Judgement[] {
  if (group.length === 0) return [];
  const standings = group.map(standingOf);
  for (const standing of ['wrong', 'open', 'waived'] as const) {
    const steps = standings.filter((s) => s === standing).length;
    if (steps > 0) return [says(standing, steps)];
  }
  return [says('done', group.length)];
}

function standingOf({ state }: Steps[number]): Standing {
  if (state === 'done' || state === 'waived') return state;
  if (state === 'excepted') return 'waived';
  return state === 'half' || state === 'wrong' || state === 'refused' ? 'wrong' : 'open';
}

function stateFaults(steps: Steps, scan: CertifiedScan | undefined): Judgement[] {
  if (!scan) {
    const asked = steps.some(({ step }) => step.does === 'scan');
    return asked ? [judge('look', 'paper.faults.unscanned')] : [];
  }
  const left = scan.faults - scan.signed;
  const said: Judgement[] = [];
  if (scan.silent > 0) said.push(judge('look', 'paper.faults.silent', { units: scan.silent }));
  if (left > 0) said.push(judge('stop', 'paper.faults.left', { faults: left }));
  if (scan.signed > 0) said.push(judge('look', 'paper.faults.signed', { faults: scan.signed }));
  return said.length > 0
    ? said
    : [judge('go', 'paper.faults.gone', { units: scan.units, gone: scan.gone })];
}

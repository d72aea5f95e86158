import type { Judgement, Verdict } from '@badger/core/base/verdict';
import type { Problem } from '@badger/core/base/result';
import { arrive } from './arrive.ts';
import { bench } from './bench.ts';
import { budget } from './budget.ts';
import { chip } from './chip.ts';
import { clone } from './clone.ts';
import type { Catalogue, Message, MessageOf, Params } from './message.ts';
import { match } from './match.ts';
import { papers } from './papers.ts';
import { plan } from './plan.ts';
import { profile } from './profile.ts';
import { exercise } from './exercise.ts';
import { files } from './files.ts';
import { format } from './format.ts';
import { image } from './image.ts';
import { inVehicle } from './in-vehicle.ts';
import { job } from './job.ts';
import { label } from './label.ts';
import { problems } from './problems.ts';
import { prove } from './prove.ts';
import { returns } from './returns.ts';
import { scan } from './scan.ts';
import { network } from './network.ts';
import { trace } from './trace.ts';
import { trust } from './trust.ts';
import { vehicle } from './vehicle.ts';
import { wiring } from './wiring.ts';
import { verdicts } from './verdicts.ts';

/** All text for problems, findings and verdicts, by code. */
export const catalogue: Catalogue = {
  ...verdicts,
  ...bench,
  ...budget,
  ...chip,
  ...problems,
  ...clone,
  ...arrive,
  ...prove,
  ...scan,
  ...returns,
  ...exercise,
  ...files,
  ...format,
  ...image,
  ...network,
  ...trace,
  ...trust,
  ...vehicle,
  ...inVehicle,
  ...wiring,
  ...label,
  ...match,
  ...papers,
  ...plan,
  ...job,
  ...profile
};

/** What people read for a code; an unknown code is shown as it is, never hidden. */
export function messageOf(code: string, params: Params = {}): Message {
  return (
    (catalogue as unknown as Readonly<Record<string, MessageOf>>)[code]?.(params) ?? {
      title: code,
      text: ''
    }
  );
}

export function messageOfJudgement(judgement: Judgement): Message {
  return messageOf(judgement.code, judgement.params);
}

export function messageOfProblem(problem: Problem): Message {
  return messageOf(problem.code, problem.params);
}

export const VERDICT_WORDS: Record<Verdict, string> = {
  go: 'Go',
  look: 'Look',
  stop: 'Stop',
  none: 'Not yet'
};

// What the headless commands say, and how they end: 0 fine, 1 refused or a finding of severity stop, 2 wrong use.
import type { Finding } from '@badger/core/image/finding';
import type { Problem, Result } from '@badger/core/base/result';
import { messageOf, messageOfProblem } from '../app/src/lib/messages/catalogue.ts';

export const EXIT = { fine: 0, refused: 1, use: 2 } as const;
export type Exit = (typeof EXIT)[keyof typeof EXIT];

/** What a command has to say. */
export interface Report {
  /** With --json, as agreed in the README. */
  readonly json: unknown;
  /** Without. */
  readonly lines: readonly string[];
  readonly exit: Exit;
}

/** The command was given something it cannot work with. */
export class WrongUse extends Error {}

/** The command was understood and is refused. */
export class Refused extends Error {
  readonly problem: Problem;
  constructor(problem: Problem) {
    super(problem.code);
    this.problem = problem;
  }
}

export function must<T>(told: Result<T>): T {
  if (!told.ok) throw new Refused(told.problem);
  return told.value;
}

export const exitOf = (findings: readonly Finding[]): Exit =>
  findings.some((f) => f.severity === 'stop') ? EXIT.refused : EXIT.fine;

/** A finding with its words. */
export function tellFinding({ code, severity, params }: Finding) {
  const { title, text } = messageOf(code, params);
  return { code, severity, params, text: `${title}. ${text}`.trim() };
}

export const findingLines = (findings: readonly Finding[]) =>
  findings.map((f) => `${f.severity}: ${tellFinding(f).text}`);

export function tellProblem(problem: Problem) {
  const { title, text, clear } = messageOfProblem(problem);
  return {
    code: problem.code,
    params: problem.params,
    text: [`${title}.`, text, clear ?? ''].filter(Boolean).join(' ')
  };
}

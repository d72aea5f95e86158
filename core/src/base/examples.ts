import type { Code, Param } from './codes.ts';
import type { Problem, Result } from './result.ts';
import type { Judgement, Verdict } from './verdict.ts';

/** A judgement for a test whose figures do not matter; its code must still be one of the product's. */
export function judgedAs(
  verdict: Verdict,
  code: Code,
  params: Readonly<Record<string, Param>> = {}
): Judgement {
  return { verdict, code, params };
}

/** A problem for a test whose figures do not matter. */
export function problemAs(code: Code, params: Readonly<Record<string, Param>> = {}): Problem {
  return { code, params };
}

/** A refusal for a test whose figures do not matter. */
export function refusedAs(code: Code): Result<never> {
  return { ok: false, problem: problemAs(code) };
}

import type { Code, Figures, Param } from '../base/codes.ts';

/**
 * `failed`: wrong inside the unit, whatever a lead may do. `suspect`: wrong inside, or a lead of the box is off.
 * `unknown`: nothing was learnt.
 */
export type StageState = 'sound' | 'suspect' | 'failed' | 'unknown';

/** What one look at one stage has shown. */
export interface StageFinding {
  readonly stage: string;
  readonly name: string;
  readonly by: 'input' | 'output' | 'self-test';
  readonly state: StageState;
  readonly code: Code;
  readonly params: Readonly<Record<string, Param>>;
}

type Stage = Pick<StageFinding, 'stage' | 'name' | 'by'>;

/** Says something about a stage. */
export const finding = <C extends Code>(
  stage: Stage,
  state: StageState,
  ...[code, ...figures]: [code: C, ...figures: Figures<C>]
): StageFinding => ({ ...stage, state, code, params: figures[0] ?? {} });

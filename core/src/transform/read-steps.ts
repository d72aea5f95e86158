import { fail, ok, type Result } from '../base/result.ts';
import { checkStep, STEP_KINDS, type StepKind, type TransformStep } from './steps.ts';

/** Longest chain that makes sense. */
const MOST_STEPS = 32;

/**
 * A chain as it is typed: steps with commas between, the figures of a step behind its name. Errors: `transform.step.malformed`. Example: `xor 5AC3,
 * permute-blocks 2 1/0, interleave 2 1`.
 */
export function readSteps(text: string): Result<readonly TransformStep[]> {
  const parts = text.split(/[,;\n]/).map((p) => p.trim());
  const told = parts.filter((p) => p !== '');
  if (told.length > MOST_STEPS)
    return fail('transform.step.malformed', { kind: `number ${MOST_STEPS + 1}` });
  const steps: TransformStep[] = [];
  for (const part of told) {
    const step = readStep(part);
    if (!step || checkStep(step))
      return fail('transform.step.malformed', { kind: part.slice(0, 40) });
    steps.push(step);
  }
  return ok(steps);
}

function readStep(text: string): TransformStep | undefined {
  const [name = '', ...figures] = text.split(/\s+/);
  const kind = STEP_KINDS.find((k) => k === name.toLowerCase());
  if (!kind) return undefined;
  const wanted =
    kind === 'xor' ? 1 : ['permute-blocks', 'interleave', 'deinterleave'].includes(kind) ? 2 : 0;
  // a key may be typed with blanks between its bytes
  if (kind === 'xor') return { kind, key: figures.join('').replace(/^0x/i, '').toUpperCase() };
  if (figures.length !== wanted) return undefined;
  return withFigures(kind, figures);
}

function withFigures(kind: StepKind, [first = '', second = '']: readonly string[]): TransformStep {
  if (first === '') return { kind };
  if (kind === 'permute-blocks')
    return { kind, blockBytes: Number(first), order: second.split('/').map(Number) };
  return { kind, parts: Number(first), unitBytes: Number(second) };
}

/** A chain as {@link readSteps} takes it. */
export const tellSteps = (steps: readonly TransformStep[]): string =>
  steps.length === 0
    ? 'as it is'
    : steps
        .map(({ kind, key, blockBytes, order, parts, unitBytes }) =>
          [kind, key, blockBytes, order?.join('/'), parts, unitBytes]
            .filter((p) => p !== undefined)
            .join(' ')
        )
        .join(', ');

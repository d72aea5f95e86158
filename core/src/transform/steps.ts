import { parseHex } from '../base/bytes.ts';
import { fail, ok, problemOf, type Problem, type Result } from '../base/result.ts';

/** What can be done to the bytes of an image. */
export const STEP_KINDS = [
  ...(['xor', 'swap-16', 'swap-32', 'swap-words', 'swap-nibbles'] as const),
  ...(['reverse-bits', 'invert', 'permute-blocks', 'interleave', 'deinterleave'] as const)
] as const;

export type StepKind = (typeof STEP_KINDS)[number];

/** One step of a chain, as a profile keeps it. */
export interface TransformStep {
  readonly kind: StepKind;
  /** Of xor: the bytes that repeat, as hex. */
  readonly key?: string | undefined;
  /** Of permute-blocks: length of a block, and which one comes at each place of a group. */
  readonly blockBytes?: number | undefined;
  readonly order?: readonly number[] | undefined;
  /** Of interleaving: parts that lie one behind the other, and how much is taken of each in turn. */
  readonly parts?: number | undefined;
  readonly unitBytes?: number | undefined;
}

const PARAMS: Readonly<Record<StepKind, readonly (keyof TransformStep)[]>> = {
  xor: ['key'],
  'swap-16': [],
  'swap-32': [],
  'swap-words': [],
  'swap-nibbles': [],
  'reverse-bits': [],
  invert: [],
  'permute-blocks': ['blockBytes', 'order'],
  interleave: ['parts', 'unitBytes'],
  deinterleave: ['parts', 'unitBytes']
};

/** As the schema of profiles has them: a key as long as the image would be no scrambling. */
const MOST_KEY_BYTES = 64;
const MOST_ORDER = 256;

const isCount = (n: number | undefined, least: number) =>
  n !== undefined && Number.isSafeInteger(n) && n >= least;

/** What is wrong with a step; undefined for nothing. Errors: `transform.step.malformed`. */
export function checkStep(step: TransformStep): Problem | undefined {
  const { kind, key, blockBytes, order, parts, unitBytes } = step;
  const wanted = PARAMS[kind] as readonly (keyof TransformStep)[] | undefined;
  const malformed = problemOf('transform.step.malformed', { kind });
  if (!wanted) return malformed;
  const others = { key, blockBytes, order, parts, unitBytes };
  const given = Object.entries(others).filter(([, value]) => value !== undefined);
  if (
    given.length !== wanted.length ||
    given.some(([name]) => !wanted.includes(name as keyof TransformStep))
  )
    return malformed;
  const keyBytes = key === undefined ? 1 : (parseHex(key)?.length ?? 0);
  if (keyBytes === 0 || keyBytes > MOST_KEY_BYTES) return malformed;
  if (order && (order.length > MOST_ORDER || !isPermutation(order))) return malformed;
  const counts = [
    ...(blockBytes === undefined ? [] : [isCount(blockBytes, 1)]),
    ...(parts === undefined ? [] : [isCount(parts, 2)]),
    ...(unitBytes === undefined ? [] : [isCount(unitBytes, 1)])
  ];
  return counts.includes(false) ? malformed : undefined;
}

const isPermutation = (order: readonly number[]) =>
  order.length >= 2 && order.toSorted((a, b) => a - b).every((n, i) => n === i);

/** An image goes through a step where its length is a multiple of this. Units: bytes. */
export function unitOf({ kind, blockBytes, order, parts, unitBytes }: TransformStep): number {
  if (kind === 'swap-16') return 2;
  if (kind === 'swap-32' || kind === 'swap-words') return 4;
  if (kind === 'permute-blocks') return (blockBytes ?? 1) * (order?.length ?? 1);
  return kind === 'interleave' || kind === 'deinterleave' ? (parts ?? 1) * (unitBytes ?? 1) : 1;
}

/**
 * Bytes after all steps, in their order. Memory: owns its bytes. Errors: `transform.step.malformed`, `transform.length.uneven` where the image is
 * no whole number of what a step moves.
 */
export function applySteps(bytes: Uint8Array, steps: readonly TransformStep[]): Result<Uint8Array> {
  let out = bytes.slice();
  for (const [i, step] of steps.entries()) {
    const problem = checkStep(step);
    if (problem) return { ok: false, problem };
    const unit = unitOf(step);
    if (out.length % unit !== 0)
      return fail('transform.length.uneven', { step: i + 1, bytes: out.length, unit });
    out = apply(out, step);
  }
  return ok(out);
}

/** The same chain the other way round: what it makes of its result is what there was before. Errors: those of {@link applySteps}. */
export function undoSteps(bytes: Uint8Array, steps: readonly TransformStep[]): Result<Uint8Array> {
  return applySteps(bytes, steps.toReversed().map(inverseOf));
}

/** The step that takes back. */
export function inverseOf(step: TransformStep): TransformStep {
  if (step.kind === 'interleave') return { ...step, kind: 'deinterleave' };
  if (step.kind === 'deinterleave') return { ...step, kind: 'interleave' };
  const { order } = step;
  return step.kind === 'permute-blocks' && order
    ? { ...step, order: order.map((_, i) => order.indexOf(i)) }
    : step;
}

/** Bytes by value for what looks at one byte alone. */
const tableOf = (f: (b: number) => number) => Uint8Array.from({ length: 256 }, (_, b) => f(b));
export const TABLES: Partial<Readonly<Record<StepKind, Uint8Array>>> = {
  'swap-nibbles': tableOf((b) => (b << 4) | (b >> 4)),
  'reverse-bits': tableOf((b) => {
    let out = 0;
    for (let i = 0; i < 8; i++) out |= ((b >> i) & 1) << (7 - i);
    return out;
  }),
  invert: tableOf((b) => ~b)
};
/** Where each byte of a group comes from, for what moves bytes within a group. */
export const PLACES: Partial<Readonly<Record<StepKind, readonly number[]>>> = {
  'swap-16': [1, 0],
  'swap-32': [3, 2, 1, 0],
  'swap-words': [2, 3, 0, 1]
};

function apply(bytes: Uint8Array, step: TransformStep): Uint8Array<ArrayBuffer> {
  const out = new Uint8Array(bytes.length);
  const table = TABLES[step.kind];
  const places = PLACES[step.kind];
  const key = step.key === undefined ? undefined : parseHex(step.key);
  if (table) for (let i = 0; i < out.length; i++) out[i] = table[bytes[i] as number] as number;
  else if (key)
    for (let i = 0; i < out.length; i++)
      out[i] = (bytes[i] as number) ^ (key[i % key.length] as number);
  else if (places) {
    const n = places.length;
    for (let i = 0; i < out.length; i += n)
      for (let j = 0; j < n; j++) out[i + j] = bytes[i + (places[j] as number)] as number;
  } else move(bytes, out, step);
  return out;
}

/** Steps that move whole stretches. */
function move(bytes: Uint8Array, out: Uint8Array, step: TransformStep): void {
  const { kind, blockBytes = 1, order = [], parts = 1, unitBytes = 1 } = step;
  if (kind === 'permute-blocks') {
    const group = blockBytes * order.length;
    for (let at = 0; at < out.length; at += group)
      order.forEach((from, to) => {
        const start = at + from * blockBytes;
        out.set(bytes.subarray(start, start + blockBytes), at + to * blockBytes);
      });
    return;
  }
  const part = bytes.length / parts;
  for (let at = 0; at < part; at += unitBytes)
    for (let p = 0; p < parts; p++) {
      const mixed = at * parts + p * unitBytes;
      const apart = p * part + at;
      if (kind === 'interleave') out.set(bytes.subarray(apart, apart + unitBytes), mixed);
      else out.set(bytes.subarray(mixed, mixed + unitBytes), apart);
    }
}

import type { SelfTest } from '../profile/profile.ts';
import { finding, type StageFinding } from './stage-finding.ts';

/** Answer to "what came out": still running, or two bits for every stage. */
export type SelfTestAnswer =
  | { readonly state: 'running' }
  | {
      readonly state: 'done';
      readonly tested: readonly boolean[];
      readonly failed: readonly boolean[];
    };

const RUNNING = 0x00;
const DONE = 0x01;

/**
 * Reads the data of a 71 03 answer behind the routine: 00 runs; 01 is done, then a bit for each stage that was tested and
 * a bit for each that failed, lowest bit of the first byte first. Undefined for anything else. Source: own agreement of
 * the families here, docs/profiles.md.
 */
export function decodeSelfTest(data: Uint8Array, stages: number): SelfTestAnswer | undefined {
  const width = Math.ceil(stages / 8);
  if (data[0] === RUNNING && data.length === 1) return { state: 'running' };
  if (data[0] !== DONE || data.length !== 1 + 2 * width) return undefined;
  const bits = (from: number) =>
    Array.from({ length: stages }, (_, i) => (((data[from + (i >> 3)] ?? 0) >> (i & 7)) & 1) === 1);
  return { state: 'done', tested: bits(1), failed: bits(1 + width) };
}

/** Writes it (server side). */
export function encodeSelfTest(answer: SelfTestAnswer): Uint8Array {
  if (answer.state === 'running') return Uint8Array.of(RUNNING);
  const width = Math.ceil(answer.tested.length / 8);
  const bytes = new Uint8Array(1 + 2 * width);
  bytes[0] = DONE;
  const put = (from: number, bits: readonly boolean[]) =>
    bits.forEach((bit, i) => {
      if (bit) bytes[from + (i >> 3)] = (bytes[from + (i >> 3)] ?? 0) | (1 << (i & 7));
    });
  put(1, answer.tested);
  put(1 + width, answer.failed);
  return bytes;
}

/** What the self-test says of each stage. One that was not tested is not known, whatever its other bit says. Total. */
export function judgeSelfTest(
  { stages }: Pick<SelfTest, 'stages'>,
  answer: SelfTestAnswer | undefined
): StageFinding[] {
  return stages.map(({ id, name }, i) => {
    const stage = { stage: id, name, by: 'self-test' } as const;
    if (answer?.state !== 'done') return finding(stage, 'unknown', 'exercise.test.unread');
    if (!answer.tested[i])
      return answer.failed[i]
        ? finding(stage, 'unknown', 'exercise.test.contradicts')
        : finding(stage, 'unknown', 'exercise.test.skipped');
    return answer.failed[i]
      ? finding(stage, 'failed', 'exercise.test.failed')
      : finding(stage, 'sound', 'exercise.test.sound');
  });
}

import { fail, ok, type Result } from '../../base/result.ts';
import type { Range } from '../../image/range.ts';
import { lengthOf } from '../../image/range.ts';
import type { DiagnosticLink, StopSignal } from '../../port/diagnostic-link.ts';
import {
  decodeMaxBlock,
  encodeRequestUpload,
  encodeTransferData,
  encodeTransferExit,
  nextCounter
} from '../../uds/codec.ts';

/**
 * Reads the memory of an unlocked unit from `range.start` to `range.end`, in order.
 * Shape: `onBytes` gets each block once, sharing its memory; the result owns a whole image.
 * Errors: those of the link, `read.block.counter`, `read.block.empty`, `read.block.long`, `operation.run.stopped`.
 * A stop is taken between two blocks and closes the transfer.
 */
export async function readMemory(
  link: DiagnosticLink,
  range: Range,
  {
    onBytes,
    signal
  }: { onBytes: (block: Uint8Array, doneBytes: number) => void; signal: StopSignal }
): Promise<Result<Uint8Array>> {
  const start = await link.exchange(encodeRequestUpload(range));
  if (!start.ok) return start;
  const block = decodeMaxBlock(start.value);
  if (!block.ok) return block;
  const image = new Uint8Array(lengthOf(range));
  let done = 0;
  let counter = 1;
  while (done < image.length) {
    if (signal.stopped) {
      await link.exchange(encodeTransferExit());
      return fail('operation.run.stopped', { doneBytes: done });
    }
    const answer = await link.exchange(encodeTransferData(counter));
    if (!answer.ok) return answer;
    const problem = checkBlock(answer.value, counter, image.length - done);
    if (problem) return problem;
    const data = answer.value.subarray(1);
    image.set(data, done);
    done += data.length;
    counter = nextCounter(counter);
    onBytes(data, done);
  }
  const end = await link.exchange(encodeTransferExit());
  return end.ok ? ok(image) : end;
}

function checkBlock(answer: Uint8Array, counter: number, left: number): Result<never> | undefined {
  if (answer[0] !== counter) {
    return fail('read.block.counter', { expected: counter, found: answer[0] ?? -1 });
  }
  if (answer.length === 1) return fail('read.block.empty');
  if (answer.length - 1 > left) return fail('read.block.long', { left, found: answer.length - 1 });
  return undefined;
}

import { ok, type Result, fail } from '../../base/result.ts';
import type { Range } from '../../image/range.ts';
import { lengthOf } from '../../image/range.ts';
import type { DiagnosticLink } from '../../port/diagnostic-link.ts';
import {
  decodeMaxBlock,
  encodeEraseOptions,
  encodeRequestDownload,
  encodeStartRoutine,
  encodeTransferData,
  encodeTransferExit,
  nextCounter
} from '../../uds/codec.ts';
import { ROUTINE_ERASE_MEMORY } from '../../uds/services.ts';

/** Erases `range`; a unit that needs long says so by itself. Errors: those of the link. */
export async function eraseMemory(link: DiagnosticLink, range: Range): Promise<Result<true>> {
  const request = encodeStartRoutine(ROUTINE_ERASE_MEMORY, encodeEraseOptions(range));
  const answer = await link.exchange(request);
  return answer.ok ? ok(true) : answer;
}

/**
 * Writes `image` to an unlocked unit at `range`, in order. Nothing is ever repeated: a failed block ends it.
 * Errors: those of the link, `write.block.counter`. RangeError when the image does not fill the range.
 */
export async function writeMemory(
  link: DiagnosticLink,
  range: Range,
  { image, onBytes }: { image: Uint8Array; onBytes: (doneBytes: number) => void }
): Promise<Result<true>> {
  if (image.length !== lengthOf(range)) {
    throw new RangeError(`"image" expected ${lengthOf(range)} bytes, got ${image.length}`);
  }
  const start = await link.exchange(encodeRequestDownload(range));
  if (!start.ok) return start;
  const block = decodeMaxBlock(start.value);
  if (!block.ok) return block;
  const most = block.value - 2;
  let done = 0;
  let counter = 1;
  while (done < image.length) {
    const data = image.subarray(done, done + most);
    const answer = await link.exchange(encodeTransferData(counter, data));
    if (!answer.ok) return answer;
    if (answer.value[0] !== counter) {
      return fail('write.block.counter', { expected: counter, found: answer.value[0] ?? -1 });
    }
    done += data.length;
    counter = nextCounter(counter);
    onBytes(done);
  }
  const end = await link.exchange(encodeTransferExit());
  return end.ok ? ok(true) : end;
}

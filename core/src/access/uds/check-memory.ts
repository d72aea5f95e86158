import { fail, ok, type Result } from '../../base/result.ts';
import type { Range } from '../../image/range.ts';
import type { DiagnosticLink } from '../../port/diagnostic-link.ts';
import { decodeMemoryCheck, encodeEraseOptions, encodeStartRoutine } from '../../uds/codec.ts';
import { ROUTINE_CHECK_MEMORY } from '../../uds/services.ts';

/** CRC-32 of `range` as an unlocked unit computes it. Errors: those of the link, `read.check.none` (the answer tells none). */
export async function checkMemory(link: DiagnosticLink, range: Range): Promise<Result<number>> {
  const answer = await link.exchange(
    encodeStartRoutine(ROUTINE_CHECK_MEMORY, encodeEraseOptions(range))
  );
  if (!answer.ok) return answer;
  const crc = decodeMemoryCheck(answer.value);
  return crc === undefined ? fail('read.check.none') : ok(crc);
}

// Judging reads against hashing the same bytes.
import { createHash } from 'node:crypto';
import { PLAIN_RULE, type ChecksumRule } from '../core/src/checksum/rule.ts';
import { computeCrc, CRC32_ISO_HDLC } from '../core/src/checksum/crc.ts';
import { judgeReads } from '../core/src/trust/judge-reads.ts';
import type { RegionKnowledge } from '../core/src/trust/read-set.ts';
import { race, report } from './bench-support.ts';

const LENGTH = 2 * 2 ** 20;
const RULE: ChecksumRule = {
  ...{ id: 'crc', region: 'r', algorithm: 'CRC-32/ISO-HDLC', littleEndian: false },
  ...{ over: [{ start: 0, end: LENGTH - 4 }], storedAt: LENGTH - 4 },
  ...PLAIN_RULE
};
const KNOWN: RegionKnowledge = {
  ...{ name: 'Flash', lengthBytes: LENGTH, rules: [RULE], fields: [], others: [] }
};

/** Eight reads of 2 MiB, each disturbed at other places; none is the same as another. */
export async function judgeEightReads(noise: (length: number, seed: number) => Uint8Array) {
  const truth = noise(LENGTH, 9);
  const view = new DataView(truth.buffer);
  view.setUint32(LENGTH - 4, Number(computeCrc(CRC32_ISO_HDLC, truth.subarray(0, LENGTH - 4))));
  const reads = Array.from({ length: 8 }, (_, k) => {
    const bytes = truth.slice();
    for (let i = 0; i < 20; i++) {
      const at = (k * 262_147 + i * 99_991) % (LENGTH - 4);
      bytes[at] = (bytes[at] as number) ^ (1 << (i % 8));
    }
    return { number: k + 1, bytes };
  });
  const [ours, hashing] = await race(
    7,
    () => judgeReads(reads, KNOWN),
    () => reads.map((r) => createHash('sha256').update(r.bytes).digest())
  );
  const { verdict } = judgeReads(reads, KNOWN);
  report(`eight reads of 2 MiB judged (${verdict}) / SHA-256 of them`, ours / hashing, {
    aim: '<= 10 ',
    ok: ours / hashing <= 10 && verdict === 'reconstructed',
    detail: `${ours.toFixed(0)} ms`
  });
}

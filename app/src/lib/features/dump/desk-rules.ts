import type { ChecksumRule } from '@badger/core/checksum/rule';
import { PLAIN_RULE } from '@badger/core/checksum/rule';
import type { Range } from '@badger/core/image/range';
import type { SumCandidate } from '@badger/core/sum-search/confirm';
import type { RegionRules } from './dump-desk.ts';
import type { DumpFile } from './dump-file.svelte.ts';
import { viewOfPlace } from './families.ts';

/** Rules that are made on the desk count addresses. */
const EVERYWHERE = { address: 0, lengthBytes: 2 ** 32 };

/** The rules that a file is held against, and where each kind counts from. */
export const rulesOf = (file: DumpFile): readonly RegionRules[] => [
  ...(file.place ? [{ region: file.place.region, rules: file.place.region.rules }] : []),
  { region: EVERYWHERE, rules: file.ownRules }
];

/** Holds every rule against the bytes as they are now. */
export async function verifyFile(file: DumpFile): Promise<void> {
  const told = await Promise.all(rulesOf(file).map((rules) => file.desk.verify(rules)));
  file.checks = told.flat();
}

/** A rule out of what was found. Of a chain of blocks it is the one that was shown. */
export function ruleOfCandidate(found: SumCandidate): ChecksumRule {
  const { algorithm, start, end, storedAt, byteOrder, form } = found;
  return {
    ...PLAIN_RULE,
    id: `${algorithm} at ${storedAt.toString(16).toUpperCase()}`,
    ...{ region: '', algorithm, over: [{ start, end }], storedAt, form },
    littleEndian: byteOrder === 'little'
  };
}

/** A rule with a fixed value and these addresses to balance it by; undefined where no such rule is on the file. */
export function balancedRule(file: DumpFile, name: string, free: Range): RegionRules | undefined {
  for (const { region, rules } of rulesOf(file)) {
    const rule = rules.find((r) => r.id === name);
    if (!rule || rule.blocks) continue;
    const place = region === EVERYWHERE ? undefined : file.place;
    const base = place ? viewOfPlace(file.pieces, place).base : 0;
    const offsets = { start: free.start - base, end: free.end - base };
    return { region, rules: [{ ...rule, fixed: true, free: [offsets] }] };
  }
  return undefined;
}

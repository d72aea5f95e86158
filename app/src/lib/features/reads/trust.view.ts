import { formatCount } from '@badger/core/base/format';
import type { TrustSummary } from '@badger/core/trust/summary';

/** Reads that hold the same, in words. Example: `1 and 3 the same; 2; 4`; `all differ` where no two are the same. */
export function groupWords(groups: readonly (readonly number[])[]): string {
  if (groups.length > 1 && groups.every((g) => g.length === 1)) return 'all differ';
  return groups
    .map((g) =>
      g.length === 1 ? `${g[0]}` : `${g.slice(0, -1).join(', ')} and ${g.at(-1)} the same`
    )
    .join('; ');
}

/** How many reads say what most say at disputed bytes. Example: `2 bytes by 2, 1 byte by 3 of 4 reads`. */
export function supportWords(support: TrustSummary['support'], total: number): string {
  const list = support.map(
    ({ reads, bytes }) => `${formatCount(bytes)} ${bytes === 1 ? 'byte' : 'bytes'} by ${reads}`
  );
  return `${list.join(', ')} of ${total} reads`;
}

/** What reading on is expected to need, in words. */
export function neededWords({
  verdict,
  readsNeeded
}: Pick<TrustSummary, 'verdict' | 'readsNeeded'>): string {
  if (verdict === 'trusted') return 'nothing';
  if (verdict === 'reconstructed') return 'nothing, or reads until two agree';
  if (readsNeeded === undefined) return 'reading on is useless';
  return `about ${readsNeeded} more ${readsNeeded === 1 ? 'read' : 'reads'}`;
}

/** A small chance as people say it. Example: 1.5e-8 is told as `1 in 66 million`. */
export function chanceWords(chance: number): string {
  if (chance >= 0.5) return 'as good as certain';
  if (chance <= 1e-12) return 'below 1 in a trillion';
  const of = 1 / chance;
  for (const [size, word] of SIZES)
    if (of >= size) return `1 in ${Math.floor(of / size)}${word === '' ? '' : ` ${word}`}`;
  return `1 in ${Math.floor(of)}`;
}

const SIZES = [
  [1e9, 'billion'],
  [1e6, 'million'],
  [1e3, 'thousand'],
  [1, '']
] as const;

/** One stretch of the map. Units: offsets, bytes, height from 0 to 1. */
export interface MapCell {
  readonly index: number;
  readonly start: number;
  readonly end: number;
  readonly bytes: number;
  readonly height: number;
}

/** Stretches with their bounds; one disputed byte is seen, and a stretch that is all disputed is full. */
export function cellsOf(map: readonly number[], lengthBytes: number): MapCell[] {
  return map.map((bytes, index) => {
    const start = Math.ceil((index * lengthBytes) / map.length);
    const end = Math.ceil(((index + 1) * lengthBytes) / map.length);
    const share = end > start ? Math.min(1, bytes / (end - start)) : 0;
    return { index, start, end, bytes, height: bytes === 0 ? 0 : Math.max(0.12, Math.sqrt(share)) };
  });
}

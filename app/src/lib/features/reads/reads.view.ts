import type { RegionData } from '$lib/job-types.ts';

/** How many of the kept reads agree, in words. */
export function agreeWords(reads: Pick<RegionData, 'state' | 'agreeing' | 'total'>): string {
  switch (reads.state) {
    case 'trusted':
      return `${reads.agreeing.length} of ${reads.total}, trusted`;
    case 'disputed':
      return reads.agreeing.length > 1
        ? `${reads.agreeing.length} of ${reads.total} agree, not trusted`
        : `0 of ${reads.total} agree`;
    case 'single':
      return '1 read, single';
    case 'none':
      return 'not read';
  }
}

import type { Result } from '../base/result.ts';
import type { Finding } from '../image/finding.ts';
import type { SparseImage } from '../image/image.ts';
import type { FindingLog } from './finding-log.ts';
import type { OverlapPolicy, RecordImage } from './record-image.ts';

/** How a file of records is read. */
export interface ReadFormatOptions {
  /** What counts where two records hold other values for one address; without a word the file is refused. */
  readonly overlap?: OverlapPolicy;
}

/** What a file of records holds. */
export interface LoadedImage {
  readonly image: SparseImage<'file'>;
  /** Where a program would be started; undefined where the file does not say. */
  readonly startAddress: number | undefined;
  /** Text of the header; empty without one. */
  readonly header: string;
  readonly findings: readonly Finding[];
  /** Findings beyond those that are told. */
  readonly moreFindings: number;
}

interface Read {
  readonly data: RecordImage;
  readonly log: FindingLog;
  readonly startAddress: number | undefined;
  readonly header: string;
}

/** Puts together what was read. Errors: those of {@link RecordImage.build}. */
export function concludeRead(
  { data, log, startAddress, header }: Read,
  { overlap = 'refuse' }: ReadFormatOptions
): Result<LoadedImage> {
  const image = data.build(overlap, log);
  if (!image.ok) return image;
  const { findings, more } = log;
  return {
    ok: true,
    value: { image: image.value, startAddress, header, findings, moreFindings: more }
  };
}

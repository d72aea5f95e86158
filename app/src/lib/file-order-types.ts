import type { WantedFile } from '@badger/core/file-service/file-answer';

/** An order of the file service that stands, or that came to nothing. */
export interface FileOrderData {
  readonly regionId: string;
  readonly wanted: WantedFile;
  readonly askedAt: Date;
  /** Code of why no file came; null while it stands. */
  readonly problem: string | null;
}

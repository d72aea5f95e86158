import { fail, ok, type Result } from '@badger/core/base/result';
import type { Paper } from '../../paper-types.ts';
import { AskThread } from '../thread/ask-thread.ts';
import type { PaperSize } from './draw-pdf.ts';

/** A paper that is to be drawn. */
export interface PaperWork {
  readonly paper: Paper;
  readonly size: PaperSize;
}

export interface PaperDrawn {
  readonly pdf: Uint8Array;
}

const thread = new AskThread<PaperWork, PaperDrawn>('paper');

/** A paper as PDF, drawn in a thread of its own: a long record takes a second, and no page waits for it. Errors: `paper.pdf.broken`. */
export async function renderPdf(paper: Paper, size: PaperSize): Promise<Result<Uint8Array>> {
  const told = await thread.ask({ paper, size });
  return told && 'pdf' in told ? ok(told.pdf) : fail('paper.pdf.broken');
}

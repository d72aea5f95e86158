// Draws papers beside everything else: fonts are cut down and pages laid out, and no page of the application waits for it.
import { parentPort } from 'node:worker_threads';
import type { Answer } from '../thread/ask-thread.ts';
import { drawPdf } from './draw-pdf.ts';
import type { PaperDrawn, PaperWork } from './render-pdf.ts';

parentPort?.on('message', ({ id, paper, size }: PaperWork & { readonly id: number }) => {
  drawPdf(paper, size).then(
    (pdf) => tell({ id, pdf }),
    (error: unknown) => tell({ id, error: String(error) })
  );
});

const tell = (answer: Answer<PaperDrawn>) => parentPort?.postMessage(answer);

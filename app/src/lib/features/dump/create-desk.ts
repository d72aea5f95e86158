import { wrap, type Remote } from 'comlink';
import type { DumpDesk } from './dump-desk.ts';

/** A desk in a worker of its own. `failed` rejects where the worker breaks down. */
export interface DeskLink {
  readonly desk: Remote<DumpDesk>;
  readonly worker: Worker;
  readonly failed: Promise<never>;
}

export function createDesk(): DeskLink {
  const worker = new Worker(new URL('./dump.worker.ts', import.meta.url), { type: 'module' });
  const failed = new Promise<never>((_, reject) => {
    worker.onerror = () => reject(new Error('the worker broke down'));
  });
  // whoever races against it hears of it; nobody else has to
  failed.catch(() => undefined);
  return { desk: wrap<DumpDesk>(worker), worker, failed };
}

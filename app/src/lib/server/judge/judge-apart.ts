import { existsSync } from 'node:fs';
import { resolve } from 'node:path';
import { Worker } from 'node:worker_threads';
import type { TrustPolicy } from '@badger/core/trust/judge-reads';
import type { RegionKnowledge, TimedRead } from '@badger/core/trust/read-set';
import type { TrustSummary } from '@badger/core/trust/summary';

/** What is sent to the thread. */
export interface ToJudge {
  readonly id: number;
  readonly reads: readonly TimedRead[];
  readonly knowledge: RegionKnowledge;
  readonly policy: TrustPolicy;
}

/** What it answers; `rebuilt`: what was put together, whether it may be written or not. */
export type Judged =
  | {
      readonly id: number;
      readonly summary: TrustSummary;
      readonly rebuilt: Uint8Array | undefined;
    }
  | { readonly id: number; readonly error: string };

export type JudgedApart = Extract<Judged, { readonly summary: TrustSummary }>;

/** The bundled thread; the build, the development server and the tests make it. */
const scriptPath = () =>
  ['thread/judge.js', 'app/thread/judge.js'].map((p) => resolve(p)).find((p) => existsSync(p)) ??
  resolve('thread/judge.js');

/** One thread for the process, begun when it is first needed; it keeps no process alive. */
class JudgeThread {
  #worker: Worker | undefined;
  #last = 0;
  readonly #waiting = new Map<number, (told: JudgedApart | undefined) => void>();

  judge(work: Omit<ToJudge, 'id'>): Promise<JudgedApart | undefined> {
    const id = ++this.#last;
    const worker = (this.#worker ??= this.#start());
    return new Promise((done) => {
      this.#waiting.set(id, done);
      worker.ref();
      worker.postMessage({ id, ...work } satisfies ToJudge);
    });
  }

  #start(): Worker {
    const worker = new Worker(scriptPath());
    worker.on('message', (told: Judged) => this.#tell(told.id, told));
    worker.on('error', () => this.#gone(worker));
    worker.on('exit', () => this.#gone(worker));
    return worker;
  }

  #tell(id: number, told: Judged | undefined): void {
    const done = this.#waiting.get(id);
    this.#waiting.delete(id);
    if (this.#waiting.size === 0) this.#worker?.unref();
    done?.(told && 'summary' in told ? told : undefined);
  }

  /** It broke down: nothing is known of what was being judged, and the next one begins a new thread. */
  #gone(worker: Worker): void {
    if (this.#worker !== worker) return;
    this.#worker = undefined;
    for (const id of [...this.#waiting.keys()]) this.#tell(id, undefined);
  }
}

const thread = new JudgeThread();

/** Judges reads in a thread of its own. Undefined where that broke down: then nothing is known. */
export const judgeApart = (work: Omit<ToJudge, 'id'>): Promise<JudgedApart | undefined> =>
  thread.judge(work);

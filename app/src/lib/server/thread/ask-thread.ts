import { existsSync } from 'node:fs';
import { resolve } from 'node:path';
import { Worker } from 'node:worker_threads';

/** What a thread answers; `error`: it broke over just this. */
export type Answer<Told> = { readonly id: number } & (Told | { readonly error: string });

/** A bundled thread; the build, the development server and the tests make it. */
const scriptPath = (name: string) =>
  [`thread/${name}.js`, `app/thread/${name}.js`]
    .map((p) => resolve(p))
    .find((p) => existsSync(p)) ?? resolve(`thread/${name}.js`);

/** One thread for the process that answers what it is asked, begun when it is first needed; it keeps no process alive. */
export class AskThread<Work extends object, Told extends object> {
  readonly #name: string;
  #worker: Worker | undefined;
  #last = 0;
  readonly #waiting = new Map<number, (told: Answer<Told> | undefined) => void>();

  constructor(name: string) {
    this.#name = name;
  }

  /** The answer; undefined where the thread broke down. */
  ask(work: Work): Promise<Answer<Told> | undefined> {
    const id = ++this.#last;
    const worker = (this.#worker ??= this.#start());
    return new Promise((done) => {
      this.#waiting.set(id, done);
      worker.ref();
      worker.postMessage({ ...work, id });
    });
  }

  #start(): Worker {
    const worker = new Worker(scriptPath(this.#name));
    worker.on('message', (told: Answer<Told>) => this.#tell(told.id, told));
    worker.on('error', () => this.#gone(worker));
    worker.on('exit', () => this.#gone(worker));
    return worker;
  }

  #tell(id: number, told: Answer<Told> | undefined): void {
    const done = this.#waiting.get(id);
    this.#waiting.delete(id);
    if (this.#waiting.size === 0) this.#worker?.unref();
    done?.(told);
  }

  /** It broke down: nothing is known of what it was asked, and the next one begins a new thread. */
  #gone(worker: Worker): void {
    if (this.#worker !== worker) return;
    this.#worker = undefined;
    for (const id of [...this.#waiting.keys()]) this.#tell(id, undefined);
  }
}

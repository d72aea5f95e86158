import { setTimeout as sleep } from 'node:timers/promises';
import type { LiveOperation } from '../../bench/live-operation.ts';
import type { Deps } from '../../deps.ts';

const LOOK_MS = 200;
const SAY_EVERY = 25;
/** How long a read that was asked to stop may take to say so. */
const READ_PATIENCE_MS = 3000;

/**
 * Before the application goes: nothing new is begun, reads are asked to stop, and a unit that is being written is waited
 * for, since pulling out now is what ruins units. `say` gets a line for the terminal now and then.
 */
export async function waitForWrites({ bench }: Deps, say: (line: string) => void): Promise<void> {
  bench.closing = true;
  const running = () => [...bench.running.values()];
  const writes = () => running().filter((o) => o.spec.kind === 'write' && o.state !== 'queued');
  for (const live of running()) if (live.spec.kind !== 'write') live.signal.stopped = true;
  for (let n = 0; writes().length > 0; n++) {
    if (n % SAY_EVERY === 0) for (const live of writes()) say(sentenceOf(live));
    await sleep(LOOK_MS);
  }
  const deadline = performance.now() + READ_PATIENCE_MS;
  while (bench.running.size > 0 && performance.now() < deadline) await sleep(LOOK_MS);
}

function sentenceOf(live: LiveOperation): string {
  const share = live.totalBytes > 0 ? Math.floor((100 * live.doneBytes) / live.totalBytes) : 0;
  const { tag, jobNumber } = live.spec;
  const left = live.estimate().leftSeconds;
  const rest = left === undefined ? '' : `, about ${Math.ceil(left / 60)} min left`;
  return `donor ${tag} of job ${jobNumber} is being written (${share} %${rest})`;
}

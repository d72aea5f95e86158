// Judges reads and builds images beside everything else: megabytes are looked through, and no page waits for it.
import { parentPort } from 'node:worker_threads';
import { buildLine } from '@badger/core/clone/build-line';
import { judgeReads } from '@badger/core/trust/judge-reads';
import { summariseTrust } from '@badger/core/trust/summary';
import type { BuiltApart, FromThread, JudgedApart, ToThread, Work } from './judge-apart.ts';

function work(asked: Work): JudgedApart | BuiltApart {
  if (asked.kind === 'build')
    return { built: buildLine(asked.profile, asked.recipe, asked.contents) };
  const judgement = judgeReads(asked.reads, asked.knowledge, asked.policy);
  return { summary: summariseTrust(judgement), rebuilt: judgement.reconstruction?.bytes };
}

parentPort?.on('message', ({ id, ...asked }: ToThread) => {
  let answer: FromThread;
  try {
    answer = { id, ...work(asked) };
  } catch (error) {
    answer = { id, error: String(error) };
  }
  parentPort?.postMessage(answer);
});

// Judges reads beside everything else: megabytes are looked through, and no page waits for it.
import { parentPort } from 'node:worker_threads';
import { judgeReads } from '@badger/core/trust/judge-reads';
import { summariseTrust } from '@badger/core/trust/summary';
import type { Judged, ToJudge } from './judge-apart.ts';

parentPort?.on('message', ({ id, reads, knowledge, policy }: ToJudge) => {
  let answer: Judged;
  try {
    const judgement = judgeReads(reads, knowledge, policy);
    const { reconstruction } = judgement;
    answer = { id, summary: summariseTrust(judgement), rebuilt: reconstruction?.bytes };
  } catch (error) {
    answer = { id, error: String(error) };
  }
  parentPort?.postMessage(answer);
});

import { readDid } from '../access/uds/module-session.ts';
import { kindOf } from '../base/problem-kind.ts';
import { fail, ok, problemOf, type Result } from '../base/result.ts';
import type { DiagnosticLink } from '../port/diagnostic-link.ts';
import { encodeStartRoutine } from '../uds/codec.ts';
import { done, ended, type ActOutcome } from './act.ts';
import { openTeaching } from './put-value.ts';

/** A count that a unit tells in one byte. Errors: those of the link, `uds.answer.nonsense`. */
export async function readCount(link: DiagnosticLink, did: number): Promise<Result<number>> {
  const bytes = await readDid(link, did);
  if (!bytes.ok) return bytes;
  return bytes.value.length === 1 ? ok(bytes.value[0] as number) : fail('uds.answer.nonsense');
}

/**
 * Runs a routine that takes one more of something, and counts before and after: a key, a remote control. Done only where the count rose by one.
 * `most`: as many as there can be. Total: what goes wrong is in the outcome.
 */
export async function countUp(
  link: DiagnosticLink,
  {
    countDid,
    routine,
    most
  }: { readonly countDid: number; readonly routine: number; readonly most: number }
): Promise<ActOutcome> {
  const opened = await openTeaching(link);
  if (!opened.ok) return ended('untouched', opened.problem);
  const before = await readCount(link, countDid);
  if (!before.ok) return ended('untouched', before.problem);
  const seen = { before: String(before.value), meant: String(before.value + 1) };
  if (before.value >= most) return ended('untouched', problemOf('return.key.many', { most }), seen);
  const ran = await link.exchange(encodeStartRoutine(routine, new Uint8Array(0)));
  const after = await readCount(link, countDid);
  const refused = !ran.ok && kindOf(ran.problem) === 'refused';
  if (!after.ok)
    return refused
      ? ended('refused', ran.problem, seen)
      : ended('half', ran.ok ? problemOf('return.value.unseen') : ran.problem, seen);
  const all = { ...seen, after: String(after.value) };
  if (after.value === before.value + 1) return done(all);
  const uncounted = problemOf('return.key.uncounted', { before: before.value, after: after.value });
  if (after.value !== before.value) return ended('half', uncounted, all);
  if (ran.ok) return ended('untouched', uncounted, all);
  return ended(refused ? 'refused' : 'untouched', ran.problem, all);
}

import { readDid } from '../access/uds/module-session.ts';
import { equalBytes, formatHex } from '../base/bytes.ts';
import { kindOf } from '../base/problem-kind.ts';
import { problemOf, type Result } from '../base/result.ts';
import type { DiagnosticLink } from '../port/diagnostic-link.ts';
import { encodeSession, encodeWriteDid } from '../uds/codec.ts';
import { done, ended, type ActOutcome } from './act.ts';

/** Opens the extended session, in which a unit lets itself be taught. Errors: those of the link. */
export async function openTeaching(link: DiagnosticLink): Promise<Result<true>> {
  const opened = await link.exchange(encodeSession(3));
  return opened.ok ? { ok: true, value: true } : opened;
}

/**
 * Writes one value and reads it back. Done only where it was read back equal; what holds it already is not written. Total: what goes wrong is
 * in the outcome. A write whose answer was lost is judged by what the unit holds then, and is `half` where nobody can read it.
 */
export async function putValue(
  link: DiagnosticLink,
  { did, meant }: { readonly did: number; readonly meant: Uint8Array }
): Promise<ActOutcome> {
  const opened = await openTeaching(link);
  if (!opened.ok) return ended('untouched', opened.problem);
  const first = await readDid(link, did);
  if (!first.ok && kindOf(first.problem) !== 'refused') return ended('untouched', first.problem);
  const seen = { before: first.ok ? formatHex(first.value) : undefined, meant: formatHex(meant) };
  if (first.ok && equalBytes(first.value, meant)) return done({ ...seen, after: seen.before });
  const written = await link.exchange(encodeWriteDid(did, meant));
  const last = await readDid(link, did);
  if (!last.ok) {
    const refused = !written.ok && kindOf(written.problem) === 'refused';
    // a unit that says no has changed nothing; one that cannot be read after anything else has not been seen
    return refused
      ? ended('refused', written.problem, seen)
      : ended('half', written.ok ? problemOf('return.value.unseen') : written.problem, seen);
  }
  const all = { ...seen, after: formatHex(last.value) };
  if (equalBytes(last.value, meant)) return done(all);
  const kept = first.ok && equalBytes(first.value, last.value);
  if (!kept) return ended('half', problemOf('return.value.other'), all);
  if (written.ok) return ended('untouched', problemOf('return.value.kept'), all);
  return ended(
    kindOf(written.problem) === 'refused' ? 'refused' : 'untouched',
    written.problem,
    all
  );
}

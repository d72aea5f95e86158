import type { Problem } from '@badger/core/base/result';
import { messageOfProblem } from '$lib/messages/catalogue.ts';
import type { Message } from '$lib/messages/message.ts';

/** The last refusal or remark of an act, shown until it is put away or the next act succeeds. */
class Notices {
  current = $state.raw<(Message & { readonly code: string }) | undefined>(undefined);

  problem(problem: Problem): void {
    this.current = { ...messageOfProblem(problem), code: problem.code };
  }

  clear(): void {
    this.current = undefined;
  }
}

export const notices = new Notices();

/** Shows the problem of a sent act, or clears what was shown; true when it went well. */
export function noted(
  sent: { readonly ok: true } | { readonly ok: false; readonly problem: Problem }
): boolean {
  if (sent.ok) notices.clear();
  else notices.problem(sent.problem);
  return sent.ok;
}

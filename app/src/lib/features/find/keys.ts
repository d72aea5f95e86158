import { goto } from '$app/navigation';
import { STOPS } from '@badger/core/gates/stops';

export interface KeyTargets {
  find(): void;
  keys(): void;
  /** Job whose stops the digits open, if a job is on the page. */
  readonly jobNumber: number | undefined;
}

function isTyping(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName))
  );
}

/** Keys of every page: `?` help, `/` find, `1`..`9` stops of the job, `.` the next step. */
export function handleKey(event: KeyboardEvent, targets: KeyTargets): void {
  if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target)) return;
  if (document.querySelector('dialog[open]')) return;
  const { jobNumber } = targets;
  if (event.key === '?') targets.keys();
  else if (event.key === '/') targets.find();
  else if (event.key === '.' && jobNumber !== undefined) void goto(`/jobs/${jobNumber}`);
  else if (/^[1-9]$/.test(event.key) && jobNumber !== undefined) {
    void goto(`/jobs/${jobNumber}/${STOPS[Number(event.key) - 1] as string}`);
  } else return;
  event.preventDefault();
}

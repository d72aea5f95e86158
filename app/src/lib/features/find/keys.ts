import { goto } from '$app/navigation';
import { findStageOfKey } from '@badger/core/job/stages';
import { pathOfScan, ScannerWatch } from './scanner.ts';

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

const isOwn = (key: string) => /^[?/.]$/.test(key) || findStageOfKey(key) !== undefined;

/**
 * Keys of every page: `?` help, `/` find, `1`..`9` stops of the job, `.` the next step; a scanned tag opens its unit.
 * A key acts a moment late, so that the digits of a scanned tag open no stop.
 */
export function watchKeys(targets: () => KeyTargets): (event: KeyboardEvent) => void {
  const watch = new ScannerWatch(
    {
      onscan: (text) => {
        const path = pathOfScan(text);
        if (path) void goto(path);
      },
      onkey: (key) => actOn(key, targets())
    },
    (task, delayMs) => {
      const timer = setTimeout(task, delayMs);
      return () => clearTimeout(timer);
    }
  );
  return (event) => {
    if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target)) return;
    if (document.querySelector('dialog[open]')) return;
    const scanned = watch.press(event.key, event.timeStamp);
    if (scanned || isOwn(event.key)) event.preventDefault();
  };
}

function actOn(key: string, targets: KeyTargets): void {
  const { jobNumber } = targets;
  if (key === '?') targets.keys();
  else if (key === '/') targets.find();
  else if (key === '.' && jobNumber !== undefined) void goto(`/jobs/${jobNumber}`);
  else if (jobNumber !== undefined) {
    const stage = findStageOfKey(key);
    if (stage) void goto(`/jobs/${jobNumber}/${stage}`);
  }
}

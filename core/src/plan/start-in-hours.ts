import type { Phase, PlanProblem } from './problem.ts';

/** More steps than that from one span of hours to the next find nothing. */
const MOST_TRIES = 5_000;

/** The first start from `start` on at which every phase lies inside its hours; undefined when there is none. */
export function startInHours(
  { working, open }: Pick<PlanProblem, 'working' | 'open'>,
  phases: readonly Phase[],
  start: number
): number | undefined {
  let at = start;
  for (let tries = 0; tries < MOST_TRIES; tries++) {
    const moved = moveIntoHours({ working, open }, phases, at);
    if (moved === undefined || moved === at) return moved;
    at = moved;
  }
  return undefined;
}

function moveIntoHours(
  { working, open }: Pick<PlanProblem, 'working' | 'open'>,
  phases: readonly Phase[],
  start: number
): number | undefined {
  let offset = 0;
  for (const phase of phases) {
    const hours = phase.hands ? working : phase.attended ? open : undefined;
    if (hours) {
      const from = start + offset;
      const span = hours.find(
        (h) => h.end - h.start >= phase.minutes && h.end - phase.minutes >= from
      );
      if (!span) return undefined;
      if (span.start > from) return span.start - offset;
    }
    offset += phase.minutes;
  }
  return start;
}

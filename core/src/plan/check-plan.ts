import { handsEnd } from './compile.ts';
import { lengthOf, type Phase, type Placed, type Plan, type PlanProblem } from './problem.ts';

/** A rule that a plan breaks; none in a plan that can be worked. */
export interface Breach {
  readonly rule: 'twice' | 'order' | 'hours' | 'early' | 'length' | 'place' | 'missing';
  readonly key: string;
  readonly other: string;
}

/**
 * Looks at a plan as somebody who did not make it: nothing used twice, order kept, hands in working hours, nothing that
 * changes memory over closing time, every task placed once or named. Example: the empty list means that it can be worked.
 */
export function checkPlan(problem: PlanProblem, plan: Plan): Breach[] {
  const byKey = new Map(plan.placed.map((p) => [p.key, p]));
  const keys = new Set(problem.tasks.map((t) => t.key));
  const breaches: Breach[] = [];
  const say = (rule: Breach['rule'], key: string, other = '') =>
    breaches.push({ rule, key, other });
  const uses: { id: string; start: number; end: number; key: string }[] = [];
  for (const task of problem.tasks) {
    const p = byKey.get(task.key);
    if (!p) {
      if (!plan.unplaced.includes(task.key)) say('missing', task.key);
      continue;
    }
    for (const id of p.places) uses.push({ id, start: p.start, end: p.end, key: p.key });
    if (task.running) {
      const { person, start } = task.running;
      if (person) uses.push({ id: person, start, end: handsEnd(task), key: p.key });
      const held = task.places.every(
        (list) => list.length === 0 || list.some((id) => p.places.includes(id))
      );
      if (!held) say('place', task.key);
      continue;
    }
    if (p.end - p.start !== lengthOf(task)) say('length', task.key);
    if (p.start < Math.max(task.earliest, task.pinned?.at ?? 0)) say('early', task.key);
    for (const before of task.after.filter((key) => keys.has(key))) {
      const b = byKey.get(before);
      if (!b || b.end > p.start) say('order', task.key, before);
    }
    const served = task.places.every((list, i) => list.includes(p.places[i] ?? ''));
    if (!served) say('place', task.key);
    for (const use of usesOfPeople(p, task.phases)) {
      if (use.person) uses.push({ ...use, id: use.person, key: p.key });
      if (use.phase.hands && (!use.person || !use.phase.people.includes(use.person)))
        say('place', task.key);
      const hours = use.phase.hands
        ? problem.working
        : use.phase.attended
          ? problem.open
          : undefined;
      if (hours && !hours.some((h) => h.start <= use.start && use.end <= h.end))
        say('hours', task.key);
    }
  }
  for (const [i, a] of uses.entries()) {
    for (const b of uses.slice(i + 1)) {
      if (a.id === b.id && a.start < b.end && b.start < a.end) say('twice', a.key, b.key);
    }
  }
  return breaches;
}

function usesOfPeople(placed: Placed, phases: readonly Phase[]) {
  let at = placed.start;
  return phases.map((phase, i) => {
    const start = at;
    at += phase.minutes;
    return { phase, person: placed.people[i], start, end: at };
  });
}

import ical, { ICalEventTransparency } from 'ical-generator';
import { messageOfJudgement } from '../../../messages/catalogue.ts';
import type { PlanData } from '../../../plan-types.ts';

/**
 * The plan as a calendar, one event a task; with `lane` only what is on that lane, and only for the time that it is
 * there. An event keeps its id as long as its task lives, so that a calendar that fetches again moves it.
 * Source: RFC 5545, written by ical-generator.
 */
export function writeCalendar(plan: PlanData, lane: string | undefined, origin: string): string {
  const calendar = ical({
    name: lane
      ? `Bench: ${plan.lanes.find((l) => l.id === lane)?.name ?? 'unknown'}`
      : 'Bench plan',
    prodId: { company: 'Upright Badger', product: 'plan', language: 'EN' }
  });
  for (const task of plan.tasks) {
    const pieces = lane ? task.pieces.filter((p) => p.lane === lane) : [task];
    for (const [i, piece] of pieces.entries()) {
      const names = task.pieces.map((p) => plan.lanes.find((l) => l.id === p.lane)?.name ?? '');
      calendar.createEvent({
        id: `${task.key.replace('/', '-')}${i > 0 ? `-${i}` : ''}@upright-badger`,
        start: piece.startsAt,
        end: piece.endsAt,
        stamp: plan.madeAt,
        summary: `${task.job} ${messageOfJudgement(task.title).title}`,
        location: [...new Set(names.filter((n) => n !== ''))].join(', '),
        description: plan.jobs.find((j) => j.number === task.job)?.vehicle ?? '',
        url: `${origin}/jobs/${task.job}`,
        transparency: ICalEventTransparency.OPAQUE
      });
    }
  }
  return calendar.toString();
}

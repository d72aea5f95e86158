import { shapeOf } from '@badger/core/job/shape';
import { formatDuration } from '@badger/core/base/format';
import type { NewJob } from '$lib/schema/requests.ts';
import type { Reason } from '../shared/reasons.ts';

/** A job of the same vehicle that the shop has had before. */
export interface EarlierJob {
  readonly number: number;
  readonly customer: string;
  readonly vehicle: string;
  readonly family: string;
  readonly complaint: string;
  readonly plate: string;
  readonly closed: boolean;
}

/** A unit as it is entered; an empty tag asks the shop for the next one. */
export interface UnitDraft {
  present: boolean;
  tag: string;
  place: string;
  condition: string;
}

/** What the person has entered so far. */
export interface IntakeDraft {
  customer: string;
  vehicle: string;
  vin: string;
  family: string;
  complaint: string;
  shows: string;
  /** What stands in a number field; null when it is empty. */
  showsMinutes: number | null;
  plate: string;
  reason: Reason;
  authorisedBy: string;
  /** Local time of a `datetime-local` field; empty for none. */
  promised: string;
  how: 'vehicle' | 'post' | 'counter';
  parcelNumber: string;
  condition: string;
  original: UnitDraft;
  donor: UnitDraft;
}

/** An empty form; the original is expected to be tagged, the donor is not here yet. */
export function emptyDraft(family: string): IntakeDraft {
  return {
    customer: '',
    vehicle: '',
    vin: '',
    family,
    complaint: '',
    shows: '',
    showsMinutes: null,
    plate: '',
    reason: 'failed-module',
    authorisedBy: '',
    promised: '',
    how: 'vehicle',
    parcelNumber: '',
    condition: '',
    original: { present: true, tag: '', place: '', condition: '' },
    donor: { present: false, tag: '', place: '', condition: '' }
  };
}

/** What is sent. A parcel number goes only with post; a key of its own makes a second press harmless. */
export function newJobOf(
  draft: IntakeDraft,
  { intakeKey, another }: { intakeKey: string; another: boolean }
): NewJob {
  const unit = (role: 'original' | 'donor') =>
    draft[role].present
      ? [
          {
            role,
            tag: draft[role].tag.trim(),
            place: draft[role].place.trim(),
            condition: draft[role].condition.trim()
          }
        ]
      : [];
  const promised = draft.promised === '' ? undefined : new Date(draft.promised);
  return {
    customer: draft.customer.trim(),
    vehicle: draft.vehicle.trim(),
    vin: draft.vin.trim(),
    family: draft.family,
    complaint: draft.complaint.trim(),
    shows: draft.shows.trim(),
    showsMinutes: draft.showsMinutes ?? null,
    plate: draft.plate.trim(),
    reason: draft.reason,
    authorisedBy: draft.authorisedBy.trim(),
    promisedAt: promised && !Number.isNaN(promised.getTime()) ? promised.toISOString() : null,
    intakeKey,
    arrival: {
      how: draft.how,
      parcelNumber: draft.how === 'post' ? draft.parcelNumber.trim() : '',
      condition: draft.condition.trim()
    },
    units: [
      ...unit('original'),
      ...(shapeOf(draft.reason).target === 'donor' ? unit('donor') : [])
    ],
    another
  };
}

const CLOSING_HOUR = 17;
const two = (n: number) => String(n).padStart(2, '0');

/** Local time as a `datetime-local` field wants it. */
export function toFieldTime(at: Date): string {
  return `${at.getFullYear()}-${two(at.getMonth() + 1)}-${two(at.getDate())}T${two(at.getHours())}:${two(at.getMinutes())}`;
}

/** Promises that are given most: today and the next two working days at closing time. Weekends are skipped. */
export function promiseChoices(now: Date): readonly { name: string; value: string }[] {
  const closing = (days: number) =>
    new Date(now.getFullYear(), now.getMonth(), now.getDate() + days, CLOSING_HOUR);
  const choices: { name: string; value: string }[] = [];
  for (let days = 0; choices.length < 3 && days < 8; days++) {
    const at = closing(days);
    const weekend = at.getDay() === 0 || at.getDay() === 6;
    if (weekend || at.getTime() <= now.getTime()) continue;
    const name =
      days === 0
        ? 'today'
        : days === 1
          ? 'tomorrow'
          : at.toLocaleDateString('en-GB', { weekday: 'long' });
    choices.push({ name: `${name} ${CLOSING_HOUR}:00`, value: toFieldTime(at) });
  }
  return choices;
}

/** A key for one filled form, out of random bytes. */
export function makeIntakeKey(random: Uint8Array): string {
  return [...random].map((b) => b.toString(16).padStart(2, '0')).join('');
}

/** How the complaint shows and how long that takes, in one sentence; empty when nobody said. */
export function showsOf({
  shows,
  showsMinutes
}: {
  readonly shows: string;
  readonly showsMinutes: number | null;
}): string {
  const after =
    showsMinutes === null
      ? ''
      : showsMinutes === 0
        ? 'at once'
        : `after ${formatDuration(showsMinutes * 60)}`;
  const parts = [shows, after].filter((p) => p !== '');
  return parts.length === 0 ? '' : `Shows: ${parts.join(', ')}`;
}

import { describe, expect, it } from 'vitest';
import {
  emptyDraft,
  makeIntakeKey,
  newJobOf,
  promiseChoices,
  showsOf,
  toFieldTime
} from './intake.view.ts';
import { viewVin } from './vin.view.ts';
import { pathOfStrokes } from '$lib/strokes.ts';

describe('an intake', () => {
  const draft = () => ({ ...emptyDraft('HV-EC4'), customer: ' North Quay ', vin: ' U8H ' });
  const options = { intakeKey: 'k'.repeat(8), another: false };

  it('asks for the next tag of the original and sends no donor that is not there', () => {
    const job = newJobOf(draft(), options);
    expect(job).toMatchObject({
      customer: 'North Quay',
      vin: 'U8H',
      promisedAt: null,
      units: [{ role: 'original', tag: '' }]
    });
    const both = draft();
    both.donor.present = true;
    both.donor.tag = ' 0388 ';
    expect(newJobOf(both, options).units.map((u) => `${u.role} ${u.tag}`)).toEqual([
      'original ',
      'donor 0388'
    ]);
  });
  it('says how the complaint shows and after how long, as far as somebody said it', () => {
    const says = (shows: string, showsMinutes: number | null) => showsOf({ shows, showsMinutes });
    expect(says('', null)).toBe('');
    expect(says('cold start', null)).toBe('Shows: cold start');
    expect(says('', 0)).toBe('Shows: at once');
    expect(says('uphill', 35)).toMatch(/^Shows: uphill, after 35/);
    const job = newJobOf({ ...draft(), shows: ' wet ', showsMinutes: 5, plate: ' x ' }, options);
    expect(job).toMatchObject({ shows: 'wet', showsMinutes: 5, plate: 'x' });
  });
  it('sends a parcel number only with post, and the promise in UTC', () => {
    const posted = { ...draft(), parcelNumber: 'EX 1', promised: '2026-11-26T17:00' };
    expect(newJobOf(posted, options).arrival.parcelNumber).toBe('');
    const job = newJobOf({ ...posted, how: 'post' }, options);
    expect(job.arrival.parcelNumber).toBe('EX 1');
    expect(job.promisedAt).toBe(new Date(2026, 10, 26, 17).toISOString());
    expect(newJobOf({ ...posted, promised: 'rubbish' }, options).promisedAt).toBeNull();
  });
  it('offers promises on working days that are still to come', () => {
    const names = (at: Date) => promiseChoices(at).map((c) => c.name);
    expect(names(new Date(2026, 10, 25, 9))).toEqual([
      'today 17:00',
      'tomorrow 17:00',
      'Friday 17:00'
    ]);
    // Friday evening: the next working days are Monday to Wednesday
    expect(names(new Date(2026, 10, 27, 18))).toEqual([
      'Monday 17:00',
      'Tuesday 17:00',
      'Wednesday 17:00'
    ]);
    expect(promiseChoices(new Date(2026, 10, 25, 9))[0]?.value).toBe('2026-11-25T17:00');
    expect(toFieldTime(new Date(2026, 0, 5, 7, 3))).toBe('2026-01-05T07:03');
  });
  it('makes keys that the server takes', () => {
    expect(makeIntakeKey(Uint8Array.from({ length: 16 }, (_, i) => i))).toMatch(/^[0-9a-f]{32}$/);
  });
});

describe('a VIN in words', () => {
  const line = (vin: string, name: string) =>
    viewVin(vin, 2026)?.lines.find((l) => l.name === name)?.value;
  it('is quiet until something is typed, and names what is wrong', () => {
    expect(viewVin('  ', 2026)).toBeUndefined();
    expect(viewVin('U8H', 2026)?.problem?.code).toBe('vin.length.wrong');
    expect(viewVin('U8HVC3F24O1084417', 2026)).toMatchObject({ proposal: 'U8HVC3F2401084417' });
  });
  it('holds nobody to a check digit that his makers do not use', () => {
    expect(viewVin('WVWZZZ1JZXW000001', 2026)?.doubtful).toBe(false);
    expect(line('WVWZZZ1JZXW000001', 'Check digit')).toBe('none in this number');
    // 49 CFR 565: in North America it is the law
    expect(viewVin('1M8GDM9A1KP042788', 2026)?.doubtful).toBe(true);
    expect(line('1M8GDM9AXKP042788', 'Model year')).toMatch(/^1989 or 2019 \(position 10 is K/);
  });
});

it('a signature becomes a path, and a dot stays a dot', () => {
  expect(
    pathOfStrokes([
      [
        [1, 2],
        [3, 4]
      ],
      [[9, 9]]
    ])
  ).toBe('M1 2L3 4M9 9l1 0');
  expect(pathOfStrokes([])).toBe('');
});

import type { VehicleSign } from '@badger/core/clone/in-vehicle';
import { num, type Texts } from './message.ts';

/** What is seen in the vehicle, as a person says it. */
export const SIGN_WORDS: Readonly<Record<VehicleSign, string>> = {
  'cranks-no-start': 'Cranks and does not start',
  'starts-and-dies': 'Starts and dies after seconds',
  'memory-fault': 'Fault of its memory or program',
  'vin-fault': 'VIN told wrong',
  'other-fault': 'Something else'
};

/** What was seen, as one sentence without its full stop. Example: `Cranks and does not start (after 3 s)`. */
export function seenWords(signs: readonly VehicleSign[], note: string): string {
  const seen = signs
    .filter((s) => s !== 'other-fault' || note === '')
    .map((s, i) => (i === 0 ? SIGN_WORDS[s] : SIGN_WORDS[s].toLowerCase()))
    .join(', ');
  if (seen === '') return note;
  return note === '' ? seen : `${seen} (${note})`;
}

/** A proven write that is tried in the vehicle, and what could be written instead. */
export const inVehicle = {
  'vehicle.told.other': () => ({
    title: 'Another write has followed',
    text: 'What is told belongs to the last write of this unit. Nothing was kept.',
    clear: 'Look at the page again and tell it of the write that stands there.'
  }),
  'vehicle.told.unseen': () => ({
    title: 'What is seen?',
    text: 'That it fails is told with what is seen, or with a word about it. Nothing was kept.',
    clear: 'Choose a sign; of something else say what.'
  }),
  'vehicle.told.unproven': () => ({
    title: 'Not a proven clone',
    text: 'Only of an image that was written and read back equal the vehicle tells something. Nothing was kept.',
    clear: 'Write the image and have it proven first.'
  }),
  'write.clone.refuted': () => ({
    title: 'Written and proven, and it fails in the vehicle',
    text: 'The unit holds what was meant; so the read that it was made of may be wrong, or something else in the vehicle.',
    clear: 'Take another kept read below, build, write again; or read the original once more.'
  }),
  'return.write.refuted': () => ({
    title: 'It fails in the vehicle',
    text: 'The last write is proven and does not do.',
    clear: 'Go back to Write: another kept read may save it.'
  }),
  'gate.image.failed': () => ({
    title: 'Just this content failed in the vehicle',
    text: 'It was written and proven before. In another unit it may still run.',
    clear: 'Take another kept read, or find out what else is wrong.'
  }),
  'job.close.refuted': () => ({
    title: 'It fails in the vehicle',
    text: 'The last write was proven, and then somebody told that it does not run.',
    clear: 'Write another kept read, or tell at Write that it runs now.'
  }),
  'alternate.content.untried': (p) => ({
    title: `Not tried yet: ${num(p['bytes']).toLocaleString('en-GB')} ${num(p['bytes']) === 1 ? 'byte differs' : 'bytes differ'}`,
    text: 'Whether it is the right one shows in the vehicle.'
  }),
  'alternate.content.failed': () => ({
    title: 'Was written before and failed',
    text: 'It was in a write that failed in the vehicle.'
  }),
  'alternate.content.unsound': () => ({
    title: 'Not sound by itself',
    text: 'Something in it is wrong already; see Read.'
  }),
  'alternate.content.untaken': () => ({
    title: 'Would change nothing',
    text: 'It differs only in bytes that are not taken from it.'
  }),
  'alternate.content.incomparable': () => ({
    title: 'Cannot be held against it',
    text: 'Another length, or its bytes could not be loaded.'
  })
} satisfies Texts;

import { text, type MessageOf, type Texts } from './message.ts';

const pair = (p: Parameters<MessageOf>[0]) =>
  `Original ${text(p['original']) || 'not known'}, candidate ${text(p['candidate']) || 'not known'}.`;

/** A place as the family's profile names it, inside a sentence. */
const lowerFirst = (place: string) => place.charAt(0).toLowerCase() + place.slice(1);

/** A donor held against the original, the shelf, and the wear of a unit. */
export const match = {
  'donor.unit.fits': (p) => ({
    title: 'It may take the place of the original',
    text: `Every rule of ${text(p['family'])} holds.`
  }),
  'donor.unit.ask': (p) => ({
    title: `Ask the seller for: ${text(p['names'])}`,
    text: 'What is known fits; that is not enough to pay for it.',
    clear: 'Type the answers below and look again.'
  }),
  'donor.family.other': (p) => ({
    title: `It is a ${text(p['found'])}, the original a ${text(p['family'])}`,
    text: 'Another family, and not known as the same hardware under another make.',
    clear: 'Look for another donor.'
  }),
  'donor.field.equal': (p) => ({ title: `${text(p['field'])} is equal`, text: '' }),
  'donor.field.apart': (p) => ({ title: `${text(p['field'])} differs, as it must`, text: '' }),
  'donor.field.same': (p) => ({
    title: `${text(p['field'])} is the same on both`,
    text: `${text(p['why'])} ${pair(p)}`,
    clear: 'Look whether the same label was read twice.'
  }),
  'donor.field.carried': (p) => ({
    title: `${text(p['field'])} is the original's`,
    text: 'The donor was written before; the chip ids tell the two apart.'
  }),
  'donor.field.later': (p) => ({
    title: `${text(p['field'])} is a later revision`,
    text: `${pair(p)} A later one may take its place.`
  }),
  'donor.field.supersedes': (p) => ({
    title: `${text(p['field'])} supersedes the original's`,
    text: pair(p)
  }),
  'donor.field.compatible': (p) => ({
    title: `${text(p['field'])} is an earlier one that may stand in`,
    text: pair(p)
  }),
  'donor.field.earlier': (p) => ({
    title: `${text(p['field'])} is an earlier revision`,
    text: `${text(p['why'])} ${pair(p)}`,
    clear: 'Look for the same or a later one.'
  }),
  'donor.field.superseded': (p) => ({
    title: `${text(p['field'])} was superseded by the original's`,
    text: `${text(p['why'])} ${pair(p)} The step goes one way only.`,
    clear: 'Look for the same or a later one.'
  }),
  'donor.field.othermake': (p) => ({
    title: `The same hardware, sold by ${text(p['make'])}`,
    text: `${text(p['note'])} ${pair(p)}`,
    clear: 'Look at plug and label before it is paid for.'
  }),
  'donor.field.differs': (p) => ({
    title: `${text(p['field'])} differs`,
    text: `${text(p['why'])} ${pair(p)}`,
    clear: p['cost'] ? 'Buy it only with that cost counted in.' : 'Do not buy it for this job.'
  }),
  'donor.field.unasked': (p) => ({
    title: `${text(p['field'])} is not known`,
    text: text(p['why']),
    clear: `Ask for the ${text(p['field']).toLowerCase()}.`
  }),
  'donor.field.unread': (p) => ({
    title: `${text(p['field'])} of the original is not known`,
    text: `${text(p['why'])} ${pair(p)}`,
    clear: `Look here: ${lowerFirst(text(p['where'])) || 'on the original'}.`
  }),
  'donor.field.unheld': (p) => ({
    title: `${text(p['field'])} of the donor is not known`,
    text: `${text(p['why'])} ${pair(p)}`,
    clear: `Look here: ${lowerFirst(text(p['where'])) || 'on the donor'}.`
  }),
  'donor.field.zero': (p) => ({
    title: `${text(p['field'])}: the same but for zeros in front`,
    text: pair(p),
    clear: 'Was a leading zero lost? Look at the label and enter it as it stands there.'
  }),
  'donor.field.grouped': (p) => ({
    title: `${text(p['field'])}: the same characters, parted otherwise`,
    text: pair(p),
    clear: 'Look at both labels and enter them as they stand there.'
  }),
  'donor.field.rounded': (p) => ({
    title: `${text(p['field'])} is nearly equal`,
    text: `${text(p['why'])} ${pair(p)}`,
    clear: 'Rounded, or another one? Look at the label.'
  }),
  'donor.field.unknown': (p) => ({ title: `${text(p['field'])} is not known`, text: '' }),
  'donor.field.ignored': (p) => ({
    title: `${text(p['field'])} does not matter`,
    text: text(p['why'])
  }),
  'shelf.unit.dead': (p) => ({
    title: `Unit ${text(p['tag'])} is dead`,
    text: 'It is kept for its parts.',
    clear: 'Take another.'
  }),
  'shelf.unit.taken': (p) => ({
    title: `Unit ${text(p['tag'])} serves job ${text(p['job'])}`,
    text: 'That job is open.',
    clear: 'Take another, or close that job.'
  }),
  'shelf.unit.cloned': (p) => ({
    title: `Unit ${text(p['tag'])} carries another vehicle's identity`,
    text: 'It was written as a clone before.',
    clear: 'Use it only when the other vehicle does not need it any more.'
  }),
  'unit.tag.taken': (p) => ({
    title: `Tag ${text(p['tag'])} is taken`,
    text: 'Nothing was put on the shelf.',
    clear: 'Leave the tag empty: the shop gives the next one.'
  }),
  'unit.wear.value': (p) => ({
    title: `${text(p['value'])} is no value of this family`,
    text: 'Nothing was recorded.'
  }),
  'wear.unit.untold': () => ({
    title: 'Its wear cannot be told',
    text: 'This family has no adaptation values.'
  }),
  'wear.unit.unread': () => ({
    title: 'Wear not read yet',
    text: 'Read the adaptation values and type them in.'
  }),
  'wear.unit.good': () => ({ title: 'As new', text: 'Every value is inside its good band.' }),
  'wear.unit.partly': (p) => ({
    title: `Good as far as it was read: ${text(p['known'])} of ${text(p['count'])} values`,
    text: 'The rest is not known.',
    clear: 'Read the other values too.'
  }),
  'wear.unit.used': (p) => ({
    title: `Used: ${text(p['name'])}`,
    text: `${text(p['found'])} ${text(p['unit'])}, outside the good band.`,
    clear: 'Good for a clone; tell the customer.'
  }),
  'wear.unit.worn': (p) => ({
    title: `Worn out: ${text(p['name'])}`,
    text: `${text(p['found'])} ${text(p['unit'])}, beyond the worn edge.`,
    clear: 'Do not build on it.'
  }),
  'wear.value.unknown': () => ({ title: 'Not read', text: '' }),
  'wear.value.good': () => ({ title: 'As new', text: '' }),
  'wear.value.used': () => ({ title: 'Used', text: '' }),
  'wear.value.near': () => ({ title: 'Near its end', text: '' }),
  'wear.value.worn': () => ({ title: 'Worn out', text: '' }),
  'parts.service.none': () => ({
    title: 'No parts service is set up',
    text: 'Numbers are told from the profiles alone.'
  }),
  'parts.service.down': () => ({
    title: 'The parts service does not answer',
    text: 'Nothing was lost; what it said before is used where there is something.',
    clear: 'Try again later.'
  }),
  'parts.service.slow': (p) => ({
    title: 'The parts service takes too long',
    text: `No answer in ${text(p['seconds'])} s; what it said before is used where there is something.`,
    clear: 'Try again later.'
  }),
  'parts.service.key': () => ({
    title: 'The parts service refuses our key',
    text: 'Nothing can be asked until it is renewed.',
    clear: 'Ask the lead to renew the key of the parts service.'
  }),
  'parts.service.broken': (p) => ({
    title: `The parts service is out of order (${text(p['status'])})`,
    text: 'What it said before is used where there is something.',
    clear: 'Try again later.'
  }),
  'parts.answer.malformed': (p) => ({
    title: 'The parts service answered something that cannot be read',
    text: `${text(p['where'])}. Nothing of it is used.`
  }),
  'parts.answer.other': (p) => ({
    title: 'The parts service answered another question',
    text: `Asked for ${text(p['asked'])}, answered ${text(p['answered'])}. Nothing of it is used.`
  }),
  'parts.chain.loop': (p) => ({
    title: 'Numbers that replace each other in a circle',
    text: `${text(p['loop'])}. Nothing of the answer is used.`,
    clear: 'Compare the labels by eye.'
  }),
  'parts.key.malformed': (p) => ({
    title: 'Not a number or a VIN that can be asked for',
    text: text(p['key'])
  }),
  'parts.key.unknown': (p) => ({
    title: `The parts service does not know ${text(p['key'])}`,
    text: 'Look at the label once more.'
  })
} satisfies Texts;

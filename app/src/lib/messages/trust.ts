import { formatCount } from '@badger/core/base/format';
import type { Cause } from '@badger/core/trust/cause';
import { hex } from './format.ts';
import { listed, num, text, type Message, type Texts } from './message.ts';

const bytes = (n: unknown) => `${formatCount(num(n as number))} ${n === 1 ? 'byte' : 'bytes'}`;
const places = (n: unknown) => `${formatCount(num(n as number))} ${n === 1 ? 'place' : 'places'}`;
const reads = (list: string | number) =>
  /,/.test(text(list)) ? `Reads ${listed(list)}` : `Read ${text(list)}`;
const say = (list: string | number, one: string, many: string) =>
  `${reads(list)} ${/,/.test(text(list)) ? many : one}`;

const bad = (p: { differ?: number; unknown?: number }) => num(p.differ) + num(p.unknown);

/** What reads show, with the figures that were measured. */
export const trust = {
  'trust.sign.agree': (p) => ({
    title: `${reads(p.reads)} are the same`,
    text: `All ${bytes(p.bytes)}.`
  }),
  'trust.sign.alone': () => ({
    title: 'One read says nothing of itself',
    text: 'What a bad contact or a tired cell did to it shows only beside another.',
    clear: 'Read once more.'
  }),
  'trust.sign.apart': (p) => ({
    title: `${text(p.reads)} reads, ${text(p.groups)} contents`,
    text: `They differ in ${bytes(p.bytes)} that all of them have.`
  }),
  'trust.sign.cells': (p) => ({
    title: `The same ${places(p.places)} waver`,
    text: `${num(p.again) === 0 ? 'None' : text(p.again)} of them in more than one read; ${text(p.sameWay)} % of the changes go the same way, one bit each.`
  }),
  'trust.sign.checks': (p) => ({
    title: `${reads(p.reads)}: ${bad(p)} of ${bad(p) + num(p.hold)} checksums ${bad(p) === 1 ? 'does' : 'do'} not hold`,
    text:
      num(p.unknown) > 0
        ? `${text(p.unknown)} could not be computed at all.`
        : 'Content that is right holds all of them.'
  }),
  'trust.sign.checks-hold': (p) => ({
    title: `${reads(p.reads)}: ${num(p.hold) === 1 ? 'the checksum holds' : `all ${text(p.hold)} checksums hold`}`,
    text: ''
  }),
  'trust.sign.dropped': (p) => ({
    title: `${say(p.reads, 'lacks', 'lack')} ${num(p.places) === 1 ? 'a block' : `${text(p.places)} blocks`}`,
    text: `${bytes(p.bytes)} from ${hex(p.at)} on are ${text(p.value)} where others have content.`
  }),
  'trust.sign.fields': (p) => ({
    title: `${text(p.wrong)} of ${num(p.wrong) + num(p.sound)} fields ${num(p.wrong) === 1 ? 'reads' : 'read'} wrong`,
    text: 'Malformed, out of bounds, or copies that differ.'
  }),
  'trust.sign.filled': (p) => ({
    title: `${say(p.reads, 'holds', 'hold')} nothing but ${text(p.value)}`,
    text: `${text(p.percent)} % of all bytes.`
  }),
  'trust.sign.long': (p) => ({
    title: `${say(p.reads, 'is', 'are')} longer than the region`,
    text: `${bytes(p.found)} where ${bytes(p.expected)} are expected.`
  }),
  'trust.sign.mirrored': (p) => ({
    title: `${say(p.reads, 'repeats itself', 'repeat themselves')} every ${bytes(p.everyBytes)}`,
    text: `${text(p.percent)} % of the pairs that address line A${text(p.line)} tells apart are the same.`
  }),
  'trust.sign.noise': (p) => ({
    title: `Single bytes differ at ${places(p.places)}`,
    text: `Other ones in each read: some ${text(p.perRead)} a read, ${formatCount(num(p.ofMillion))} in a million.`
  }),
  'trust.sign.other-region': (p) => ({
    title: `This is the content of ${text(p.region)}`,
    text: `${text(p.checks)} of its checksums hold and ${text(p.fields)} of its fields read as they must.`
  }),
  'trust.sign.rare': (p) => ({
    title: `Single bits differ at ${places(p.places)}`,
    text: 'Too few to tell a contact that disturbs from cells that fail.',
    clear: 'One more read tells more.'
  }),
  'trust.sign.repeated': (p) => ({
    title: `${say(p.reads, 'has', 'have')} ${num(p.places) === 1 ? 'a block' : `${text(p.places)} blocks`} twice`,
    text: `${bytes(p.bytes)} at ${hex(p.at)} are those that stand ${bytes(p.back)} before.`
  }),
  'trust.sign.rival': (p) => ({
    title: 'Two contents came more than once',
    text: `${reads(p.first)} say one thing, ${reads(p.second).toLowerCase()} another. Which is right nobody knows.`
  }),
  'trust.sign.shifted': (p) => ({
    title: `${say(p.reads, 'has', 'have')} moved`,
    text: `From ${hex(p.at)} on the content stands ${bytes(Math.abs(num(p.by)))} ${num(p.by) > 0 ? 'too early' : 'too late'}.`
  }),
  'trust.sign.short': (p) => ({
    title: `${say(p.reads, 'ends', 'end')} too early`,
    text: `${bytes(p.found)} of ${bytes(p.expected)}.`
  }),
  'trust.sign.stuck': (p) => ({
    title: `Bit ${text(p.bit)} is always ${text(p.level)}`,
    text: `In ${p.lane === 'every' ? 'every byte' : `byte ${text(p.lane)}`}; all other bits change. ${reads(p.reads)}.`
  }),
  'trust.sign.swapped': (p) => ({
    title: `${say(p.reads, 'has', 'have')} bytes in the wrong order`,
    text: `Within every ${text(p.width)} bytes they are turned round.`
  }),
  'trust.sign.tail': (p) => ({
    title: `${say(p.reads, 'has', 'have')} no end`,
    text: `From ${hex(p.at)} on all is ${text(p.value)} where others have content.`
  }),
  'trust.sign.unchecked': (p) => ({
    title: `No checksum covers ${bytes(p.bytes)}`,
    text: 'There only agreement speaks.'
  }),
  'trust.sign.worse': (p) => ({
    title: 'It is getting worse',
    text: `The first half of the reads differ in ${bytes(p.first)} on average, the last in ${bytes(p.last)}.`,
    clear: 'Read at once what still reads, the most important region first.'
  })
} satisfies Texts;

/** A cause in words, with what to do about it. */
export const CAUSE_WORDS: Readonly<Record<Cause, Message>> = {
  'bus-dead': {
    title: 'Nothing answers on the data line',
    text: 'No memory erases to this value: what was read is the level of an open line.',
    clear: 'Supply, ground and the seat of lead or clip first; then read again.'
  },
  blank: {
    title: 'Erased, or not reached',
    text: 'An erased memory and a chip that is not reached look alike.',
    clear: 'Check the identification of the chip; if it answers, the memory is empty.'
  },
  'wrong-region': {
    title: 'Content of another region',
    text: 'It is right in itself, but does not belong here.',
    clear: 'Choose the region or family anew.'
  },
  truncated: {
    title: 'The end is missing',
    text: 'The transfer ended before the region did.',
    clear: 'Read again; keep the computer from sleeping and the cable still.'
  },
  'address-line': {
    title: 'An address line does not reach the memory',
    text: 'Different addresses give the same bytes, every time.',
    clear: 'Choose the true size, or mend the line: leg, pad, clip.'
  },
  'byte-swapped': {
    title: 'Byte order turned round',
    text: 'Reading on gives the same again.',
    clear: 'Set the byte order of the reader, or turn it round on the desk.'
  },
  shifted: {
    title: 'Bytes were lost or came twice on the way',
    text: 'What follows stands beside its place.',
    clear: 'Read again, slower.'
  },
  'repeated-block': {
    title: 'A block came twice',
    text: 'The transfer gave the block before instead.',
    clear: 'Read again; a shorter lead or a lower rate helps.'
  },
  'dropped-block': {
    title: 'A block is missing',
    text: 'Filler stands where others have content.',
    clear: 'Read again; a shorter lead or a lower rate helps.'
  },
  'stuck-bit': {
    title: 'A data line is stuck',
    text: 'One bit never changes: every read gives the same wrong answer.',
    clear: 'Look for solder, a bent leg or a loaded line; lift the chip if the board loads it.'
  },
  'failing-cells': {
    title: 'Cells fail',
    text: 'The same places waver from read to read.',
    clear: 'Read on now, warm and cold make a difference; do not erase. It will not get better.'
  },
  'contact-noise': {
    title: 'A bad contact',
    text: 'Other bytes are disturbed in every read.',
    clear: 'Reseat lead or clip, clean the legs, lower the rate.'
  },
  undecided: {
    title: 'Not to be named yet',
    text: 'What was read so far fits more than one cause.',
    clear: 'Read once more.'
  },
  none: { title: 'Nothing is wrong', text: '' }
};

import { formatCount } from '@badger/core/base/format';
import { hex } from './format.ts';
import { listed, num, text, type Texts } from './message.ts';

const bytes = (n: number) => `${formatCount(n)} ${n === 1 ? 'byte' : 'bytes'}`;

/** Content of images: checksums, comparison, patches. */
export const image = {
  'checksum.range.unknown': (p) => ({
    title: `Nobody knows what stands at ${hex(p.address)}`,
    text: 'A checksum over a hole would say nothing.',
    clear: 'Choose a range without a hole.'
  }),
  'checksum.word.odd': (p) => ({
    title: `${text(p.name)} takes whole words`,
    text: `${bytes(num(p.bytes))} are no multiple of ${text(p.word)}.`,
    clear: 'Choose a range of whole words.'
  }),
  'checksum.balance.kind': (p) => ({
    title: `${text(p.name)} cannot be balanced`,
    text: 'Its two sums depend on each other.',
    clear: 'Correct the stored value instead.'
  }),
  'checksum.balance.room': (p) => ({
    title: 'Too few free bytes',
    text: `${bytes(num(p.bytes))} cannot make a fixed ${text(p.name)} right.`,
    clear: 'Name more bytes that nothing needs, or correct the stored value.'
  }),
  'checksum.rules.circle': (p) => ({
    title: 'Two checksums count each other',
    text: `${text(p.rule)} counts the value of ${text(p.other)}, and that one waits for it.`,
    clear: 'One of the rules is wrong: look at their ranges.'
  }),
  'checksum.rules.clash': (p) => ({
    title: `${text(p.rule)} cannot be made right beside the others`,
    text: 'Two rules want other bytes at one place. Nothing was changed.',
    clear: 'One of the rules is wrong: look at where they store.'
  }),
  'compare.content.differs': (p) => ({
    title: `${bytes(num(p.bytes))} differ`,
    text: `In ${num(p.ranges) === 1 ? 'one range' : `${formatCount(num(p.ranges))} ranges`}.`
  }),
  'compare.content.shifted': (p) => ({
    title: 'Content has moved',
    text: `${bytes(num(p.bytes))} of the first stand in ${text(p.which)} ${bytes(Math.abs(num(p.by)))} ${num(p.by) < 0 ? 'earlier' : 'later'}.`
  }),
  'compare.range.only': (p) => ({
    title: 'Not every image knows these addresses',
    text: `${bytes(num(p.bytes))} from ${hex(p.address)} on stand in ${listed(p.which)} only.`
  }),
  'compare.ranges.many': (p) => ({
    title: 'More ranges than are listed',
    text: `The first ${formatCount(num(p.most))} are listed; the number of bytes is exact.`
  }),
  'edit.address.unknown': (p) => ({
    title: `Nothing is known at ${hex(p.address)}`,
    text: 'Only bytes that the image holds can be changed.'
  }),
  'edit.image.holes': (p) => ({
    title: 'The image has holes',
    text: `It lies in ${text(p.pieces)} pieces, and steps go over the whole.`,
    clear: 'Save it as raw binary with a fill byte and open that.'
  }),
  'field.value.kept': (p) => ({
    title: `${text(p.name)} is not edited`,
    text: 'Mileage is carried with the identity of the vehicle and shown, never edited.'
  }),
  'field.value.malformed': (p) => ({
    title: `“${text(p.text)}” is no ${text(p.name)}`,
    text: 'It cannot be kept in these bytes exactly as it is written.',
    clear: 'Write it as it is shown for other units.'
  }),
  'transform.step.malformed': (p) => ({
    title: `A step of the kind ${text(p.kind)} does not go like this`,
    text: 'A figure of it is missing, too many or out of bounds.'
  }),
  'transform.chain.lossy': () => ({
    title: 'Laid bare and scrambled again it is not the same',
    text: 'What the family says about its scrambling cannot be undone for this content. Nothing was built.',
    clear: 'Report the family’s profile.'
  }),
  'transform.length.uneven': (p) => ({
    title: `Step ${text(p.step)} does not fit the image`,
    text: `It moves ${bytes(num(p.unit))} at a time, and the image holds ${bytes(num(p.bytes))}.`,
    clear: 'Choose another step, or cut the image to whole units first.'
  }),
  'patch.content.other': (p) => ({
    title: `Something else stands at ${hex(p.address)}`,
    text: `The patch expects other bytes there (change of ${bytes(num(p.bytes))}). Nothing was changed.`,
    clear: 'This image is not what the patch was made for.'
  }),
  'patch.file.malformed': (p) => ({
    title: 'The patch cannot be read',
    text: `It is wrong at: ${text(p.where)}. Nothing was changed.`,
    clear: 'Make it again.'
  }),
  'search.pattern.empty': () => ({
    title: 'Nothing to look for',
    text: 'Type bytes, a text or a number.'
  }),
  'search.pattern.malformed': (p) => ({
    title: `“${text(p.text)}” is no ${p.kind === 'hex' ? 'row of bytes' : text(p.kind)}`,
    text: 'Bytes are pairs of hexadecimal digits, with ? for any digit. Numbers are decimal, or hexadecimal with 0x, up to 64 bits.'
  }),
  'patch.source.other': (p) => ({
    title: 'The patch was made from another image',
    text: `From the one with SHA-256 ${text(p.sha256)}. Nothing was changed.`,
    clear: 'Choose that image, or say that the patch is meant for another one.'
  })
} satisfies Texts;

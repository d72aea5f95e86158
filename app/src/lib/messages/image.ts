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

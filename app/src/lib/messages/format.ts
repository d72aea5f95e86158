import type { Param } from '@badger/core/base/codes';
import { formatSize } from '@badger/core/base/format';
import { num, text, type Texts } from './message.ts';

export const hex = (value: Param | undefined) =>
  value === undefined ? text(value) : `0x${Number(value).toString(16).toUpperCase()}`;
const place = (p: { readonly line?: Param; readonly byte?: Param }) =>
  `Line ${text(p.line)}, byte ${text(p.byte)} of the file.`;

/** Files of records: Intel HEX and S-records. */
export const format = {
  'format.address.high': (p) => ({
    title: `Address ${hex(p.address)} is too high`,
    text: `The format reaches to ${hex(p.most)}.`,
    clear: 'Choose a format with longer addresses, or move the image down.'
  }),
  'format.base.high': (p) => ({
    title: 'The image begins below that base',
    text: `Its first address is ${hex(p.address)}, the base ${hex(p.base)}.`,
    clear: 'Choose a base at or below the first address.'
  }),
  'format.checksum.wrong': (p) => ({
    title: 'The checksum of a record is wrong',
    text: `${place(p)} It says ${hex(p.found)}, its bytes make ${hex(p.expected)}.`,
    clear: 'The file is damaged: fetch it again.'
  }),
  'format.count.wrong': (p) => ({
    title: 'Records are missing, or too many',
    text: `${place(p)} It counts ${text(p.found)} records of data, the file has ${text(p.expected)}.`,
    clear: 'The file is damaged: fetch it again.'
  }),
  'format.width.mixed': (p) => ({
    title: 'Records of two kinds',
    text: `${place(p)} It is ${text(p.kind)}, the file began with ${text(p.first)}: no checksum covers the kind, and its address may be wrong.`,
    clear: 'Compare address and content with a second copy of the file.'
  }),
  'format.data.none': () => ({
    title: 'No data in this file',
    text: 'No record of it holds a byte.',
    clear: 'Choose another file.'
  }),
  'format.end.after': (p) => ({
    title: 'Something stands behind the end',
    text: `${place(p)} What stands behind the end record is not read.`
  }),
  'format.end.missing': () => ({
    title: 'The end record is missing',
    text: 'The file may have been cut off.',
    clear: 'Compare its size with where it came from.'
  }),
  'format.file.damaged': (p) => ({
    title: 'The file is damaged',
    text: `It is not worked on as it is: ${text(p.finding)}.`,
    clear: 'Inspect it, and fetch it again; or say that a damaged file is meant.'
  }),
  'format.hole.large': (p) => ({
    title: 'Too large for one binary file',
    text: `With its holes the image has ${formatSize(num(p.bytes))}, at most ${formatSize(num(p.most))} are written.`,
    clear: 'Choose a format of records, which needs no bytes for holes.'
  }),
  'format.hole.unfilled': (p) => ({
    title: `Nobody knows what stands at ${hex(p.address)}`,
    text: `A hole of ${formatSize(num(p.bytes))}: a binary file needs a byte there, and unknown is not blank.`,
    clear: 'Say what the holes are filled with, or choose a format of records.'
  }),
  'format.line.other': (p) => ({
    title: 'A line is no record',
    text: `${place(p)} It is passed over.`
  }),
  'format.overlap.other': (p) => ({
    title: `Two records hold different bytes for ${hex(p.address)}`,
    text: 'The file does not say which of them counts.',
    clear: 'Say whether the first or the last counts, or fetch the file again.'
  }),
  'format.overlap.same': (p) => ({
    title: 'Bytes stand twice in the file',
    text: `${text(p.bytes)} bytes from ${hex(p.address)} on stand twice, with the same value.`
  }),
  'format.record.cut': (p) => ({
    title: 'A record is cut off, or garbled',
    text: `${place(p)} It is not read.`,
    clear: 'The file is damaged: fetch it again.'
  }),
  'format.record.long': (p) => ({
    title: 'A record is longer than it says',
    text: `${place(p)} What is over is not read.`
  }),
  'format.record.unknown': (p) => ({
    title: `A record of kind ${text(p.kind)} is not known`,
    text: `${place(p)} It is not read.`,
    clear: 'Was the file made by a tool of another format?'
  }),
  'format.split.count': (p) => ({
    title: `A set of ${text(p.parts)} has ${text(p.parts)} files`,
    text: `${text(p.found)} were given.`,
    clear: 'Give one file for each chip, in their order.'
  }),
  'format.split.lengths': (p) => ({
    title: 'The files of the set are not of one length',
    text: `They have ${text(p.lengths)} bytes.`,
    clear: 'Read the chip again that gave too little or too much.'
  }),
  'format.split.odd': (p) => ({
    title: 'The image does not divide into whole parts',
    text: `${text(p.bytes)} bytes are no multiple of ${text(p.turn)}.`,
    clear: 'Fill it up first, or choose another division.'
  }),
  'format.zip.huge': (p) => ({
    title: 'The bundle is too large',
    text: `It unpacks to more than ${formatSize(num(p.most))}.`
  }),
  'format.zip.many': (p) => ({
    title: 'The bundle holds too many files',
    text: `No more than ${text(p.most)} lie on the desk at once.`,
    clear: 'Unpack it and choose the ones you want.'
  }),
  'format.zip.malformed': (p) => ({
    title: `${text(p.name)} is a damaged bundle`,
    text: 'It is torn, locked, or a file in it has not the checksum that it should. Nothing of it was opened.',
    clear: 'Have it sent again.'
  }),
  'format.wrap.segment': (p) => ({
    title: 'A record runs over the end of its segment',
    text: `${place(p)} Its last bytes stand at the beginning of the segment; some tools put them behind it.`,
    clear: 'Compare with the tool that made the file.'
  })
} satisfies Texts;

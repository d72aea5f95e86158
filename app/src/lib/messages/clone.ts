import { hex } from './format.ts';
import { num, text, type Texts } from './message.ts';

/** Whose content it is, in words. */
export const SOURCE_WORDS: Readonly<Record<string, string>> = {
  original: 'the original',
  donor: 'the donor',
  partner: 'the partner',
  supplied: 'the supplied file',
  filler: 'what the family sets back',
  family: 'where the family says'
};
const whose = (from: string | number | undefined) => SOURCE_WORDS[text(from)] ?? text(from);

/** The methods of cloning in words. */
export const METHOD_WORDS: Readonly<Record<string, string>> = {
  'whole-image': 'Whole image',
  merge: 'Merge',
  'memory-chip': 'Memory chip only',
  'patch-secret': 'Patch one secret',
  'supplied-file': 'Supplied file',
  none: 'Nothing is cloned'
};
const method = (id: string | number | undefined) =>
  (METHOD_WORDS[text(id)] ?? text(id)).toLowerCase();

/** What is said about building what is written. */
export const clone = {
  'clone.reset.other': (p) => ({
    title: 'Not to be set back',
    text: `The family names no learnt value at just these bytes of ${text(p['region'])}.`,
    clear: 'Choose one of the learnt values that Build lists.'
  }),
  'clone.region.untrusted': (p) => ({
    title: 'Cannot build yet',
    text: `${text(p.region)} of ${whose(p.from)} is needed and is not trusted yet.`,
    clear: 'Read it until two agree.'
  }),
  'clone.content.gap': (p) => ({
    title: 'The image does not fill its region',
    text: `What is to be written does not cover ${text(p.region)} exactly. Nothing was written.`,
    clear: 'Build it again.'
  }),
  'clone.method.other': (p) => ({
    title: 'Nothing is cloned here',
    text: `For ${text(p.family)} the choice is: ${method(p.method)}.`,
    clear: 'Choose another method on Match, where the family has one.'
  }),
  'clone.method.unfit': (p) => ({
    title: `${text(p.family)} has nothing for this method`,
    text: `Its profile names, for ${method(p.method)}, neither a memory chip nor a secret for it.`,
    clear: 'Choose another method on Match.'
  }),
  'clone.change.outside': (p) => ({
    title: 'No such bytes in what is written',
    text: `The range does not lie in a region that this method writes: ${text(p.region)}.`,
    clear: 'Look at the length of the region.'
  }),
  'clone.change.partner': (p) => ({
    title: 'Only security data comes from a partner',
    text: `The range in ${text(p.region)} is no such data, or no partner belongs to the job.`,
    clear: 'Choose just the bytes of one copy.'
  }),
  'clone.change.supplied': () => ({
    title: 'A supplied file is written as it came',
    text: 'No byte of it is taken from elsewhere.'
  }),
  'clone.field.torn': (p) => ({
    title: `${text(p.field)} would come from two units`,
    text: `All copies of a field in ${text(p.region)} must come from one source, or it says nothing any more.`,
    clear: 'Choose the whole field, with every copy.'
  }),
  'clone.mileage.apart': (p) => ({
    title: 'Mileage goes with the identity',
    text: `${text(p.field)} would come from another unit than the VIN. It is only carried with the vehicle, never chosen.`,
    clear: 'Take both from the same unit.'
  }),
  'clone.together.missing': (p) => ({
    title: 'Both processors are written, or none',
    text: `${text(p.region)} would be left as it is: such a unit half works.`,
    clear: 'Take it from the original too.'
  }),
  'clone.nothing.left': (p) => ({
    title: 'Nothing is left to write',
    text: `By ${method(p.method)} every byte would stay the donor’s.`
  }),
  'clone.source.missing': (p) => ({
    title: 'A content is missing',
    text: `${text(p.region)} of ${whose(p.from)} is needed and not there.`,
    clear: 'Read it first.'
  }),
  'clone.source.unsound': (p) => ({
    title: `Checksum ${text(p.rule)} does not hold in ${whose(p.from)}`,
    text: 'Corrected after mixing, it would hide that something in it is wrong. Nothing was built.',
    clear: 'Read it again, or take those bytes from elsewhere.'
  }),
  'clone.secret.unsound': (p) => ({
    title: `${text(p.secret)} cannot be taken`,
    text: `Its copies in ${text(p.family)} differ, or nothing is kept there.`,
    clear: 'Read that unit again.'
  }),
  'clone.stock.missing': (p) => ({
    title: 'Nothing to go back to',
    text: `${text(p['region'])} cannot be read in any way, and no stock file of it is kept.`,
    clear: 'Ask the file service for the stock file of what the unit holds now.'
  }),
  'supplied.own.stock': () => ({
    title: 'Compared with the stock file',
    text: 'Nobody can read the unit: the maker’s file of what it should hold stands for it.'
  }),
  'clone.secret.none': (p) => ({
    title: `${text(p.secret)} is not in the partner`,
    text: `The profile of ${text(p.family) || 'its family'} names no such data of the same length.`,
    clear: 'Take it from the original.'
  }),
  'clone.build.broken': () => ({
    title: 'Building broke down',
    text: 'Nothing was kept of it.',
    clear: 'Build it again; if it breaks down again, report the family.'
  }),
  'clone.order.other': () => ({
    title: 'The order must name every region once',
    text: 'What was asked for are not just the regions that are written.'
  }),
  'clone.consent.needless': () => ({
    title: 'Nobody’s word is needed',
    text: 'Every region that is written has checksums, and they hold.'
  }),
  'clone.consent.other': () => ({
    title: 'Another image was built meanwhile',
    text: 'A word holds for just one image.',
    clear: 'Look at the new one.'
  }),
  'clone.sums.differ': (p) => ({
    title: `Checksum ${text(p.rule)} does not hold`,
    text: 'The content is copied as it is, and is not right as it is. Nothing was built.',
    clear: 'Read it again.'
  }),
  'supplied.sums.unknown': () => ({
    title: 'Nobody knows how the file is checked',
    text: 'The family names no checksum for this region.'
  }),
  'supplied.sums.differ': (p) => ({
    title: `Checksum ${text(p.rule)} of the file does not hold`,
    text: 'A file that is sold holds its checksums.',
    clear: 'Ask the service for another one.'
  }),
  'supplied.own.unknown': () => ({
    title: 'Not compared with the unit',
    text: 'What the unit itself holds is not trusted, or cannot be read.'
  }),
  'supplied.field.other': (p) => ({
    title: `${text(p.field)} of the file is another`,
    text: `File: ${text(p.file) || 'none'}. Unit: ${text(p.unit) || 'none'}. It does not belong to this unit.`,
    clear: 'Ask for the file of just this unit.'
  }),
  'supplied.software.other': (p) => ({
    title: 'Another software',
    text: `File: ${text(p.file)}. Unit: ${text(p.unit)}. An update: what it is for, the service says.`
  }),
  'supplied.mileage.other': (p) => ({
    title: 'The file holds another mileage',
    text: `File: ${text(p.file)}. Unit: ${text(p.unit)}. Mileage is only carried, never changed.`,
    clear: 'Ask for a file that leaves it alone.'
  }),
  'supplied.secret.other': (p) => ({
    title: `${text(p.field)} of the file is another`,
    text: 'Security data is the unit’s own: with this file the vehicle would not know it.',
    clear: 'Ask for the file of just this unit.'
  }),
  'supplied.change.none': () => ({
    title: 'The file changes nothing',
    text: 'It is what the unit holds already.'
  }),
  'supplied.change.outside': (p) => ({
    title: 'The file changes what it may not',
    text: `${text(p.bytes)} bytes outside ${num(p.software) === 1 ? 'program and calibration' : 'the calibration'} differ, the first at offset ${hex(p.first)}.`,
    clear: 'Ask for a file that changes only the calibration.'
  }),
  'supplied.change.inside': (p) => ({
    title: 'Only what such a file may change',
    text: `${text(p.bytes)} bytes differ: ${text(p.what)}.`
  }),
  'supplied.ranges.unknown': (p) => ({
    title: 'Where calibration lies is not known',
    text: `${text(p.bytes)} bytes differ; the family does not say which may.`
  }),
  'supplied.job.other': (p) => ({
    title: `The same file is kept in job ${text(p.job)}`,
    text: 'It serves another unit there. An update may be for many; a file made for one unit is not.',
    clear: 'Make sure that it is meant for this unit.'
  }),
  'gate.restore.needless': () => ({
    title: 'There is nothing to give back',
    text: 'This job has changed no memory of this unit.'
  }),
  'meaning.stock.restored': () => ({
    title: 'The stock file is back in it, and proven',
    text: 'The unit’s own checksums are those of the maker’s file. What it held before this job nobody could read.'
  }),
  'meaning.backup.restored': () => ({
    title: 'Its own content is back, and proven',
    text: 'The unit holds what it held before this job, read back and equal.'
  }),
  'gate.rules.hold': (p) => ({
    title: 'The checksums hold',
    text: `${text(p.count)} rules over what is written.`
  }),
  'gate.rules.consented': (p) => ({
    title: 'Nobody knows how it is checked',
    text: `${text(p.region)} has no known checksum. A lead says: ${text(p.reason)}`
  }),
  'gate.rules.unknown': (p) => ({
    title: 'Nobody knows how it is checked',
    text: `The family names no checksum for ${text(p.region)}: whether the image is right cannot be computed.`,
    clear: 'A lead says on Build that just this image may be written, and why.'
  }),
  'gate.original.silent': () => ({
    title: 'The original never told its id',
    text: 'Nothing of it is written. Mind the tag: the connected unit must be the donor.'
  })
} satisfies Texts;

import { formatCount, inSentence } from '@badger/core/base/format';
import { CAUSE_WORDS } from './trust.ts';
import { listed, num, text, type Message, type Params, type Texts } from './message.ts';

const causeOf = (cause: Params[string] | undefined): Message =>
  CAUSE_WORDS[text(cause) as keyof typeof CAUSE_WORDS] ?? CAUSE_WORDS.undecided;

/** Verdicts of the nine stops and of regions. */
export const verdicts = {
  'arrive.vin.wrong': (p) => ({
    title: 'The VIN cannot be right',
    text: `${text(p['vin'])} is no VIN: 17 characters without I, O and Q.`,
    clear: 'Read it again from the vehicle and open the job with the right one.'
  }),
  'arrive.authority.none': (p) => ({
    title: 'Nobody has ordered this yet',
    text: `No order is recorded for ${text(p['customer'])}.`,
    clear:
      'Record who ordered the work and on what paper. Local law and licensing decide what is needed.'
  }),
  'arrive.vin.digit': (p) => ({
    title: 'Check the VIN once more',
    text: `The check digit of ${text(p['vin'])} does not hold. Some makers do not use one.`,
    clear: 'Compare it with the plate.'
  }),
  'arrive.job.complete': (p) => ({
    title: 'The job is complete',
    text: `${text(p['customer'])}, ordered by: ${text(p['by'])}.`
  }),
  'prove.unit.cause': () => ({
    title: 'The unit is the cause',
    text: 'The tests before the clone point at this unit.'
  }),
  'prove.unit.innocent': () => ({
    title: 'The unit is not the cause',
    text: 'A clone would carry the fault nowhere and the customer would not pay.',
    clear: 'Find the real cause, or record new evidence.'
  }),
  'identify.family.unknown': () => ({
    title: 'No profile for this family',
    text: 'Without a profile nothing can be measured or compared.',
    clear: 'Add a profile for the family under profiles/.'
  }),
  'identify.unit.none': () => ({
    title: 'No unit on this job yet',
    text: 'The original has not arrived or has no tag.',
    clear: 'Tag the unit when it comes in.'
  }),
  'identify.chip.unread': (p) => ({
    title: `Read the chip id of unit ${text(p['tag'])}`,
    text: 'The chip id is what tells original from donor for the rest of the job.',
    clear: 'Wire the unit, switch the supply on, read the chip id.'
  }),
  'identify.vin.other': (p) => ({
    title: 'The unit carries another VIN',
    text: `It says ${text(p['found'])}, the vehicle is ${text(p['vin'])}: it may have been swapped before.`,
    clear: 'Ask the customer; go on only if that is explained.'
  }),
  'identify.unit.known': (p) => ({
    title: 'The original is known',
    text: `Unit ${text(p['tag'])} answered with chip id ${text(p['chipId'])}.`
  }),
  'identify.unit.tagged': (p) => ({
    title: `Unit ${text(p['tag'])} is known by its tag`,
    text: 'The bench does not read this family itself: tag and label have to tell the units apart.'
  }),
  'match.donor.byhand': (p) => ({
    title: `Compare donor ${text(p['tag'])} by its label`,
    text: 'The bench does not read the numbers of this family.',
    clear: 'Hold both labels side by side.'
  }),
  'write.access.elsewhere': () => ({
    title: 'The bench does not write this family',
    text: 'It has no driver for clip, lifted chip, pads or socket.',
    clear: 'Write it with your own device.'
  }),
  'match.donor.needless': () => ({
    title: 'No donor needed',
    text: 'This family is not cloned from one unit to another.'
  }),
  'match.donor.none': () => ({
    title: 'No donor yet',
    text: 'The original can be read while a donor is looked for.',
    clear: 'Name the donor by its tag.'
  }),
  'match.donor.unread': (p) => ({
    title: `Donor ${text(p['tag'])} is not compared yet`,
    text: 'Both units have to tell their numbers first.',
    clear: 'Read the chip id of both.'
  }),
  'match.donor.differs': (p) => ({
    title: `Donor ${text(p['tag'])} does not fit`,
    text: `${text(p['field'])} must be equal and is not.`,
    clear: 'Take another donor.'
  }),
  'match.units.swapped': () => ({
    title: 'Original and donor look swapped',
    text: 'The donor carries the VIN of this vehicle and the original does not.',
    clear: 'Look at both tags, forget both chip ids at Identify, and read them again.'
  }),
  'match.donor.fits': (p) => ({
    title: `Donor ${text(p['tag'])} fits`,
    text: 'Every number that must be equal is equal.'
  }),
  'wire.access.elsewhere': () => ({
    title: 'Read this one at its own place',
    text: 'The bench has no driver for this access: clip, lifted chip, pads or socket.',
    clear: 'Read it with your own device and drop the files at Read.'
  }),
  'wire.unit.silent': (p) => ({
    title: 'The unit did not answer',
    text: `${text(p.tag)} was asked last and stayed silent, or what it said made no sense.`,
    clear: 'Wire names the likely causes from what was measured, each with its test.'
  }),
  'wire.station.none': () => ({
    title: 'Not on a station yet',
    text: 'Choose a station to wire the unit.'
  }),
  'read.region.none': () => ({ title: 'Nothing to read', text: 'The family has no regions.' }),
  'read.donor.missing': (p) => ({
    title: 'The original is read; the donor is not backed up',
    text: `Donor ${text(p['tag'])} needs two agreeing reads of every region: they are the only way back.`,
    clear: 'Clamp the donor and read each region twice.'
  }),
  'reads.donor.equal': (p) => ({
    title: `${text(p['region'])} of the donor is the original's own content`,
    text: 'Two units never hold the same: units or files were taken for each other, and this backup is no way back.',
    clear:
      'Look at both tags, clamp the donor, read its chip id, and read the region from the donor itself.'
  }),
  'read.security.trusted': () => ({
    title: 'What holds the security data is trusted',
    text: 'Its reads agree. What else the unit holds need not be read.'
  }),
  'read.all.trusted': (p) => ({
    title: 'Every region is trusted',
    text: text(p['donor'])
      ? 'The reads of original and donor agree.'
      : 'The reads of the original agree.'
  }),
  'reads.region.none': (p) => ({
    title: `${text(p['region'])} is not read yet`,
    text: 'No read is kept.',
    clear: `Read ${inSentence(text(p['region']))} twice.`
  }),
  'reads.region.single': (p) => ({
    title: `${text(p['region'])} is read once`,
    text: 'One read proves nothing: a bad contact looks just like data.',
    clear: `Read ${inSentence(text(p['region']))} again.`
  }),
  'reads.region.disputed': (p) => ({
    title: `${text(p['region'])} is not trusted yet`,
    text: `${text(p['total'])} reads are kept and no two are equal; the first two differ in ${formatCount(num(p['bytes']))} ${num(p['bytes']) === 1 ? 'byte' : 'bytes'}.`,
    clear: 'Check clamp and leads, then read again: one more equal read settles it.'
  }),
  'reads.region.doubtful': (p) => ({
    title: `${text(p['region'])} reads match, but are not trusted`,
    text: `Reads ${listed(p['which'])} agree, but what they say does not hold, or others say something else. ${causeOf(p['cause']).title}.`,
    clear: causeOf(p['cause']).clear ?? 'Look at what was measured.'
  }),
  'reads.accept.needless': (p) => ({
    title: `${text(p['region'])} needs no word of a lead`,
    text: 'It is what is trusted already, or there is no read of it.'
  }),
  'reads.accept.none': (p) => ({
    title: `Nothing of ${inSentence(text(p['region']))} can be taken so`,
    text: 'No such read is kept, or what was put together of them does not pass.',
    clear: 'Read on, or take one of the kept reads.'
  }),
  'reads.region.accepted': (p) => ({
    title: `${text(p['region'])} is taken on a lead’s word`,
    text: `${text(p['kind']) === 'rebuilt' ? `Put together of ${text(p['total'])} reads.` : `One of ${text(p['total'])} reads, not the trusted content.`} Reason: ${text(p['reason'])}`,
    clear: 'Read on until it is trusted by itself, where that is still possible.'
  }),
  'reads.region.few': (p) => ({
    title: `${text(p['region'])} needs ${num(p['more']) === 1 ? 'one more read' : `${text(p['more'])} more reads`}`,
    text: `Reads ${listed(p['which'])} agree. The shop asks for more.`,
    clear: `Read ${inSentence(text(p['region']))} again.`
  }),
  'reads.region.implausible': (p) => ({
    title: `${text(p['region'])}: reading on is useless`,
    text:
      text(p['cause']) === 'undecided'
        ? 'Equal reads of a dead bus, a locked region or a stuck line are equally wrong.'
        : `${causeOf(p['cause']).title}. ${causeOf(p['cause']).text}`,
    clear: causeOf(p['cause']).clear ?? 'Check access, wiring and chip type, then read again.'
  }),
  'reads.region.rebuilt': (p) => ({
    title: `${text(p['region'])}: no two reads agree, but they can be put together`,
    text: `Out of ${text(p['total'])} reads one content was put together that passes every checksum. It is marked as such.`,
    clear: 'Read on until two agree, or let a lead take what was put together.'
  }),
  'reads.region.unseen': (p) => ({
    title: `${text(p['region'])} could not be looked at`,
    text: 'Reads agree, but their content could not be judged. What is not known is not trusted.',
    clear: 'Open the job again; if it stays so, tell the lead.'
  }),
  'reads.region.remark': (p) => ({
    title: `${text(p['region'])} is trusted, with a remark`,
    text: `Reads ${listed(p['which'])} agree. Something in the content is unusual: look at the remark.`,
    clear: 'Look at the remark before you build.'
  }),
  'reads.region.outvoted': (p) => ({
    title: `${text(p['region'])} is trusted`,
    text: `Reads ${listed(p['which'])} agree; ${num(p['total']) - num(p['agreeing'])} of ${text(p['total'])} stands apart and is kept.`
  }),
  'reads.region.trusted': (p) => ({
    title: `${text(p['region'])} is trusted`,
    text: `Reads ${listed(p['which'])} agree.`
  }),
  'build.image.ready': () => ({
    title: 'The clone image is built',
    text: 'Every region comes from reads that are trusted now.'
  }),
  'build.image.stale': () => ({
    title: 'The clone image is out of date',
    text: 'The reads it was built from are no longer the trusted ones.',
    clear: 'Build it again.'
  }),
  'build.reads.missing': () => ({
    title: 'Not enough to build from',
    text: 'Every region of the original needs two agreeing reads.',
    clear: 'Finish Read.'
  }),
  'build.image.none': () => ({
    title: 'Ready to build',
    text: 'All regions of the original are trusted.',
    clear: 'Build the whole image.'
  }),
  'write.clone.verified': () => ({
    title: 'The donor is written and proven',
    text: 'Every region was read back and equals the clone image.'
  }),
  'write.clone.doubted': () => ({
    title: 'Written and proven, but its source is in doubt',
    text: 'The donor holds what was meant when it was written. Since then a read of the original stands against it.',
    clear: 'Read the original until two agree, build the image again; write again if it changes.'
  }),
  'write.clone.active': () => ({
    title: 'The write is going',
    text: 'A bar that stands still is not a fault. Leave bench, supply and leads alone until the read-back is done.'
  }),
  'write.clone.failed': () => ({
    title: 'The last write did not end well',
    text: 'The unit holds a part of the new content and is not proven. Its backup and the image are kept.',
    clear: 'Check clamp, leads and supply, read the chip id, then write again from the start.'
  }),
  'write.clone.interrupted': () => ({
    title: 'The last write was cut off',
    text: 'The application stopped in the middle. The unit is not proven; it usually still answers with the pad held.',
    clear: 'Switch off, hold the pad, switch on, read the chip id, then write again from the start.'
  }),
  'write.image.none': () => ({
    title: 'No clone image to write',
    text: 'What is written is rebuilt from kept reads.',
    clear: 'Build the clone image.'
  }),
  'write.backup.none': () => ({
    title: 'The donor is not backed up',
    text: 'Two agreeing reads of every region of the donor are the only way back.',
    clear: 'Clamp the donor and read each region twice.'
  }),
  'write.clone.ready': () => ({
    title: 'Ready to write',
    text: 'Image and backup are kept. The gate below says what else is needed.',
    clear: 'Clamp the donor and confirm with its tag.'
  }),
  'return.job.closed': () => ({
    title: 'The job is closed',
    text: 'The record is complete and no longer changes.'
  }),
  'return.job.open': () => ({
    title: 'Written and proven: close the job',
    text: 'Refit with the vehicle battery disconnected; the maker’s information decides what the vehicle still needs.',
    clear: 'Close the job and print its record.'
  }),
  'return.write.first': () => ({
    title: 'The write comes first',
    text: 'There is nothing to return before it is proven.'
  })
} satisfies Texts;

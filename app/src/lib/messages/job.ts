import { text, type Texts } from './message.ts';

/** What a job can end with, as people say it. */
export const RESULT_WORDS: Readonly<Record<string, string>> = {
  'donor-written': 'Donor written and proven',
  'unit-rewritten': 'Same unit written and proven',
  'new-unit-taught': 'New unit fitted and taught',
  'data-handed-over': 'Data handed over',
  'unit-recovered': 'Unit recovered',
  'unit-dead': 'Unit is dead',
  'unit-repaired': 'Unit repaired',
  'unit-judged': 'Unit identified and judged',
  'wrong-diagnosis': 'Wrong diagnosis: not this unit',
  ended: 'Ended without a result'
};

/** Shape of a job, what it writes, how it ends. */
export const job = {
  'stage.job.needless': () => ({
    title: 'Not part of this job',
    text: 'A job of this kind does not need this stage.'
  }),
  'read.unit.unreadable': () => ({
    title: 'Nothing of it can be read',
    text: 'No access gives its memory away: what it holds nobody knows. The file service has the stock file of what it should hold.',
    clear: 'Ask for the stock file at Build.'
  }),
  'build.stock.missing': () => ({
    title: 'Nothing to go back to yet',
    text: 'The unit cannot be read, and no stock file of what it holds now is kept.',
    clear: 'Ask the file service for the stock file.'
  }),
  'build.supplied.none': () => ({
    title: 'No file to write yet',
    text: 'The new content of this unit comes as a file.',
    clear: 'Ask the file service, or drop the supplied file below.'
  }),
  'write.unit.verified': () => ({
    title: 'The unit is written and proven',
    text: 'What was supplied was read back and is equal.'
  }),
  'write.unit.checked': () => ({
    title: 'The unit is written and proven',
    text: 'It cannot be read back: it computed the checksum of every block itself, and each is that of what was supplied.'
  }),
  'write.unit.doubted': () => ({
    title: 'Written and proven, but another file is supplied now',
    text: 'What the unit holds is no longer what is meant.',
    clear: 'Build again, or supply the file that was written.'
  }),
  'write.unit.ready': () => ({
    title: 'Ready to write',
    text: 'The unit’s own reads are the way back. The gate below says what else is needed.',
    clear: 'Connect this unit and confirm with its tag.'
  }),
  'return.result.ready': () => ({
    title: 'Ready to close',
    text: 'The result of this job is there.',
    clear: 'Close the job and print its record.'
  }),
  'return.result.first': () => ({
    title: 'No result so far',
    text: 'Below stands what is missing.'
  }),
  'gate.target.none': () => ({
    title: 'This kind of job writes nothing',
    text: 'Nothing was changed.',
    clear: 'Open a job of the right kind for this work.'
  }),
  'gate.target.other': (p) => ({
    title: 'This job writes another unit',
    text: `A job of this kind writes the ${text(p['target'])}. Nothing was changed.`,
    clear: 'Connect that unit, or open a job of the right kind.'
  }),
  'gate.content.none': () => ({
    title: 'No file is supplied',
    text: 'There is nothing to write into this unit.',
    clear: 'Drop the supplied file at Build.'
  }),
  'gate.content.wrong': (p) => ({
    title: 'The supplied file cannot be right',
    text: `What is meant for ${text(p['region'])} is no plausible content of it.`,
    clear: 'Get the right file for this unit.'
  }),
  'gate.content.doubtful': (p) => ({
    title: 'Look at the supplied file once more',
    text: `Something in the file for ${text(p['region'])} does not hold; Build says what.`,
    clear: 'Ask the sender before it is written.'
  }),
  'upload.supplied.needless': () => ({
    title: 'No file is written in this job',
    text: 'Only a job that writes new content into the same unit takes one. Nothing was kept.'
  }),
  'gate.backup.waived': (p) => ({
    title: 'Without the donor’s backup',
    text: `${text(p['region'])} of the donor is not backed up: if the write fails there is no way back. A lead decided: ${text(p['reason'])}.`
  }),
  'backup.waive.needed': (p) => ({
    title: 'This method needs the donor’s bytes',
    text: `Of ${text(p['family'])} parts of the donor go into the image. Nothing was changed.`,
    clear: 'Back the donor up.'
  }),
  'job.partner.family': (p) => ({
    title: 'A partner is of another family',
    text: `${text(p['family'])} is the family of this job. Nothing was changed.`,
    clear: 'Choose the family of the unit that holds or expects the secret.'
  }),
  'job.close.result': (p) => ({
    title: 'Not a result of this job',
    text: `“${RESULT_WORDS[text(p['result'])] ?? text(p['result'])}” is no end of a job of this kind.`
  }),
  'job.close.reads': () => ({
    title: 'Not read yet',
    text: 'Data is handed over from reads that are trusted: every region twice and equal.',
    clear: 'Finish Read.'
  }),
  'job.close.handover': () => ({
    title: 'Not handed over yet',
    text: 'The data is trusted and lies in the safe. Nobody has received it on record.',
    clear: 'Open the safe and hand it over to somebody by name.'
  }),
  'job.close.unidentified': () => ({
    title: 'Nobody knows yet what it is',
    text: 'The unit has not been identified, and no number of its label is kept.',
    clear: 'Identify it, or type its label.'
  }),
  'job.close.tries': (p) => ({
    title: 'Too few tries to call it dead',
    text: `${text(p['tries'])} of ${text(p['least'])} tries to identify it went unanswered since it last spoke.`,
    clear: 'Check the connection and try again.'
  }),
  'job.close.cause': () => ({
    title: 'Nobody has decided that yet',
    text: 'A wrong diagnosis is recorded at Prove first.',
    clear: 'Decide at Prove that this unit is not the cause.'
  }),
  'job.close.broken': () => ({
    title: 'A unit is half written',
    text: 'A write of this job broke off and was not finished since.',
    clear: 'Write it again, or let a lead end the job.'
  }),
  'job.close.scan': () => ({
    title: 'No scan after the work',
    text: 'The vehicle has not been scanned since it was put together.',
    clear: 'Keep a scan after the work at Prove.'
  }),
  'job.close.steps': () => ({
    title: 'The way back is not done',
    text: 'Steps of it are open: nobody has seen whether the vehicle is right.',
    clear: 'Do the steps, or leave out what nobody looks at, with a reason.'
  }),
  'job.close.wrong': () => ({
    title: 'Not right in the vehicle',
    text: 'A step of the way back was refused, left half done or seen to be wrong.',
    clear: 'Put it right, or let a lead end the job without its result.'
  }),
  'job.close.reason': () => ({
    title: 'Say it in words',
    text: 'This end needs a sentence: what was found, to whom it was given, or why it ends.'
  })
} satisfies Texts;

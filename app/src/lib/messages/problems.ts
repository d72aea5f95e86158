import { formatChipId } from '@badger/core/base/format';
import { text, type MessageOf, type Texts } from './message.ts';

const READ_AGAIN = 'Check clamp, leads and link, then start it again.';
const chip = (p: unknown) => formatChipId(text(p as string));

const carrier =
  (title: string, what: string): MessageOf =>
  () => ({ title, text: what, clear: READ_AGAIN });

/** Refusals and failures. Whether something was written is said by the `meaning.*` line beside them. */
export const problems = {
  'link.socket.lost': carrier(
    'The link to the box broke',
    'The connection to the interface box was lost in the middle.'
  ),
  'station.thread.lost': carrier(
    'The station driver stopped',
    'The part of the application that speaks to this station ended by itself and is being started again.'
  ),
  'link.box.refused': carrier(
    'The box refused',
    'The interface box did not take the command or the frame: bus silent or channel closed.'
  ),
  'link.box.busy': carrier('The box is in use', 'Somebody else has its channel open.'),
  'uds.answer.negative': (p) => ({
    title: 'Request rejected by the unit',
    text: `${text(p['service'])} was answered with ${text(p['nrc'])}.${
      p['nrc'] === 'conditionsNotCorrect' ? ' It is probably not in boot mode.' : ''
    }`,
    clear:
      p['nrc'] === 'conditionsNotCorrect'
        ? 'Switch the supply off, hold the boot pad, switch on, then start again.'
        : READ_AGAIN
  }),
  'uds.answer.timeout': carrier(
    'The unit does not answer',
    'It was asked and stayed silent: not clamped, not powered, or the bus pair is open.'
  ),
  'uds.answer.hung': carrier(
    'Still "response pending"',
    'The unit kept answering "response pending" for minutes.'
  ),
  'uds.answer.short': carrier(
    'An answer was too short',
    'The unit answered with less than the service needs.'
  ),
  'uds.answer.nonsense': carrier(
    'An answer made no sense',
    'The unit answered something that does not belong to the question.'
  ),
  'uds.request.busy': carrier(
    'Two questions at once',
    'A second question was asked before the first was answered.'
  ),
  'isotp.flow.timeout': carrier('The unit stopped listening', 'No flow control came in time.'),
  'isotp.flow.overflow': carrier(
    'The unit cannot take so much',
    'It refused the length of the message.'
  ),
  'isotp.flow.waits': carrier('The unit kept waiting', 'It asked to wait too often in a row.'),
  'isotp.message.long': carrier(
    'A message was too long',
    'Its length is beyond what the link takes.'
  ),
  'isotp.message.interrupted': carrier(
    'A message broke off',
    'Another message began in the middle of one.'
  ),
  'isotp.send.busy': carrier('The link was busy', 'A message was still being sent.'),
  'isotp.frame.timeout': carrier('A message stopped half way', 'Frames were missing at its end.'),
  'isotp.sequence.wrong': carrier('Frames out of order', 'A frame was lost or doubled on the way.'),
  'read.block.counter': carrier(
    'Wrong block',
    'The unit sent another block than the one asked for.'
  ),
  'read.block.empty': carrier('Empty block', 'The unit sent a block without data.'),
  'read.check.none': carrier('No checksum', 'The unit did not tell the checksum of its memory.'),
  'read.block.long': carrier('Too much data', 'The unit sent more than the region holds.'),
  'write.block.counter': carrier(
    'Wrong block',
    'The unit acknowledged another block than the one sent.'
  ),
  'operation.run.stopped': () => ({
    title: 'Stopped',
    text: 'It was stopped by hand. What was read so far is not kept.'
  }),
  'operation.fault.internal': () => ({
    title: 'Something broke inside the application',
    text: 'The operation ended. The log has the details.',
    clear: 'Start it again; tell the person who looks after the application if it comes back.'
  }),
  'operation.owner.lost': () => ({
    title: 'The application stopped in the middle',
    text: 'The process that ran this operation is gone.',
    clear: 'Read the chip id, then start it again. Nothing is repeated by itself.'
  }),
  'operation.id.unknown': () => ({
    title: 'No such operation',
    text: 'It has ended already, or never was.'
  }),
  'operation.stop.refused': () => ({
    title: 'A write is not stopped half way',
    text: 'Stopping now would leave the unit between two contents. Hands off until the read-back is done.'
  }),
  'meaning.unit.untouched': () => ({
    title: 'Unit untouched',
    text: 'Nothing was written to the unit.'
  }),
  'meaning.write.verified': () => ({
    title: 'Written and proven',
    text: 'The unit holds the clone image, read back and equal.'
  }),
  'meaning.write.checked': () => ({
    title: 'Written and proven by the unit’s own checksums',
    text: 'The unit cannot be read. It computed the checksum of every block itself, and each is that of what was meant.'
  }),
  'meaning.write.partial': () => ({
    title: 'Partly written, not proven',
    text: 'Its memory may have been changed: it may hold none, a part or all of the new content. Backup and clone image are kept.',
    clear: 'Read the chip id and write again from the start.'
  }),
  'meaning.write.interrupted': () => ({
    title: 'Cut off, not proven',
    text: 'The unit may hold a part of the new content. Its backup and the clone image are kept.',
    clear: 'Switch off, hold the pad, switch on, read the chip id, write again from the start.'
  }),
  'write.confirmation.wrong': (p) => ({
    title: 'The confirmation does not match',
    text: 'Those are not the last three digits of the donor’s tag. Nothing was written.',
    clear: `Look at the tag on the unit in front of you; it should say ${text(p['tag'])}.`
  }),
  'identify.chip.elsewhere': (p) => ({
    title: `This is unit ${text(p['tag'])}`,
    text: `Chip id ${chip(p['chipId'])} is known as unit ${text(p['tag'])}, not ${text(p['meant'])}.`,
    clear: `Clamp unit ${text(p['meant'])}.`
  }),
  'identify.chip.used': (p) => ({
    title: 'Reads rest on this chip id',
    text: `Reads of unit ${text(p['tag'])} are kept under it, so it stays.`,
    clear: 'Open a new job with new tags if the units were mixed up.'
  }),
  'identify.chip.changed': (p) => ({
    title: 'Another chip under the same tag',
    text: `Unit ${text(p['tag'])} had chip id ${chip(p['known'])}; now ${chip(p['chipId'])} answers.`,
    clear: 'Check the tag: a wrong unit is clamped, or two units carry one tag.'
  }),
  'vin.length.wrong': (p) => ({
    title: 'The VIN has the wrong length',
    text: `${text(p['found'])} characters; a VIN has 17.`
  }),
  'vin.letter.forbidden': (p) => ({
    title: 'A character that no VIN has',
    text: `"${text(p['found'])}" at place ${text(p['place'])}; I, O and Q are never used.`
  }),
  'job.number.unknown': (p) => ({
    title: `There is no job ${text(p['number'])}`,
    text: 'The number is not in the books.'
  }),
  'job.family.unknown': (p) => ({
    title: `Family ${text(p['family'])} is not known`,
    text: 'There is no profile for it.'
  }),
  'job.unit.family': (p) => ({
    title: `Unit ${text(p['tag'])} is a ${text(p['family'])}`,
    text: 'It is in the books with another family.',
    clear: 'Check the tag.'
  }),
  'job.units.same': (p) => ({
    title: 'Original and donor are the same unit',
    text: `Tag ${text(p['tag'])} cannot be both.`,
    clear: 'Scan the tag of the other unit.'
  }),
  'job.donor.written': (p) => ({
    title: 'A unit was written already',
    text: `Unit ${text(p['tag'])} was written in this job; it keeps its place in it.`
  }),
  'job.original.read': (p) => ({
    title: 'Reads of the original are kept',
    text: `Unit ${text(p['tag'])} is read in this job; it stays its original.`,
    clear: 'Open a new job for another unit.'
  }),
  'job.close.unverified': () => ({
    title: 'Not proven, not closed',
    text: 'The job is closed so when what is meant was written and read back equal.',
    clear: 'Finish Write.'
  }),
  'safe.code.differs': () => ({
    title: 'The two are not the same',
    text: 'The code was typed twice and differs. Nothing was kept.',
    clear: 'Type it again from the paper.'
  }),
  'safe.secret.doubted': (p) => ({
    title: 'The reads of now do not say so',
    text: `${text(p['what'])} was kept when its reads agreed; now they do not. Nothing was handed over.`,
    clear: 'Read again until it is trusted.'
  }),
  'safe.secret.unknown': () => ({
    title: 'Not in this safe',
    text: 'This job has nothing to do with it. Nothing was shown.'
  }),
  'vault.content.shut': () => ({
    title: 'It does not open',
    text: 'What is kept does not open with the shop’s key: it is damaged, or sealed by another key. Nothing was shown.',
    clear: 'Restore the database from its backup, with the key file that belongs to it.'
  }),
  'image.secret.held': () => ({
    title: 'It holds security data',
    text: 'What is security data in it cannot be left out. Nothing was taken out.',
    clear: 'Take it out of the safe of its job, with a reason.'
  }),
  'read.id.unknown': () => ({ title: 'No such read', text: 'It is not in the books.' }),
  'station.id.unknown': () => ({ title: 'No such station', text: 'It is not in the books.' }),
  'upload.file.known': (p) => ({
    title: `This is read ${text(p['number'])}, kept already`,
    text: 'The same file, or a download of a kept read, is the same reading: it adds nothing to the agreement.',
    clear: 'Read the unit once more and drop that file.'
  }),
  'database.link.away': () => ({
    title: 'The database is away',
    text: 'It is being started again. Nothing was changed; what runs on the bench goes on and is stored when it is back.',
    clear: 'Try again in a moment.'
  }),
  'shop.work.closing': () => ({
    title: 'The application is being stopped',
    text: 'Nothing new is begun; a write that runs is waited for.',
    clear: 'Start the application again.'
  }),
  'store.disk.full': () => ({
    title: 'Could not be stored: disk full',
    text: 'The finished read is kept in memory and tried again; it is lost when the application is stopped before there is room.',
    clear: 'Download it here, or make room on the disk of the database.'
  }),
  'store.database.refused': (p) => ({
    title: 'Could not be stored: the database refuses it',
    text: `It says ${text(p['state'])}. The finished read is kept in memory and tried again.`,
    clear: 'Download it here and tell the person who looks after the application.'
  }),
  'store.database.away': () => ({
    title: 'Not stored yet: the database is away',
    text: 'The finished read is kept in memory and stored as soon as the database is back.',
    clear: 'Nothing to do; or download it here.'
  }),
  'job.work.running': () => ({
    title: 'An operation of this job is running',
    text: 'While it runs its units, its image and the job itself stay as they are. Nothing was changed.',
    clear: 'Wait for its end.'
  }),
  'upload.unit.none': (p) => ({
    title: `This job has no ${text(p['role'])} yet`,
    text: 'Nothing was kept or started.',
    clear: 'Name the unit by its tag first.'
  }),
  'upload.region.unknown': () => ({
    title: 'No such region',
    text: 'The family has no region of that name. Nothing was kept.'
  }),
  'upload.file.directory': (p) => ({
    title: 'That is a folder',
    text: `"${text(p['name'])}" is a folder or cannot be read. Nothing was kept.`,
    clear: 'Open it and drop the files inside.'
  }),
  'station.work.busy': () => ({
    title: 'Hands off',
    text: 'An operation is running on this station: clamp, pad and supply stay as they are.',
    clear: 'Wait for its end.'
  }),
  'world.link.absent': () => ({
    title: 'No simulated bench',
    text: 'The stand-ins do not answer.',
    clear: 'Start the application with ./badger start.'
  }),
  'world.unit.elsewhere': () => ({
    title: 'That unit is not here',
    text: 'It lies on the other station or is not in the workshop.'
  }),
  'world.speed.outside': () => ({
    title: 'Speed out of range',
    text: 'Between 1 and 120 times life.'
  }),
  'world.station.unknown': () => ({
    title: 'No such station',
    text: 'The simulated bench does not know it.'
  }),
  'world.path.unknown': () => ({
    title: 'Not understood',
    text: 'The simulated bench does not know that act.'
  }),
  'world.request.malformed': () => ({
    title: 'Not understood',
    text: 'The simulated bench could not read the request.'
  }),
  'access.sign-in.wrong': () => ({ title: 'Name or password is wrong', text: 'Try again.' }),
  'access.sign-in.locked': () => ({
    title: 'Too many wrong tries',
    text: 'This name is held for a quarter of an hour.',
    clear: 'Wait, or ask a lead.'
  }),
  'access.sign-in.needed': () => ({
    title: 'Sign in first',
    text: 'You are not signed in any more. Nothing was changed.'
  }),
  'access.shop.taken': () => ({
    title: 'There is somebody here already',
    text: 'The first account has been made.'
  }),
  'request.body.malformed': (p) => ({
    title: 'The page sent something odd',
    text: `Not understood: ${text(p['where'])}. Nothing was changed.`
  }),
  'request.body.long': (p) => ({
    title: 'That is too much at once',
    text: `${text(p['found'])} bytes were sent, at most ${text(p['most'])} are read here. Nothing was changed.`
  }),
  'request.body.unmeasured': () => ({
    title: 'The page sent something odd',
    text: 'The request does not tell its length. Nothing was changed.'
  }),
  'request.route.unlisted': (p) => ({
    title: 'Refused',
    text: `Nobody has said who may use ${text(p['route'])}, so nobody may. Nothing was changed.`
  }),
  'photo.id.unknown': () => ({
    title: 'No such photo',
    text: 'There is no photo at this address.'
  }),
  'request.origin.foreign': () => ({
    title: 'Refused',
    text: 'The request came from another site. Nothing was changed.'
  }),
  'fault.server.internal': (p) => ({
    title: 'Something broke inside the application',
    text: `Reference ${text(p['reference'])}. What was kept is kept.`,
    clear: 'Try again; give the reference to the person who looks after the application.'
  }),
  'fault.server.unreachable': () => ({
    title: 'The application does not answer',
    text: 'It may be restarting. What was kept is kept.',
    clear: 'Wait a moment and try again.'
  })
} satisfies Texts;

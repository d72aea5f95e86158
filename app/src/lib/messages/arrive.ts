import { formatCount, formatSize, formatVolts, formatAmps } from '@badger/core/base/format';
import { num, text, type Texts } from './message.ts';

const MISSING: Readonly<Record<string, string>> = {
  order: 'who ordered the work',
  proof: 'the proof that was seen, with its number',
  signature: 'the signature'
};

/** Intake, authority, photos and kit. */
export const arrive = {
  'arrive.authority.thin': (p) => ({
    title: 'Authority is not complete',
    text: `This job touches immobiliser or security data, and ${MISSING[text(p['missing'])] ?? 'something'} is missing. Local law and licensing decide what else is needed.`,
    clear: 'Record order, proof and signature below.'
  }),
  'gate.authority.needless': () => ({
    title: 'No security data is touched',
    text: 'The order is enough.'
  }),
  'gate.authority.recorded': () => ({
    title: 'Authority is recorded',
    text: 'Order, proof and signature are kept with the job.'
  }),
  'gate.authority.missing': () => ({
    title: 'Authority is missing',
    text: 'The unit holds immobiliser or security data, and the authority of the owner is not recorded. Nothing was read or written.',
    clear: 'Record order, proof and signature at Arrive.'
  }),
  'gate.link.unknown': () => ({
    title: 'How the box is linked is not known',
    text: 'The kit list has no box of this station, or says neither cable nor radio.',
    clear: 'Enter its link under Kit.'
  }),
  'gate.link.single': () => ({
    title: 'One link to the box',
    text: 'It is linked in one way only.'
  }),
  'gate.link.both': () => ({
    title: 'The box has two links',
    text: 'By the kit list it is linked by cable and by radio at once: reads fail that way. Nothing was started.',
    clear: 'Switch its radio off and correct the kit list.'
  }),
  'job.vin.open': (p) => ({
    title: `Job ${text(p['openJob'])} is open for this vehicle`,
    text: 'Somebody has taken it in already. Nothing was opened.',
    clear: 'Open that job, or say that this is another piece of work.'
  }),
  'vin.letter.foreign': (p) => ({
    title: 'A letter of another alphabet',
    text: `Character ${text(p['place'])} looks like ${text(p['found'])} but belongs to another alphabet; no VIN holds it.`,
    clear: 'Type it again with this keyboard, or take the proposal.'
  }),
  'vin.digit.differs': (p) => ({
    title: 'The check digit does not hold',
    text: `Place 9 says ${text(p.found)}, the other characters ask for ${text(p.expected)}. ${p.mandatory ? 'The law at the maker’s home asks for it.' : 'The maker is free not to use it.'}`,
    clear: 'Look at the plate again.'
  }),
  'vin.digit.empty': (p) => ({
    title: 'This is no VIN',
    text: `It is ${text(p['found'])} seventeen times over.`,
    clear: 'Read it from the plate.'
  }),
  'photo.size.huge': (p) => ({
    title: 'The photo is too large',
    text: `It has ${p['found'] ? formatSize(num(p['found'])) : 'more bytes'}; at most ${p['most'] ? formatSize(num(p['most'])) : '25 MiB'} are taken. Nothing was kept.`,
    clear: 'Take it with a lower resolution.'
  }),
  'photo.type.unknown': () => ({
    title: 'This is no photo',
    text: 'Its content is neither JPEG nor PNG nor WebP, whatever its name says. Nothing was kept.',
    clear: 'Take the photo with the camera, or save it as JPEG.'
  }),
  'photo.file.broken': () => ({
    title: 'The photo is broken',
    text: 'It is cut, damaged or no whole picture. Nothing was kept.',
    clear: 'Take it again.'
  }),
  'photo.unit.unknown': (p) => ({
    title: 'No such unit',
    text: `There is no unit with the tag ${text(p['tag'])}. The photo was not kept.`,
    clear: 'Choose a unit of this job.'
  }),
  'photo.job.other': () => ({
    title: 'That photo belongs to another job',
    text: 'Nothing was recorded.',
    clear: 'Take the photo of the proof in this job.'
  }),
  'unit.tag.unknown': (p) => ({
    title: 'No such unit',
    text: `There is no unit with the tag ${text(p['tag'])}. Nothing was changed.`
  }),
  'kit.harness.worth': (p) => ({
    title: `${text(p.family)}: a harness pays after ${text(p.breakEven)} connections`,
    text: `At this shop’s pace that is ${text(p.days)} days.`,
    clear: 'Make one, and enter it as a lead of this family alone.'
  }),
  'kit.harness.seldom': (p) => ({
    title: `${text(p.family)}: a harness would take ${text(p.days)} days to pay`,
    text: `${text(p.breakEven)} connections; it is not connected often enough.`
  }),
  'kit.harness.idle': (p) => ({
    title: `${text(p.family)}: a harness would save nothing`,
    text: ''
  }),
  'kit.harness.there': (p) => ({
    title: `${text(p.family)}: has a lead of its own`,
    text: ''
  }),
  'kit.harness.unknown': (p) => ({
    title: `${text(p.family)}: not reckoned`,
    text: 'Hourly rate, costs or the minutes of connecting are not known.',
    clear: 'The hourly rate stands under Shop, Prices.'
  }),
  'kit.job.ready': (p) => ({
    title: 'The kit is ready',
    text: `Everything for ${text(p['family'])} is here, up to date and not worn.`
  }),
  'kit.job.nearly': (p) => ({
    title: `Look at ${text(p['open'])} ${num(p['open']) === 1 ? 'thing' : 'things'} of the kit`,
    text: `Work on ${text(p['family'])} can go on; the lines below say what to do.`
  }),
  'kit.item.missing': (p) => ({
    title: `No ${text(p['kind'])} for ${text(p['family'])}`,
    text: 'The kit list holds none at this station.',
    clear: 'Enter it under Kit, or go to the other station.'
  }),
  'kit.lead.missing': (p) => ({
    title: `No lead for ${text(p['family'])}`,
    text: 'Neither a lead nor an adapter for this family is on the kit list.',
    clear: 'Make or borrow one, and enter it under Kit.'
  }),
  'kit.meter.missing': () => ({
    title: 'No meter on the list',
    text: 'What is measured for a proof needs a calibrated meter.',
    clear: 'Enter it under Kit with its calibration date.'
  }),
  'kit.supply.weak': (p) => ({
    title: 'The supply is too weak',
    text: `It can give ${formatAmps(num(p['ratedMa']))} A, this family needs ${formatAmps(num(p['needMa']))} A.`,
    clear: 'Use the station with the stronger supply.'
  }),
  'kit.supply.unrated': (p) => ({
    title: 'Nobody knows what the supply gives',
    text: `This access needs a limit of ${formatAmps(num(p['needMa']))} A; a supply on the list has no rating.`,
    clear: 'Enter what it gives at most, under Kit.'
  }),
  'kit.network.missing': () => ({
    title: 'No network to a server on the list',
    text: 'This access asks a server while it works.',
    clear: 'Enter the network under Kit when it reaches one.'
  }),
  'kit.calibration.unknown': (p) => ({
    title: `${text(p['name'])}: calibration not known`,
    text: 'What it measures proves nothing until its date is entered.',
    clear: 'Enter the date of its certificate.'
  }),
  'kit.network.good': () => ({ title: 'The server is reached', text: 'Ticked by a person.' }),
  'kit.network.open': () => ({
    title: 'Is the server reached, and steady to the end?',
    text: 'A network that drops in the middle leaves half a write.',
    clear: 'Log in once, then tick it.'
  }),
  'kit.link.both': (p) => ({
    title: `${text(p['name'])}: cable and radio at once`,
    text: 'A box with two links has failed reads.',
    clear: 'Switch its radio off.'
  }),
  'kit.link.radio': (p) => ({
    title: `${text(p['name'])} is linked by radio`,
    text: 'A cable does not drop in the middle of a write.',
    clear: 'Plug the cable in and switch the radio off.'
  }),
  'kit.version.old': (p) => ({
    title: `${text(p['name'])}: ${text(p['what'])} ${text(p['have'])}`,
    text: `${text(p['want'])} is wanted.`,
    clear: 'Update it before a vehicle depends on it.'
  }),
  'kit.date.over': (p) => ({
    title: `${text(p['name'])}: date is over`,
    text: 'Its licence, service or inspection is due.',
    clear: 'Renew it and enter the new date.'
  }),
  'kit.date.soon': (p) => ({
    title: `${text(p['name'])}: due in ${text(p['days'])} days`,
    text: 'Its licence, service or inspection is due soon.',
    clear: 'Order the renewal.'
  }),
  'kit.calibration.over': (p) => ({
    title: `${text(p['name'])}: calibration is over`,
    text: 'Figures from it prove little.',
    clear: 'Have it calibrated, or use another meter.'
  }),
  'kit.lead.worn': (p) => ({
    title: `${text(p['name'])} is worn`,
    text: `${formatCount(num(p['cycles']))} pluggings of ${formatCount(num(p['most']))}: the pins have lost their grip.`,
    clear: 'Replace it.'
  }),
  'kit.lead.wearing': (p) => ({
    title: `${text(p['name'])} is wearing`,
    text: `${formatCount(num(p['cycles']))} pluggings of ${formatCount(num(p['most']))}.`,
    clear: 'Pull at the pins before you trust it; order a new one.'
  }),
  'kit.item.good': (p) => ({ title: `${text(p['name'])}: good`, text: 'Up to date and not worn.' }),
  'kit.check.unknown': (p) => ({
    title: `Not known: ${text(p['what'])}`,
    text: 'The computer does not tell.'
  }),
  'kit.mains.good': (p) => ({ title: 'On mains', text: text(p['found']) || 'Ticked by a person.' }),
  'kit.mains.off': () => ({
    title: 'Is the computer on mains?',
    text: 'A battery that runs out in a write is a dead unit.',
    clear: 'Plug it in, then tick it.'
  }),
  'kit.disk.good': (p) => ({ title: 'Room on the disk', text: `${text(p['found'])} free.` }),
  'kit.disk.full': (p) => ({
    title: 'The disk is nearly full',
    text: `${text(p['found'])} free: a read might not be kept.`,
    clear: 'Make room before reading.'
  }),
  'kit.clock.good': (p) => ({ title: 'The clock is right', text: `${text(p['found'])} off.` }),
  'kit.clock.wrong': (p) => ({
    title: 'The clock is wrong',
    text: `Computer and database are ${text(p['found'])} apart: records would carry wrong times.`,
    clear: 'Set the clock.'
  }),
  'kit.database.good': (p) => ({ title: 'The database answers', text: `In ${text(p['found'])}.` }),
  'kit.database.slow': (p) => ({
    title: 'The database is slow',
    text: `It took ${text(p['found'])} for one question.`,
    clear: 'Look at the machine before a long read.'
  }),
  'kit.sleep.good': () => ({ title: 'Sleep is off', text: 'Ticked by a person.' }),
  'kit.sleep.open': () => ({
    title: 'Is sleep off?',
    text: 'A computer that falls asleep cuts a write.',
    clear: 'Look, then tick it.'
  }),
  'kit.programs.good': () => ({ title: 'Nothing disturbs', text: 'Ticked by a person.' }),
  'kit.programs.open': () => ({
    title: 'Are disturbing programs closed?',
    text: 'Scanners, updates and other programs may take the port.',
    clear: 'Look, then tick it.'
  }),
  'kit.cable.good': () => ({ title: 'Linked by cable only', text: 'Ticked by a person.' }),
  'kit.cable.open': () => ({
    title: 'Is the box linked by cable only?',
    text: 'A box that shows cable and radio at once has failed reads.',
    clear: 'Look at its lamps, then tick it.'
  }),
  'kit.name.taken': (p) => ({
    title: 'That name is taken',
    text: `${text(p['name'])} is on the list already. Nothing was changed.`,
    clear: 'Give it a name of its own.'
  }),
  'kit.item.changed': (p) => ({
    title: 'Somebody else was faster',
    text: `${text(p['name'])} has been changed since this page was opened. Your change was not kept.`,
    clear: 'Look at it again, then change it.'
  }),
  'scan.supply.low': (p) => ({
    title: `Battery at ${formatVolts(num(p['batteryMv']))} V`,
    text: `Below 11.8 V units store faults that are none${num(p['units']) > 0 ? `; ${text(p['units'])} units say so themselves` : ''}.`,
    clear: 'Put the support supply on, clear, and scan again before blaming anything.'
  })
} satisfies Texts;

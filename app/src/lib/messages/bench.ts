import type { Param } from '@badger/core/base/result';
import {
  formatAddress,
  formatAmps,
  formatChipId,
  formatCount,
  formatSize,
  formatVolts,
  inSentence
} from '@badger/core/base/format';
import { RIGHTS, ROLES, mayDo, type Right } from '@badger/core/rights/rights';
import { num, text, type Texts } from './message.ts';

const amps = (p: unknown) => `${formatAmps(num(p as number))} A`;
const volts = (p: unknown) => `${formatVolts(num(p as number))} V`;
const chip = (p: unknown) => formatChipId(text(p as string));

/** Room on a disk. */
const room = (bytes: Param | undefined) =>
  num(bytes) >= 1e9
    ? `${(num(bytes) / 2 ** 30).toFixed(1)} GiB`
    : `${Math.floor(num(bytes) / 2 ** 20)} MiB`;

/** Who may do what was refused. */
function rolesFor(right: Param | undefined): string {
  const known = Object.keys(RIGHTS).find((r): r is Right => r === right);
  return ROLES.filter((role) => known && mayDo(role, known)).join(' or ') || 'bench or lead';
}

/** Gates, supply and current. */
export const bench = {
  'gate.person.may': (p) => ({
    title: 'You may do this',
    text: `Signed in as ${text(p['role'])}.`
  }),
  'gate.person.role': (p) => ({
    title: 'Not with this account',
    text: `The role ${text(p['role'])} may not do this. Nothing was changed.`,
    clear: `Ask somebody with the role ${rolesFor(p['right'])}.`
  }),
  'gate.job.open': () => ({ title: 'The job is open', text: 'Work may go on.' }),
  'gate.job.closed': () => ({
    title: 'The job is closed',
    text: 'A closed job is a record. Nothing was changed.',
    clear: 'Open a new job.'
  }),
  'gate.access.driven': (p) => ({
    title: 'Access is known',
    text: `The bench can drive ${text(p['family'])}.`
  }),
  'gate.access.none': (p) => ({
    title: 'The bench cannot drive this family',
    text: `${text(p['family'])} has no access that the station can work by itself.`,
    clear: 'Read it with your own device and drop the files.'
  }),
  'gate.station.free': () => ({ title: 'The station is free', text: 'Nothing else runs on it.' }),
  'gate.station.busy': () => ({
    title: 'The station is busy',
    text: 'An operation is running on it; a second one would disturb it. Nothing was started.',
    clear: 'Wait for its end, or use the other station.'
  }),
  'gate.disk.holds': (p) => ({
    title: 'There is room for the read',
    text: `${room(p['freeBytes'])} free where the database keeps its data.`
  }),
  'gate.disk.low': (p) => ({
    title: 'The disk is nearly full',
    text: `${room(p['freeBytes'])} free where the database keeps its data. This read still fits.`,
    clear: 'Make room soon.'
  }),
  'gate.disk.full': (p) => ({
    title: 'No room for another read',
    text: `${room(p['freeBytes'])} free where the database keeps its data; ${room(p['needBytes'])} may be needed. Nothing was started.`,
    clear: 'Make room on that disk first.'
  }),
  'gate.disk.unknown': () => ({
    title: 'Room for the read is not known',
    text: 'The database keeps its data on another machine: its disk cannot be seen from here.',
    clear: 'See to it there.'
  }),
  'gate.unit.busy': (p) => ({
    title: 'This unit is being worked on elsewhere',
    text: `An operation on unit ${text(p['tag'])} has not ended. Nothing was started.`,
    clear: 'Wait for its end.'
  }),
  'gate.unit.known': (p) => ({ title: 'A unit answers', text: `Chip id ${chip(p['chipId'])}.` }),
  'gate.unit.unknown': () => ({
    title: 'No unit identified',
    text: 'The chip id has not been read since the supply came on.',
    clear: 'Clamp the unit, switch on, read the chip id.'
  }),
  'gate.family.same': (p) => ({
    title: 'The right family',
    text: `The unit says ${text(p['found'])}.`
  }),
  'gate.family.other': (p) => ({
    title: 'Another family is clamped',
    text: `The unit says ${text(p['found'])}, this job is for ${text(p['family'])}. Nothing was changed.`,
    clear: `Clamp a ${text(p['family'])}.`
  }),
  'gate.original.connected': (p) => ({
    title: 'This is the ORIGINAL',
    text: `Chip id ${chip(p['chipId'])} belongs to the original of this job. Nothing is ever written to it.`,
    clear: 'Take it off and clamp the donor.'
  }),
  'gate.original.absent': (p) => ({
    title: 'Not the original',
    text: `Chip id ${chip(p['chipId'])} is not that of the original.`
  }),
  'gate.original.unknown': () => ({
    title: 'The original is not known yet',
    text: 'Without its chip id nobody can tell the two units apart.',
    clear: 'Clamp the original and read its chip id.'
  }),
  'gate.original.other': (p) => ({
    title: 'This is not the original',
    text: `Chip id ${chip(p['chipId'])} answers. Nothing was read or changed.`,
    clear: 'Clamp the original of this job.'
  }),
  'gate.original.clamped': (p) => ({
    title: 'The original is connected',
    text: `Chip id ${chip(p['chipId'])}.`
  }),
  'gate.original.stock': (p) => ({
    title: 'The stock file is the way back',
    text: `Nobody can read ${inSentence(text(p['region']))}: the maker’s file of what it holds is kept instead.`
  }),
  'gate.original.trusted': (p) => ({
    title: 'The original is read and trusted',
    text: `All ${text(p['count'])} regions, two agreeing reads each.`
  }),
  'gate.original.untrusted': (p) => ({
    title: 'The original is not trusted yet',
    text: `${text(p['region'])} lacks two agreeing reads.`,
    clear: `Read ${inSentence(text(p['region']))} of the original until two agree.`
  }),
  'gate.donor.connected': (p) => ({
    title: `Donor ${text(p['tag'])} is connected`,
    text: `Chip id ${chip(p['chipId'])}.`
  }),
  'gate.donor.unknown': () => ({
    title: 'The donor is not known yet',
    text: 'Its chip id has not been read.',
    clear: 'Clamp the donor and read its chip id.'
  }),
  'gate.donor.other': (p) => ({
    title: 'This is not the donor',
    text: `Chip id ${chip(p['chipId'])} answers, the donor is ${chip(p['donorChipId'])}. Nothing was changed.`,
    clear: `Clamp donor ${text(p['tag'])} and read its chip id.`
  }),
  'gate.donor.fits': () => ({
    title: 'The donor fits',
    text: 'Every number that must be equal is equal.'
  }),
  'gate.donor.unproven': () => ({
    title: 'The donor is not proven to fit',
    text: 'A number that must be equal is not known on both units, or only nearly the same.',
    clear: 'Look at Match: it says which one.'
  }),
  'gate.donor.differs': (p) => ({
    title: 'The donor is other hardware',
    text: `${text(p['field'])} must be equal and is not. A clone on it may never start.`,
    clear: 'Take another donor.'
  }),
  'gate.units.swapped': () => ({
    title: 'Original and donor look swapped',
    text: 'The donor carries the VIN of this vehicle and the original does not.',
    clear: 'Look at both tags, forget both chip ids at Identify, and read them again.'
  }),
  'gate.image.built': (p) => ({
    title: 'Clone image built',
    text: `${text(p['count'])} regions, sources still trusted.`
  }),
  'gate.image.none': () => ({
    title: 'No clone image',
    text: 'What is written is rebuilt from kept reads.',
    clear: 'Build the clone image.'
  }),
  'gate.image.stale': (p) => ({
    title: 'The clone image is out of date',
    text: `${text(p['region'])} was built from reads that are no longer the trusted ones.`,
    clear: 'Build it again.'
  }),
  'gate.backup.kept': (p) => ({
    title: 'The donor is backed up',
    text: `All ${text(p['count'])} regions, read twice, agreeing.`
  }),
  'gate.backup.equal': (p) => ({
    title: 'The backup is not the donor’s',
    text: `${text(p['region'])} of the donor holds exactly what the original holds: units or files were swapped.`,
    clear: 'Look at both tags, then read the donor itself.'
  }),
  'gate.backup.missing': (p) => ({
    title: 'The donor is not backed up',
    text: `${text(p['region'])} of the donor lacks two agreeing reads: they are the only way back.`,
    clear: 'Read it twice from the donor first.'
  }),
  'supply.probe.absent': (p) => ({
    title: `Nothing answers at ${text(p.host)}:${text(p.port)}`,
    text: 'Nobody takes the connection.',
    clear: 'Check plug, address and port; many supplies listen at 5025.'
  }),
  'supply.probe.silent': (p) => ({
    title: `Something at ${text(p.host)}:${text(p.port)} does not say who it is`,
    text: 'It takes the connection and leaves *IDN? without an answer.',
    clear: 'Is remote control switched on, and is it the port for SCPI?'
  }),
  'supply.probe.strange': (p) => ({
    title: 'That is no supply that we understand',
    text: `“${text(p.idn)}” gives no reading of volts, amps and output.`,
    clear: 'Set it to SCPI, or use one that speaks it.'
  }),
  'supply.swap.shared': (p) => ({
    title: `Station ${text(p.station)} has this supply already`,
    text: 'Two stations would switch one output.',
    clear: 'Enter the address of another supply.'
  }),
  'supply.hours.stretch': () => ({
    title: 'No such stretch of time',
    text: 'A trace is shown over a day at the most, from an earlier moment to a later one.',
    clear: 'Choose one of the stretches above the trace.'
  }),
  'supply.swap.on': () => ({
    title: 'An output is on',
    text: 'Neither the supply of the station nor the other one may feed anything while they change places.',
    clear: 'Switch both off.'
  }),
  'supply.swap.rating': (p) => ({
    title: `It says that it gives ${amps(p.mostMa)} at most`,
    text: `${amps(p.saidMa)} were entered: the budget would count on what is not there.`,
    clear: 'Enter what stands on its plate.'
  }),
  'supply.value.outside': (p) => ({
    title: 'More than this supply gives',
    text: `It gives ${p.mostMv > 0 ? `at most ${formatVolts(num(p.mostMv))} V and ` : ''}at most ${amps(p.mostMa)}.`,
    clear: 'Ask for less, or use a stronger supply.'
  }),
  'supply.link.absent': () => ({
    title: 'The supply does not answer',
    text: 'Volts and amps are unknown, so nothing may be started.',
    clear: 'Check the cable to the supply and that it is switched on.'
  }),
  'supply.rating.low': (p) => ({
    title: 'This supply is too small',
    text: `It can give ${amps(p['ratedMa'])}, the family needs ${amps(p['needMa'])}.`,
    clear: 'Use a station with a larger supply.'
  }),
  'supply.output.off': (p) => ({
    title: 'The supply is off',
    text: 'The unit gets no voltage.',
    clear: `Set ${volts(p['minMv'])} to ${volts(p['maxMv'])}, a limit of ${amps(p['needMa'])} or a little more, hold the pad, switch on.`
  }),
  'supply.limit.low': (p) => ({
    title: 'The current limit is too low',
    text: `It is set to ${amps(p['limitMa'])}; this family needs ${amps(p['needMa'])}, else it falls out in the middle of the work.`,
    clear: `Set the limit to ${amps(p['needMa'])}.`
  }),
  'supply.limit.reached': (p) => ({
    title: 'The supply is in limitation',
    text: `The unit draws all of ${amps(p['limitMa'])}. Something is shorted or the limit is too low.`,
    clear: 'Switch off, check wiring and limit.'
  }),
  'supply.volts.outside': (p) => ({
    title: 'The voltage is outside its band',
    text: `${volts(p['measuredMv'])} measured, ${volts(p['minMv'])} to ${volts(p['maxMv'])} wanted.`,
    clear: 'Set the voltage.'
  }),
  'supply.limit.high': (p) => ({
    title: 'The current limit protects little',
    text: `${amps(p['limitMa'])} is set; ${amps(p['mostMa'])} is enough for this family.`,
    clear: `Lower it to ${amps(p['needMa'])}.`
  }),
  'supply.output.fine': (p) => ({
    title: 'The supply carries it',
    text: `${volts(p['measuredMv'])}, limit ${amps(p['limitMa'])}, needed ${amps(p['needMa'])}.`
  }),
  'supply.command.refused': (p) => ({
    title: 'The supply refused the setting',
    text: `It says ${text(p['number'])}, ${text(p['text'])}. Its output is as it was.`,
    clear: 'Stay within what this supply can give.'
  }),
  'current.draw.none': () => ({
    title: 'No current',
    text: 'Nothing flows: no feed or no ground.',
    clear: 'Check ground first, then the feeds.'
  }),
  'current.draw.alarm': (p) => ({
    title: 'Switch off now',
    text: `${amps(p['currentMa'])} flow: something is wrong inside.`,
    clear: 'Switch the supply off and look for a short.'
  }),
  'current.draw.low': (p) => ({
    title: 'Less current than expected',
    text: `${amps(p['currentMa'])}, expected ${amps(p['minMa'])} to ${amps(p['maxMa'])}.`,
    clear: 'Check that every feed is connected.'
  }),
  'current.draw.high': (p) => ({
    title: 'More current than expected',
    text: `${amps(p['currentMa'])}, expected ${amps(p['minMa'])} to ${amps(p['maxMa'])}.`,
    clear: 'Watch it; switch off if it climbs.'
  }),
  'current.draw.expected': (p) => ({
    title: 'Current as expected',
    text: `${amps(p['currentMa'])}, expected ${amps(p['minMa'])} to ${amps(p['maxMa'])}.`
  }),
  'image.fill.single': (p) => ({
    title: `Every byte is ${text(p['value'])}`,
    text: 'An erased chip, a locked region or a dead bus reads like this.'
  }),
  'image.repeat.mirrored': (p) => ({
    title: 'The content repeats itself',
    text: `It is the same every ${formatSize(num(p['everyBytes']))}: a stuck address line or a smaller chip.`
  }),
  'image.checksum.differs': (p) => ({
    title: `Checksum ${text(p['rule'])} does not hold`,
    text: `Stored ${text(p['stored'])}, computed ${text(p['computed'])}.`
  }),
  'image.checksum.inverse': (p) => ({
    title: `The inverse of checksum ${text(p['rule'])} does not hold`,
    text: 'The value is right, its complement beside it is not.'
  }),
  'image.note.empty': () => ({ title: 'A remark without words', text: 'Nothing was kept.' }),
  'image.note.many': (p) => ({
    title: 'Too many remarks on this image',
    text: `No more than ${text(p['most'])} are kept for one content.`
  }),
  'image.note.unknown': () => ({
    title: 'There is no such remark',
    text: 'Somebody may have struck it out already.'
  }),
  'image.identity.torn': (p) => ({
    title: `Copies of ${text(p['field'])} differ`,
    text: 'The unit keeps it twice and the two are not equal.'
  }),
  'image.secret.torn': (p) => ({
    title: `Copies of ${text(p['secret'])} differ`,
    text: 'The unit keeps it more than once and the copies are not equal.'
  }),
  'image.size.empty': (p) => ({
    title: 'The file is empty',
    text: `Nothing was kept. ${text(p['region'])} holds ${formatCount(num(p['expected']))} bytes.`,
    clear: 'Read it again with the other device and drop the new file.'
  }),
  'image.size.huge': (p) => ({
    title: 'The file is too large',
    text: `${formatCount(num(p['found']))} bytes; at most ${formatCount(num(p['most']))} are taken. Nothing was kept.`,
    clear: 'Drop the read of one region.'
  }),
  'image.size.wrong': (p) => ({
    title: 'The file has the wrong size',
    text: `${formatCount(num(p['found']))} bytes; ${inSentence(text(p['region']))} holds ${formatCount(num(p['expected']))}. Nothing was kept.`,
    clear: 'Check region and chip type, or that the read was complete.'
  }),
  'image.content.missing': () => ({
    title: 'Kept content is missing',
    text: 'The store has lost an image. Nothing was written to the unit.',
    clear: 'Restore the database from its backup.'
  }),
  'image.content.damaged': () => ({
    title: 'Kept content is damaged',
    text: 'An image no longer has its SHA-256, so it is not used. Nothing was written to the unit.',
    clear: 'Restore the database from its backup.'
  }),
  'write.check.differs': (p) => ({
    title: 'The unit’s own checksums differ',
    text: `${text(p['region'])} differs in blocks of ${formatCount(num(p['bytes']))} bytes, the first at ${formatAddress(num(p['first']))}. The unit is written but not proven.`,
    clear: 'Write what differs again; the stock file is kept.'
  }),
  'write.verify.differs': (p) => ({
    title: 'The read-back differs',
    text: `${text(p['region'])} differs in ${formatCount(num(p['bytes']))} bytes, first at ${formatAddress(num(p['first']))}. The donor is written but not proven.`,
    clear: 'Check contacts and write again from the start; the backup is kept.'
  })
} satisfies Texts;

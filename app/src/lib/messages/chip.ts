import { formatChipId, formatVolts, inSentence } from '@badger/core/base/format';
import { CAUSE_WORDS } from './trust.ts';
import { num, text, type MessageOf, type Texts, type Params } from './message.ts';

const volts = (p: Params, name: string) => `${formatVolts(num(p[name]))} V`;

const CONTACT = 'Reseat the clip or the chip, pin 1 at the mark, then try again.';

const line =
  (title: string, what: string, clear: string): MessageOf =>
  () => ({ title, text: what, clear });

/** The chip port: programmer, contact, chip. Whether something was written is said by the `meaning.*` line beside them. */
export const chip = {
  'gate.programmer.there': () => ({
    title: 'Chip programmer present',
    text: 'The station has a chip programmer.'
  }),
  'gate.programmer.none': line(
    'No chip programmer at this station',
    'This access reads the memory chip itself. Nothing was started.',
    'Use a station with a programmer, or read it elsewhere and drop the files.'
  ),
  'gate.feed.off': () => ({ title: 'Board not powered', text: 'The programmer feeds the chip.' }),
  'gate.feed.on': line(
    'Bench supply is on',
    'Programmer and supply would both feed the board, and one may damage the other. Nothing was started.',
    'Switch the supply off and take its leads off the unit.'
  ),
  'gate.feed.unknown': line(
    'Supply not known',
    'The bench supply does not answer: nobody can tell whether the board is powered.',
    'Make sure that nothing but the programmer feeds the board.'
  ),
  'gate.feed.unasked': line(
    'Nobody has said who feeds the unit',
    'It stays installed, so the bench or the vehicle may feed it, never both. Nothing was started.',
    'Say at Wire who feeds it.'
  ),
  'gate.feed.twice': line(
    'Two feeds',
    'The vehicle feeds the unit and the bench supply is on. Nothing was started.',
    'Switch the bench supply off and take its leads off.'
  ),
  'gate.feed.unmeasured': (p) => ({
    title: 'Voltage at the unit not measured',
    text: `The vehicle feeds it; ${volts(p, 'minMv')} to ${volts(p, 'maxMv')} are wanted, measured within half an hour.`,
    clear: 'Measure at the connector and enter it at Wire.'
  }),
  'gate.feed.outside': (p) => ({
    title: 'Voltage at the unit outside its band',
    text: `${volts(p, 'measuredMv')} measured, ${volts(p, 'minMv')} to ${volts(p, 'maxMv')} wanted.`,
    clear: 'Put a steady support supply on the battery, measure again.'
  }),
  'gate.feed.vehicle': (p) => ({
    title: `The vehicle feeds it, ${volts(p, 'measuredMv')}`,
    text: 'The bench supply is off.'
  }),
  'feed.access.needless': line(
    'Only the bench feeds it this way',
    'Nothing was recorded.',
    'Choose the access at the connector first if the unit stays installed.'
  ),
  'gate.chip.contact': () => ({
    title: 'Chip contacted',
    text: 'A chip answers on the programmer. It has no id of its own.'
  }),
  'gate.chip.other': (p) => ({
    title: `Contact was checked for unit ${text(p['tag'])}`,
    text: `This needs unit ${text(p['wanted'])} on the programmer. Nothing was started.`,
    clear: `Put the chip of unit ${text(p['wanted'])} on and check contact again.`
  }),
  'gate.meant.none': line('No unit is named', 'Nothing was started.', 'Name the unit at Arrive.'),
  'gate.meant.unknown': (p) => ({
    title: `Unit ${text(p['tag'])} not identified yet`,
    text: 'Nobody knows which chip id it has. Nothing was started.',
    clear: 'Read its chip id at Wire.'
  }),
  'gate.meant.other': (p) => ({
    title: `Not unit ${text(p['tag'])}`,
    text: `Another unit answers, chip id ${formatChipId(text(p['chipId']))}. Nothing was started.`,
    clear: `Connect unit ${text(p['tag'])}.`
  }),
  'gate.meant.untold': (p) => ({
    title: `Is this unit ${text(p['tag'])}?`,
    text: 'A memory chip does not tell whose it is.',
    clear: 'Compare the tag.'
  }),
  'gate.meant.connected': (p) => ({
    title: `Unit ${text(p['tag'])} answers`,
    text: `Chip id ${formatChipId(text(p['chipId']))}.`
  }),
  'gate.family.untold': (p) => ({
    title: 'Family not confirmed by the chip',
    text: `A memory chip does not say that it comes from a ${text(p['family'])}.`,
    clear: 'Compare the label with the job.'
  }),
  'gate.original.untold': line(
    'Nothing on the chip says whose it is',
    'The read is kept as the original’s on your word.',
    'Compare the tag on the unit before reading.'
  ),
  'gate.donor.untold': (p) => ({
    title: 'Nothing on the chip says whose it is',
    text: `It is taken for donor ${text(p['tag'])}. Before anything is changed its content must equal the donor’s kept backup.`,
    clear: 'Compare the tag on the unit.'
  }),
  'reads.series.settled': (p) => ({
    title: 'Reads agree',
    text: `As many as the shop asks for agree after ${text(p['made'])}.`
  }),
  'reads.series.implausible': (p) => ({
    title: 'Reads match, but the content is implausible',
    text: `After ${text(p['made'])} reads. Reading on brings the same again.`,
    clear: CONTACT
  }),
  'reads.series.many': (p) => ({
    title: 'Reads do not agree',
    text: `After ${text(p['made'])} reads no two agree. Reading on is useless.`,
    clear: 'Reseat the lead or the clip; lift the chip where that is possible.'
  }),
  'reads.series.contact': (p) => ({
    title: 'Reads differ at the slowest clock',
    text: `After ${text(p['made'])} reads: it is the contact, not the clock.`,
    clear: CONTACT
  }),
  'reads.series.reseat': (p) => ({
    title: 'Reseat the lead, then read on',
    text: `Other bytes were disturbed in each of ${text(p['made'])} reads: the contact is bad.`,
    clear: 'Take the lead off, look at its pins, push it home, then read until two agree.'
  }),
  'reads.series.useless': (p) => ({
    title: 'Reading on is useless',
    text: `After ${text(p['made'])} reads: ${inSentence((CAUSE_WORDS[text(p['cause']) as keyof typeof CAUSE_WORDS] ?? CAUSE_WORDS.undecided).title)}.`,
    clear: CAUSE_WORDS[text(p['cause']) as keyof typeof CAUSE_WORDS]?.clear ?? CONTACT
  }),
  'write.content.original': (p) => ({
    title: 'The original is on the programmer',
    text: `The content of ${text(p['region'])} equals a kept read of the original. Nothing was changed.`,
    clear: 'Put the donor on, check contact as DONOR, then start the write again.'
  }),
  'write.content.stranger': (p) => ({
    title: 'An unknown chip is on the programmer',
    text: `The content of ${text(p['region'])} equals no kept backup of the donor. Nothing was changed.`,
    clear: 'Check the unit and the contact; read the donor twice if its backup is not this chip’s.'
  }),
  'gate.access.region': (p) => ({
    title: `This access does not reach ${text(p['region'])}`,
    text: 'Nothing was started.',
    clear: 'Choose another access at Match, Access and price.'
  }),
  'programmer.link.absent': (p) => ({
    title: 'Programmer does not answer',
    text: `Nothing listens at ${text(p['host'])}, port ${text(p['port'])}.`,
    clear: 'Check its power, cable and address.'
  }),
  'programmer.link.deaf': line(
    'Not a chip programmer',
    'Something answers at that address, but not as a programmer (serial flasher protocol, version 1).',
    'Check the address and what is connected there.'
  ),
  'programmer.link.lost': line(
    'Programmer lost',
    'The connection to the chip programmer broke.',
    'Check its cable, then start again.'
  ),
  'programmer.answer.late': line(
    'Programmer timed out',
    'It was asked and did not answer in time.',
    'Check its cable and power, then start again.'
  ),
  'programmer.answer.garbage': line(
    'Programmer out of step',
    'It sent bytes that answer nothing; nothing after them can be believed.',
    'Unplug and plug it, then start again.'
  ),
  'programmer.command.refused': (p) => ({
    title: 'Programmer rejected a command',
    text: `Command ${num(p['command']).toString(16).toUpperCase().padStart(2, '0')} was answered with NAK.`,
    clear: 'Unplug and plug it, then start again.'
  }),
  'programmer.version.other': (p) => ({
    title: 'Programmer speaks another version',
    text: `It speaks version ${text(p['found'])} of the serial flasher protocol; version 1 is needed.`,
    clear: 'Update its firmware.'
  }),
  'programmer.command.missing': (p) => ({
    title: 'Programmer cannot do SPI',
    text: `Command ${num(p['command']).toString(16).toUpperCase().padStart(2, '0')}, which is needed, is not among those it knows.`,
    clear: 'Use another programmer.'
  }),
  'programmer.bus.other': line(
    'Programmer has no SPI',
    'It serves other buses only.',
    'Use another programmer.'
  ),
  'programmer.clock.fixed': line(
    'Clock cannot be set',
    'This programmer has one fixed clock.',
    'Shorten the wires, or lift the chip.'
  ),
  'chip.contact.none': line(
    'No contact with the chip',
    'Its status register does not follow: the clip does not grip, sits the wrong way round, or the chip is not powered.',
    CONTACT
  ),
  'chip.contact.lost': line(
    'Contact lost during the read',
    'The chip answered before the read and not after it. The read was thrown away.',
    CONTACT
  ),
  'chip.kind.other': (p) => ({
    title: 'Another type of chip',
    text: `It identifies as ${text(p['found']) || 'nothing'}; this family has ${text(p['expected']) || 'a chip without identification'}.`,
    clear: 'Check the unit and the position of the clip.'
  }),
  'chip.write.protected': line(
    'Chip is write protected',
    'Block protection is set in its status register. Nothing was written.',
    'Clear the protection first, where the maker allows it.'
  ),
  'chip.write.refused': line(
    'Chip does not accept a write',
    'Its write-enable latch could not be set.',
    CONTACT
  ),
  'chip.busy.hung': (p) => ({
    title: 'Chip stays busy',
    text: `Still busy after ${Math.round(num(p['waitedMs']) / 1000)} s.`,
    clear: CONTACT
  }),
  'chip.erase.unknown': (p) => ({
    title: 'No erase of this size',
    text: `The profile asks to erase ${text(p['bytes'])} bytes at once; there is no command for that.`,
    clear: 'Correct the family profile.'
  })
} satisfies Texts;

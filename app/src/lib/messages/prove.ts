import { formatVolts } from '@badger/core/base/format';
import { num, text, type MessageOf, type Texts } from './message.ts';

const CAUSES: Readonly<Record<string, string>> = {
  unit: 'the unit itself',
  wiring: 'the wiring',
  actuator: 'the sensor or actuator',
  supply: 'supply or ground',
  network: 'the network',
  'other-unit': 'another unit'
};

/** A cause in words. */
export const wordsOfCause = (cause: unknown): string => CAUSES[String(cause)] ?? 'something else';

const TESTS: Readonly<Record<string, string>> = {
  supply: 'Supply at the unit, under load',
  ground: 'Ground at the unit, under load',
  network: 'Network pair, power off',
  wiring: 'Wire from unit to part',
  actuator: 'The part at the end of the wire',
  swap: 'A known-good unit in its place',
  clear: 'Clear, and see what comes back',
  bench: 'The unit alone on the bench',
  exercise: 'The unit exercised on the bench'
};

/** A test by its name on the sheet. */
export const nameOfTest = (test: unknown): string => TESTS[String(test)] ?? 'the next test';

const s = (n: unknown, one: string, many: string) => (num(n as number) === 1 ? one : many);
const volts = (p: unknown) => `${formatVolts(num(p as number))} V`;
const sentence =
  (title: string, words = ''): MessageOf =>
  () => ({ title, text: words });
const counted =
  (words: (count: number) => string): MessageOf =>
  (p) => ({ title: words(num(p['count'])), text: '' });

const MISSING: Readonly<Record<string, string>> = {
  scan: 'The unit has not been asked in a scan.',
  memory: 'Its fault memory could not be read.',
  codes:
    'Its codes were taken while the supply was not known to be sound, and have not come back since.',
  standing: 'No code is present or confirmed.',
  supply: 'The supply at the unit is not measured sound under load.',
  ground: 'The ground at the unit is not measured sound under load.',
  network: 'The network is accused and not cleared.',
  backing: 'Neither the wiring nor a known-good unit has been tried.',
  lead: 'It does not lead among the causes.'
};
const nextTest = (p: Readonly<Record<string, unknown>>) =>
  p['test'] === undefined
    ? 'Scan again and look for what is missing.'
    : `Next: ${nameOfTest(p['test'])}.`;

/** Scans, their reading, the question of the cause, and the accesses that are left. */
export const prove = {
  'prove.unit.contradicted': () => ({
    title: 'Decided, but the measurements say otherwise',
    text: 'It is recorded that the unit is the cause; scan and tests point elsewhere.',
    clear: 'Look at the causes below and decide again.'
  }),
  'prove.unit.decided': () => ({
    title: 'Decided: it is this unit',
    text: 'A person has recorded it; scan and tests do not carry it yet.',
    clear: 'What Go still needs stands below the causes.'
  }),
  'prove.unit.undecided': () => ({
    title: 'Everything points at the unit',
    text: 'Nobody has recorded the decision yet.',
    clear: 'Record it below.'
  }),
  'proof.verdict.unit': () => ({
    title: 'It is the unit',
    text: 'It leads, supply and ground are sound under load, the network is not accused, and the swap or the wiring backs it.'
  }),
  'proof.verdict.other': (p) => ({
    title: `The cause is ${wordsOfCause(p['cause'])}`,
    text: 'A test has proven it. A clone would not help.',
    clear: 'Mend that first, then scan again.'
  }),
  'proof.verdict.innocent': () => ({
    title: 'The unit is not the cause',
    text: 'A test has ruled it out. If it is replaced all the same, the fault stays.',
    clear: 'Look for the cause elsewhere.'
  }),
  'proof.verdict.first': (p) => ({
    title: p['what'] === 'network' ? 'The network comes first' : 'The supply comes first',
    text: `Until ${p['what'] === 'network' ? 'the bus' : 'the battery'} is sound, no code of any unit proves anything.`,
    clear:
      p['what'] === 'network'
        ? 'Measure the pair with the power off, mend it, scan again.'
        : 'Put the support supply on, measure at the unit, clear, scan again.'
  }),
  'proof.verdict.leaning': (p) => ({
    title: `It looks like ${wordsOfCause(p['cause'])}`,
    text: 'That stands before the unit, but it is not proven.',
    clear: 'Do the next test.'
  }),
  'proof.verdict.unproven': (p) => ({
    title: 'Probably the unit',
    text: `It leads, but: ${MISSING[String(p['missing'])] ?? ''} The wrong unit cloned is the dearest mistake.`,
    clear: nextTest(p)
  }),
  'proof.verdict.open': (p) => ({
    title: 'Not decided yet',
    text: `No cause stands out. ${MISSING[String(p['missing'])] ?? ''}`,
    clear: nextTest(p)
  }),
  'proof.verdict.nothing': () => ({
    title: 'Nothing is known yet',
    text: 'No scan and no test is kept.',
    clear: 'Scan the whole vehicle first, or enter a scan that was made with another tool.'
  }),
  'proof.customer.unit': sentence(
    'Our tests point to the unit itself: its supply is sound, and its wiring or a trial with another unit speaks for it. Moving its content to another unit is the repair that we recommend.'
  ),
  'proof.customer.nearly': sentence(
    'Everything points at the unit so far. We want to rule out supply and wiring before you pay for a replacement.'
  ),
  'proof.customer.first': sentence(
    'Before we can say anything about a unit, the supply or the network of the vehicle has to be put right. That is much cheaper than a unit.'
  ),
  'proof.customer.other': sentence(
    'The unit is not the cause. Replacing it would cost you money and the fault would stay; we know where to look instead.'
  ),
  'proof.customer.open': sentence(
    'We are not sure yet what the cause is. We measure step by step and tell you before anything is replaced.'
  ),
  'proof.exercise.failed': (p) => ({
    title: `Exercised on the bench it failed inside: ${text(p.stages)}`,
    text: ''
  }),
  'proof.exercise.suspect': (p) => ({
    title: `Exercised on the bench these did nothing, or their leads were off: ${text(p.stages)}`,
    text: ''
  }),
  'proof.exercise.sound': (p) => ({
    title: `Exercised on the bench all ${text(p.of)} stages were sound`,
    text: ''
  }),
  'proof.exercise.part': (p) => ({
    title: `Exercised on the bench ${text(p.sound)} of ${text(p.of)} stages were sound, the rest is not known`,
    text: ''
  }),
  'proof.test.measured': () => ({
    title: 'That result is measured, not typed',
    text: 'It comes from exercising the unit on the bench.'
  }),
  'proof.why.exercise': sentence('Sensors simulated, stages driven: faults inside the unit show.'),
  'proof.ground.bad': (p) => ({
    title: `Ground loses ${text(p['dropMv'])} mV under load: more than 200 mV is bad`,
    text: ''
  }),
  'proof.ground.good': (p) => ({ title: `Ground loses only ${text(p['dropMv'])} mV`, text: '' }),
  'proof.supply.drop': (p) => ({
    title: `${volts(p['dropMv'])} are lost between battery and unit`,
    text: ''
  }),
  'proof.supply.low': (p) => ({
    title: `Only ${volts(p['atUnitMv'])} arrive because the battery is low`,
    text: ''
  }),
  'proof.supply.good': (p) => ({
    title: `${volts(p['atUnitMv'])} arrive under load, ${text(p['dropMv'])} mV lost`,
    text: ''
  }),
  'proof.supply.high': (p) => ({
    title: `${volts(Math.max(num(p['atUnitMv']), num(p['batteryMv'])))} is more than a sound system has`,
    text: ''
  }),
  'proof.supply.unloaded': sentence('Supply was measured without load: that proves nothing'),
  'proof.supply.impossible': sentence(
    'More at the unit than at the battery: not measured together, measure again'
  ),
  'proof.ground.unloaded': sentence('Ground was measured without load: that proves nothing'),
  'proof.ground.impossible': (p) => ({
    title: `${text(p['dropMv'])} mV cannot be lost in a ground: measure again`,
    text: ''
  }),
  'proof.network.good': (p) => ({
    title: `The pair has ${text(p['pairOhm'])} Ω: two terminators, no break`,
    text: ''
  }),
  'proof.network.one': (p) => ({
    title: `The pair has ${text(p['pairOhm'])} Ω: one terminator is missing or a wire is open`,
    text: ''
  }),
  'proof.network.short': (p) => ({
    title: `The pair has ${text(p['pairOhm'])} Ω: a short, or a terminator too many`,
    text: ''
  }),
  'proof.network.open': (p) => ({
    title: `The pair has ${text(p['pairOhm'])} Ω: it is open`,
    text: ''
  }),
  'proof.wiring.open': (p) => ({
    title: `The wire has ${text(p['throughOhm'])} Ω: it is open or corroded`,
    text: ''
  }),
  'proof.wiring.short': (p) => ({
    title: `Only ${text(p['toGroundKohm'])} kΩ to ground: the insulation is through`,
    text: ''
  }),
  'proof.wiring.good': (p) => ({
    title: `The wire is sound: ${text(p['throughOhm'])} Ω through, ${text(p['toGroundKohm'])} kΩ to ground`,
    text: ''
  }),
  'proof.actuator.works': sentence('The part works when it is driven directly'),
  'proof.actuator.faulty': sentence('The part is faulty by itself'),
  'proof.swap.stays': sentence('With a known-good unit the fault stays'),
  'proof.swap.gone': sentence('With a known-good unit the fault is gone'),
  'proof.swap.nostart': sentence(
    'With a known-good unit the fault is gone; no start, as the immobiliser does not know it'
  ),
  'proof.clear.atonce': sentence('Cleared codes are back at once, with nothing driven'),
  'proof.clear.used': sentence('Cleared codes come back when the part is used'),
  'proof.clear.away': sentence('Cleared codes stay away'),
  'proof.bench.internal': sentence('Alone on the bench it reports an internal fault'),
  'proof.bench.expected': sentence('Alone on the bench it reports only what it must'),
  'proof.scan.supply': sentence('The scan speaks of low supply'),
  'proof.scan.network': sentence('The scan speaks of a faulty bus'),
  'proof.scan.internal': counted(
    (n) => `The unit reports ${n} internal ${s(n, 'fault', 'faults')}`
  ),
  'proof.scan.circuit': counted(
    (n) => `${n} ${s(n, 'code names', 'codes name')} a circuit of the unit`
  ),
  'proof.scan.immobiliser': counted(
    (n) => `${n} immobiliser ${s(n, 'code', 'codes')}: two units do not know each other`
  ),
  'proof.scan.elsewhere': counted((n) => `${n} ${s(n, 'code', 'codes')} in other units`),
  'proof.scan.pending': counted(
    (n) => `${n} internal ${s(n, 'code is', 'codes are')} only pending: not proven yet`
  ),
  'proof.scan.starved': counted(
    (n) =>
      `${n} internal ${s(n, 'code', 'codes')}, taken while the supply was not known to be sound`
  ),
  'proof.scan.actuator': counted(
    (n) => `${n} ${s(n, 'code names', 'codes name')} a part that the unit drives`
  ),
  'proof.scan.invalid': counted(
    (n) => `${n} ${s(n, 'unit gets', 'units get')} invalid data from it`
  ),
  'proof.scan.lamp': counted((n) => `For ${n} ${s(n, 'unit', 'units')} it asks for the lamp`),
  'proof.scan.otherinternal': counted(() => 'Another unit reports internal faults'),
  'proof.scan.othersilent': counted(
    (n) => `A partner is silent, and ${n} ${s(n, 'unit has', 'units have')} lost it`
  ),
  'proof.scan.silent': sentence('The unit does not answer in the vehicle'),
  'proof.why.loose': sentence('A loose unit can only be asked on the bench.'),
  'proof.why.ground': sentence('A bad ground looks like a broken unit.'),
  'proof.why.actuator': sentence('The part at the end of the wire is cheaper than the unit.'),
  'proof.why.clear': sentence('Old codes go away; what comes back is real.'),
  'proof.why.bench': sentence(
    'On the bench, codes for absent sensors are told apart from internal ones.'
  ),
  'proof.why.swap': sentence('The strongest sign there is, when a known-good unit is at hand.'),
  'proof.why.silent': sentence('A unit that does not talk may only have no supply.'),
  'proof.why.supply': sentence('Ten minutes that save a wrong unit.'),
  'proof.why.network': sentence('The scan says that the bus is not sound.'),
  'proof.why.pair': sentence('Sixty ohm with the power off: two terminators are there.'),
  'proof.why.circuit': sentence('The scan names a circuit of the unit.'),
  'proof.why.wiring': sentence('No circuit is named, so it comes late.'),
  'proof.value.missing': (p) => ({
    title: 'A figure is missing',
    text: `Nothing was entered for ${text(p['field'])}. Nothing was recorded.`,
    clear: 'Enter what the meter shows.'
  }),
  'proof.value.outside': (p) => ({
    title: 'That figure cannot be right',
    text: `${text(p['field'])} must lie between 0 and ${text(p['most'])}. Nothing was recorded.`,
    clear: 'Look at the unit: millivolt, ohm or kilo-ohm?'
  }),
  'proof.value.unknown': (p) => ({
    title: 'That is not one of the answers',
    text: `${text(p['field'])} has fixed answers. Nothing was recorded.`
  }),
  'clone.unit.needless': sentence(
    'No clone is made',
    'This unit is bought new and programmed by the maker’s procedure.'
  ),
  'clone.unit.kept': sentence(
    'Its content is kept already',
    'Two agreeing reads of every region are in the shop.'
  ),
  'clone.unit.talks': sentence('It can be cloned', 'It answers and its chip id was read.'),
  'clone.unit.badly': () => ({
    title: 'Read it now, before anything else',
    text: 'It answers only at times. What is read today may be gone tomorrow.',
    clear: 'Go to Wire and Read at once.'
  }),
  'clone.unit.unread': () => ({
    title: 'It answers in the vehicle',
    text: 'Its chip id has not been read on the bench yet.',
    clear: 'Read the chip id at Wire.'
  }),
  'clone.unit.silent': (p) => ({
    title: `Silent: ${text(p['left'])} ${s(p['left'], 'access is', 'accesses are')} left`,
    text: 'Its own software does not answer; boot mode or the chip itself may still give the memory.',
    clear: 'Choose an access below and record why.'
  }),
  'clone.unit.unresponsive': () => ({
    title: 'It cannot be cloned this way',
    text: 'It is silent, and this family has no access without its own software.',
    clear: 'A new unit by the maker’s procedure is left.'
  }),
  'clone.unit.unknown': () => ({
    title: 'Not known whether it talks',
    text: 'It has been neither scanned nor identified.',
    clear: 'Scan the vehicle, or read the chip id at Wire.'
  }),
  'clone.access.unresponsive': sentence(
    'Not open',
    'It needs the unit’s own software, which is silent.'
  ),
  'clone.access.obd': sentence(
    'Through the diagnostic socket',
    'Gives part of the memory; the vehicle may sag or fall asleep.'
  ),
  'clone.access.bench': sentence(
    'Bench, case closed',
    'Wrong pin and worn leads are the risk; follow the interface’s diagram.'
  ),
  'clone.access.boot': sentence(
    'Boot, case open',
    'Full memory even on locked units; board and sealing are at risk.'
  ),
  'clone.access.clip': sentence(
    'Clip on the chip',
    'Bad contact gives bad reads; the board may load the lines.'
  ),
  'clone.access.lifted': sentence(
    'Chip lifted',
    'Cleanest; lifted pads or a chip turned round are the risk.'
  ),
  'clone.access.pads': sentence(
    'Signal pads',
    'Never touch the supply pad or the board while powered.'
  ),
  'clone.access.new': sentence(
    'New unit by the maker’s procedure',
    'No memory needed; costs the unit, credits and the vehicle’s presence.'
  ),
  'clone.access.closed': () => ({
    title: 'That access is closed',
    text: 'The unit is silent, and this access needs it to answer. Nothing was recorded.',
    clear: 'Choose one that is open.'
  })
} satisfies Texts;

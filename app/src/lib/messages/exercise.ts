import { formatAmps, formatVolts } from '@badger/core/base/format';
import { listed, num, text, type MessageOf, type Texts } from './message.ts';

const amps = (ma: unknown) => `${formatAmps(num(ma as number))} A`;
const volts = (mv: unknown) => `${formatVolts(num(mv as number))} V`;
const plain =
  (title: string, words = '', clear?: string): MessageOf =>
  () => ({ title, text: words, ...(clear === undefined ? {} : { clear }) });
const current =
  (words: (delta: string, expected: string) => string): MessageOf =>
  (p) => ({ title: words(amps(p['deltaMa']), amps(p['expectedMa'])), text: '' });

/** What stages of a loose unit did, and what the pins of the diagnostic socket show. */
export const exercise = {
  'exercise.input.follows': (p) => ({
    title: `Follows what is applied, at most ${text(p.worst)} ${text(p.unit)} off`,
    text: ''
  }),
  'exercise.input.off': (p) => ({
    title: `Reads ${text(p.told)} ${text(p.unit)} where ${text(p.expected)} ${text(p.unit)} is applied`,
    text: ''
  }),
  'exercise.input.still': (p) => ({
    title: `Stands at ${text(p.told)} ${text(p.unit)} whatever is applied`,
    text: 'The input is dead, or its lead is off.'
  }),
  'exercise.input.contact': (p) => ({
    title: `Up to ${text(p.worst)} ${text(p.unit)} off, as bad contact would make it`,
    text: 'Press the lead in and repeat.'
  }),
  'exercise.input.unread': plain('The unit did not tell every value'),
  'exercise.output.drives': current((delta, wanted) => `Drives: ${delta} of ${wanted}`),
  'exercise.output.none': (p) => ({
    title: `No current: ${amps(p.deltaMa)} of ${amps(p.expectedMa)}`,
    text: 'The stage is dead, or its lead is off. Tug the lead and repeat.'
  }),
  'exercise.output.little': (p) => ({
    title: `Too little current: ${amps(p.deltaMa)} of ${amps(p.expectedMa)}`,
    text: 'The stage is weak, or its lead has bad contact.'
  }),
  'exercise.output.much': (p) => ({
    title: `Too much current: ${amps(p.deltaMa)} of ${amps(p.expectedMa)}`,
    text: 'Current goes another way than through the load.'
  }),
  'exercise.output.stuck': (p) => ({
    title: `${amps(p.leakMa)} flow without an order`,
    text: 'The stage is shorted, or its lead is in the wrong cavity.'
  }),
  'exercise.output.hangs': (p) => ({
    title: `${amps(p.restMa)} go on flowing when it is let go`,
    text: ''
  }),
  'exercise.output.unsteady': (p) => ({
    title: `The current wavers by ${amps(p.spreadMa)}: it says nothing`,
    text: ''
  }),
  'exercise.output.unmeasured': plain('The supply was off, at its limit, or did not tell all'),
  'exercise.output.load': plain('The load of the box could not be measured'),
  'exercise.test.sound': plain('Self-test: sound'),
  'exercise.test.failed': plain('Self-test: failed'),
  'exercise.test.skipped': plain('Self-test did not look at it'),
  'exercise.test.contradicts': plain('Self-test contradicts itself'),
  'exercise.test.unread': plain('Self-test gave no result that makes sense'),
  'exercise.stage.contradicted': plain(
    'The self-test finds it sound, the box does not: look at the lead'
  ),
  'exercise.unit.refused': (p) => ({ title: `The unit refused: ${text(p.nrc)}`, text: '' }),
  'exercise.unit.silent': plain('The unit did not answer'),
  'exercise.box.refused': plain('The breakout box refused'),
  'exercise.run.stopped': plain('Stopped by hand'),
  'exercise.run.nothing': plain(
    'There is nothing to exercise',
    'Nothing that the family has was asked for.'
  ),
  'exercise.box.absent': plain(
    'No breakout box answers',
    'Sensors and loads are put on by a breakout box.',
    'Check its plug and its address.'
  ),
  'exercise.family.unknown': plain(
    'Nobody has said how this family is exercised',
    'Its profile has no sensors and stages for it, or its access does not speak on the bench.'
  ),
  'exercise.feed.vehicle': plain(
    'The unit sits in its vehicle',
    'Only a loose unit on the bench is exercised: nothing is driven in a vehicle.'
  ),
  'exercise.unit.unknown': plain(
    'Nobody knows which unit lies on the clamp',
    'Its chip id has not been read since the supply came on.',
    'Read the chip id at Wire first.'
  ),
  'breakout.link.absent': plain(
    'The breakout box does not answer',
    '',
    'Check its plug and its address.'
  ),
  'breakout.command.refused': (p) => ({
    title: 'The breakout box refused',
    text: `It says: ${text(p.number)}, ${text(p.text)}.`
  }),

  'can.rate.none': plain(
    'No such timing',
    'Figures are missing, or no divider comes within 5 %.',
    'Check clock and rate.'
  ),
  'can.rate.met': (p) => ({
    title: 'Box and unit can agree',
    text: `The rate is ${text(p.offPercent)} % off.`
  }),
  'can.rate.off': (p) => ({
    title: 'They fall out of step',
    text: `The rate is ${text(p.offPercent)} % off; ${text(p.tolerancePercent)} % is what a bit bears.`,
    clear: 'Use a box with another clock, or another rate.'
  }),
  'socket.pin.unread': plain('not measured'),
  'socket.battery.good': (p) => ({ title: `battery: ${volts(p.mv)}`, text: '' }),
  'socket.battery.none': (p) => ({
    title: `no battery: ${volts(p.mv)}`,
    text: 'The fuse of the socket is blown, or its feed is open.'
  }),
  'socket.battery.low': (p) => ({ title: `battery low: ${volts(p.mv)}`, text: '' }),
  'socket.battery.high': (p) => ({ title: `too much: ${volts(p.mv)}`, text: '' }),
  'socket.battery.switched': plain('held back by the box'),
  'socket.ground.joined': (p) => ({
    title: `joined: ${text(p.mv)} mV`,
    text: 'Without load that proves no good ground.'
  }),
  'socket.ground.lifted': (p) => ({ title: `ground lifted: ${volts(p.mv)}`, text: '' }),
  'socket.pair.talks': plain('the pair talks'),
  'socket.pair.quiet': plain(
    'the pair rests, nobody talks',
    'Ignition off, asleep, or no unit is fed.'
  ),
  'socket.pair.dead': plain('no level on the pair', 'Nobody feeds it: asleep, or no unit on it.'),
  'socket.pair.swapped': plain('high and low are swapped'),
  'socket.pair.short': (p) => ({
    title: `CAN ${text(p.line)} lies on ${text(p.to)}: ${volts(p.mv)}`,
    text: ''
  }),
  'socket.pair.half': (p) => ({
    title: `CAN ${text(p.line)} does not move`,
    text: 'That wire is open.'
  }),
  'socket.pair.odd': (p) => ({
    title: `levels that no pair has: ${volts(p.highMv)} and ${volts(p.lowMv)}`,
    text: ''
  }),
  'socket.line.idle': (p) => ({ title: `idle at ${volts(p.mv)}`, text: '' }),
  'socket.line.talks': plain('talks'),
  'socket.line.none': (p) => ({ title: `not in use: ${volts(p.mv)}`, text: '' }),
  'socket.pin.fed': (p) => ({ title: `fed: ${volts(p.mv)}`, text: '' }),
  'socket.pin.moves': (p) => ({ title: `moves ${text(p.edgesHz)} times a second`, text: '' }),
  'socket.pin.level': (p) => ({ title: volts(p.mv), text: '' }),
  'socket.pin.empty': plain('empty'),
  'socket.whole.sound': plain('Battery is there and the pair talks'),
  'socket.whole.unread': plain('The box tells nothing of the pins'),
  'socket.whole.look': (p) => ({ title: `Look at pin ${listed(p.pins)}`, text: '' }),
  'socket.whole.stop': (p) => ({ title: `Wrong at pin ${listed(p.pins)}`, text: '' })
} satisfies Texts;

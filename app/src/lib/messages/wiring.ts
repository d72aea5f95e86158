import { formatAmps, formatVolts } from '@badger/core/base/format';
import type { Param } from '@badger/core/base/codes';
import { num, text, type Texts } from './message.ts';
import { signalWords } from './wire-words.ts';

const amps = (p: Param | undefined) => `${formatAmps(num(p))} A`;
const volts = (p: Param | undefined) => `${formatVolts(num(p))} V`;

/** A resistance as a meter shows it; an open line in words. Units: Ω. */
export function ohms(value: Param | undefined): string {
  const ohm = num(value);
  if (!Number.isFinite(ohm)) return 'open line';
  if (ohm >= 1e6) return `${(ohm / 1e6).toFixed(1)} MΩ`;
  if (ohm >= 1000) return `${(ohm / 1000).toFixed(1)} kΩ`;
  return `${ohm >= 100 ? Math.round(ohm) : ohm >= 10 ? ohm.toFixed(1) : ohm.toFixed(2)} Ω`;
}
const band = (p: { minOhm: number; maxOhm: number }) =>
  `${Math.round(num(p.minOhm))} to ${Math.round(num(p.maxOhm))} Ω`;
const milli = (p: Param | undefined) => ohms(num(p) / 1000);
const NUMBERS = ['no', 'one', 'two', 'three', 'four'];
const count = (n: number) => NUMBERS[n] ?? String(n);
const terminators = (n: number) => `${count(n)} terminator${n === 1 ? '' : 's'}`;

/** Wiring, measured with the power off, and power on its way to the unit. */
export const wiring = {
  'watch.current.alarm': (p) => ({
    title: 'Switched off: far too much current',
    text: `${amps(p.measuredMa)} flowed: something is wrong inside or a wire is on the wrong pin.`,
    clear: 'Feeds off, measure feed to ground, look for a hot part. Do not switch on before that.'
  }),
  'watch.limit.held': (p) => ({
    title: 'Switched off: held in the current limit',
    text: `${amps(p.measuredMa)} at only ${volts(p.measuredMv)}, longer than an inrush lasts: a short, or the limit is below what the unit draws.`,
    clear:
      'Feeds off, measure feed to ground; if it is free, raise the limit to what the family needs.'
  }),
  'watch.current.over': (p) => ({
    title: 'Switched off: more current than this family ever draws',
    text: `${amps(p.measuredMa)} flowed, ${amps(p.mostMa)} is the most.`,
    clear: 'Check the wires against the plan, then measure feed to ground.'
  }),
  'watch.current.rising': (p) => ({
    title: 'Switched off: the current ran away',
    text: `From ${amps(p.lastMa)} to ${amps(p.measuredMa)} within one reading, ${amps(p.mostMa)} is the most.`,
    clear: 'Measure feed to ground before power. The unit may be damaged.'
  }),
  'evidence.carrier.none': () => ({
    title: 'No causes for this access',
    text: 'Causes are named for units that the bench feeds and the box speaks to.'
  }),
  'evidence.id.old': () => ({
    title: 'Something newer was measured',
    text: 'The unit was connected anew, measured again or answered since. Nothing was kept.',
    clear: 'Look at the page again and go on from what it shows.'
  }),
  'evidence.sense.absent': () => ({
    title: 'The sense lines do not answer',
    text: 'This station has no breakout box, or it told no number. Nothing was kept.',
    clear: 'Measure with the meter and type the value.'
  }),
  'evidence.sense.fed': () => ({
    title: 'Something feeds the unit',
    text: 'A resistance is measured with the power off. Nothing was kept.',
    clear: 'Switch the supply off, then measure.'
  }),
  'evidence.supply.off': () => ({
    title: 'The supply is off',
    text: 'Without power there is nothing to see at the unit.',
    clear: 'Switch the supply on and measure then.'
  }),
  'wiring.connection.right': (p) => ({
    title: num(p.measured) > 0 ? 'Connected and measured' : 'All connections are on',
    text: `All ${text(p.wires)} connections are ticked${num(p.measured) > 0 ? '; what was measured is right' : ''}.`
  }),
  'wiring.connection.old': () => ({
    title: 'The unit was connected anew since',
    text: 'Somebody began again, or access or profile changed. Nothing was kept.',
    clear: 'Look at the page again and go on from what it shows.'
  }),
  'wiring.lead.unknown': () => ({
    title: 'This lead is not here',
    text: 'It does not fit the family, hangs on another station or was taken out of use.',
    clear: 'Choose another lead.'
  }),
  'wiring.marking.unknown': (p) => ({
    title: 'No board with this marking',
    text: `The family has no board marked ${text(p.marking)}.`,
    clear: 'Read the marking of the chip again.'
  }),
  'wiring.plan.absent': () => ({
    title: 'Nothing to connect',
    text: 'This unit has no access that is wired.'
  }),
  'wiring.power.held': (p) => ({
    title: 'A measured fault holds the power',
    text: `What was measured on ${text(p.tag)} speaks against power. The output is off.`,
    clear: 'Wire says which. Mend it and measure again, or begin the connection anew.'
  }),
  'wiring.reading.live': () => ({
    title: 'The supply is on',
    text: 'A resistance is measured with the power off. Nothing was kept.',
    clear: 'Switch the supply off, then measure.'
  }),
  'wiring.wire.unknown': () => ({
    title: 'No such wire',
    text: 'The plan of this unit has no such connection. Nothing was kept.'
  }),
  'wiring.board.unknown': () => ({
    title: 'Which board is not known',
    text: 'This family has several; the pads lie elsewhere on each.',
    clear: 'Read the marking on the chip and begin with it.'
  }),
  'wiring.plan.none': () => ({
    title: 'Nothing to connect',
    text: 'This access has no wiring of its own.'
  }),
  'wiring.wires.open': (p) => ({
    title: 'Not everything is connected',
    text: `${text(p.open)} of ${text(p.all)} connections are not ticked.`,
    clear: 'Go through the walk-through, one wire at a time.'
  }),
  'wiring.pair.unmeasured': (p) => ({
    title: 'CAN pair not measured',
    text: `Power off, meter between CAN H and CAN L: ${band(p)} is right.`,
    clear: 'Measure the pair before power.'
  }),
  'wiring.pair.right': (p) => ({
    title: 'CAN pair measures right',
    text: `${ohms(p.ohm)}: ${terminators(num(p.count))}, as wanted.`
  }),
  'wiring.pair.few': (p) => ({
    title: p.wanted - p.count === 1 ? 'One terminator too few' : 'Too few terminators',
    text: `The pair measures ${ohms(p.ohm)} with the power off: ${terminators(num(p.count))}, ${count(num(p.wanted))} wanted.`,
    clear: `Plug a 120 Ω terminator into lead or adapter, then measure again: ${band(p)}.`
  }),
  'wiring.pair.more': (p) => ({
    title: p.count - p.wanted === 1 ? 'One terminator too many' : 'Too many terminators',
    text: `The pair measures ${ohms(p.ohm)}: ${terminators(num(p.count))}, ${count(num(p.wanted))} wanted. It loads the transmitters.`,
    clear: `Take one out of lead, adapter or box, then measure again: ${band(p)}.`
  }),
  'wiring.pair.many': (p) => ({
    title: 'Far too many terminators',
    text: `The pair measures ${ohms(p.ohm)}: ${text(p.count)} terminators or a partial short. The unit cannot drive that.`,
    clear: `Take lead, adapter and box apart and measure each; right is ${band(p)}.`
  }),
  'wiring.pair.none': (p) => ({
    title: 'No terminator',
    text: `The pair measures ${ohms(p.ohm)}: only the inputs of the transceivers, ${terminators(num(p.wanted))} wanted.`,
    clear: `Add ${p.wanted === 1 ? 'a 120 Ω terminator' : 'two 120 Ω terminators'}, then measure again: ${band(p)}.`
  }),
  'wiring.pair.open': (p) => ({
    title: 'CAN pair is open',
    text: `The pair measures ${ohms(p.ohm)}: CAN H or CAN L is not connected, or a wire is broken.`,
    clear: 'Check both cavities and the lead, then measure again.'
  }),
  'wiring.pair.series': (p) => ({
    title: 'A resistance in the CAN pair',
    text: `${ohms(p.ohm)} is no number of terminators: ${terminators(num(p.count))} and about ${text(p.seriesOhm)} Ω in series.`,
    clear: 'Reseat both terminals, look for a worn or wet contact, then measure again.'
  }),
  'wiring.pair.short': (p) => ({
    title: 'CAN H and CAN L touch',
    text: `The pair measures ${ohms(p.ohm)}.`,
    clear: 'Look for touching terminals or a probe across two cavities. No power until it is gone.'
  }),
  'wiring.pair.ground': (p) => ({
    title: `CAN ${p.line === 'high' ? 'H' : 'L'} has a path to ground`,
    text: `${ohms(p.ohm)} to ground with the power off; a sound line has more than 1 kΩ.`,
    clear: 'Check that the wire is not in a ground cavity. If it is right, the unit is damaged.'
  }),
  'wiring.feed.unmeasured': () => ({
    title: 'Feed to ground not measured',
    text: 'A short shows here before it costs a unit. Above 100 Ω is right.',
    clear: 'Measure from the feed to ground, power off.'
  }),
  'wiring.feed.free': (p) => ({
    title: 'No short on the feed',
    text: `${ohms(p.ohm)} from feed to ground.`
  }),
  'wiring.feed.low': (p) => ({
    title: 'Little resistance on the feed',
    text: `${ohms(p.ohm)} from feed to ground. A capacitor that charges shows this at first.`,
    clear: 'Hold the probes for ten seconds and measure again; with 1 A as the limit try power.'
  }),
  'wiring.feed.short': (p) => ({
    title: 'Short on the feed',
    text: `${ohms(p.ohm)} from feed to ground. Power would flow into it.`,
    clear: 'Take the feeds off and measure at the unit alone. No power until it is gone.'
  }),
  'wiring.wire.unmeasured': (p) => ({
    title: `${signalWords(text(p.signal))} not measured`,
    text: `At most ${milli(p.mostMohm)} from end to end is right.`,
    clear: 'Measure the wire from end to end.'
  }),
  'wiring.wire.good': (p) => ({
    title: `${signalWords(text(p.signal))} conducts`,
    text: `${milli(p.mohm)}, at most ${milli(p.mostMohm)} expected.`
  }),
  'wiring.wire.worn': (p) => ({
    title: `${signalWords(text(p.signal))} has too much resistance`,
    text: `${milli(p.mohm)}, at most ${milli(p.mostMohm)} expected: a worn contact or a thin wire.`,
    clear: 'Reseat it; use another lead if it stays.'
  }),
  'wiring.wire.bad': (p) => ({
    title: `${signalWords(text(p.signal))} hardly conducts`,
    text: `${milli(p.mohm)}, at most ${milli(p.mostMohm)} expected.`,
    clear: 'Use another lead.'
  }),
  'wiring.wire.open': (p) => ({
    title: `${signalWords(text(p.signal))} is open`,
    text: 'The wire does not conduct from end to end.',
    clear: 'Check that it sits in its cavity; use another lead.'
  }),
  'power.erase.held': (p) => ({
    title: 'The unit keeps its voltage',
    text: `${volts(p.unitMv)} at the unit now, ${volts(p.predictedMv)} at ${amps(p.thenMa)}; ${volts(p.minMv)} needed.`
  }),
  'power.erase.low': (p) => ({
    title: 'Not begun: too little voltage at the unit',
    text: `${volts(p.unitMv)} at the unit now would be ${volts(p.predictedMv)} at ${amps(p.thenMa)}; ${volts(p.minMv)} needed. This region was not touched.`,
    clear:
      'Better contacts, a shorter or thicker lead, or more voltage within the band. Then write again.'
  }),
  'power.volts.reserve': (p) => ({
    title: 'Enough voltage at the unit',
    text: `${volts(p.atUnitMv)} at ${amps(p.currentMa)}, ${volts(p.minMv)} needed: ${volts(p.reserveMv)} in reserve.`
  }),
  'power.volts.low': (p) => ({
    title: 'Too little voltage at the unit',
    text: `${volts(p.sourceMv)} at the supply leave ${volts(p.atUnitMv)} at the unit at ${amps(p.currentMa)}; ${volts(p.minMv)} needed.`,
    clear:
      'Use a shorter or thicker lead, clean its contacts, or raise the voltage within the band.'
  }),
  'power.volts.high': (p) => ({
    title: 'Too much voltage',
    text: `${volts(p.sourceMv)} at the supply, ${volts(p.maxMv)} is the most.`,
    clear: 'Lower the voltage.'
  }),
  'power.volts.unknown': (p) => ({
    title: 'Voltage at the unit not known',
    text: `Length, cross-section or contacts of the lead are not known; ${volts(p.minMv)} must arrive.`,
    clear: 'Enter them under Kit, or measure at the unit.'
  }),
  'power.vehicle.held': (p) => ({
    title: 'The vehicle holds its voltage',
    text: `${volts(p.lowestMv)} at the lowest in ${text(p.minutes)} min, ${volts(p.minMv)} needed; battery at ${text(p.endPercent)} % then.`
  }),
  'power.vehicle.low': (p) => ({
    title: 'The voltage will sag',
    text: `${volts(p.lowestMv)} within ${text(p.minutes)} min at ${amps(p.loadMa)}; ${volts(p.minMv)} needed.`,
    clear: `Connect a support supply of at least ${amps(p.loadMa)}.`
  }),
  'power.vehicle.empty': (p) => ({
    title: 'The battery may not start the engine afterwards',
    text: `${text(p.endPercent)} % left after ${text(p.minutes)} min.`,
    clear: 'Charge it first, or connect a larger support supply.'
  }),
  'power.vehicle.trade': (p) => ({
    title: 'Less support than shops use',
    text: `${volts(p.lowestMv)} at the lowest by this arithmetic; shops use ${amps(p.tradeMa)} for a vehicle of this age.`,
    clear: `Use a support supply of ${amps(p.tradeMa)} if you have one.`
  }),
  'power.vehicle.charger': () => ({
    title: 'A charger is not a supply',
    text: 'Its voltage is not steady, so what it gives is not counted.',
    clear: 'Use a support supply.'
  }),
  'power.vehicle.unknown': () => ({
    title: 'Figures missing',
    text: 'Rest voltage, capacity, load or time is not known or not possible. A rest voltage over 12.9 V is one under charge.',
    clear: 'Measure the battery after an hour of rest.'
  })
} satisfies Texts;

import type { BusErrorKind } from '../can/serial-line.ts';
import { countTerminators } from '../electrical/termination.ts';
import type { Expected, ExpectedBench, HandshakeEvidence, Observations } from './evidence.ts';
import { observeChip } from './observe-chip.ts';

/** Below this nothing flows. Units: mA. Source: common practice. */
const NOTHING_MA = 8;
/** A processor that does not run leaks at most this share of what it draws idle. Source: common practice. */
const LEAK_SHARE = 0.4;
/** Below this a line carries no feed. Units: mV. Source: common practice. */
const NO_FEED_MV = 3000;
/** A ground that lifts more than this is none. Units: mV. Source: common practice. */
const LIFTED_MV = 1000;
/** In limitation or under load the voltage gives way below this share of what is set. Source: common practice. */
const SAG_SHARE = 0.92;
/** In a short hardly any voltage is left. Source: common practice. */
const COLLAPSED_SHARE = 0.5;
/**
 * Mean of H above L while a frame is said over and over: a driven pair swings by 1.5 to 3 V (ISO 11898-2, from memory), about half
 * of the time. With one line open only one of them moves. Units: mV. Source: common practice.
 */
const SWING_MV = { whole: 600, half: 200 } as const;

/** Turns figures into words against what this family draws and needs. Total; what is no number was not measured. */
export function observe(evidence: HandshakeEvidence, expected: Expected): Observations {
  const seen = expected.chip
    ? { ...observeChip(evidence, expected), answers: answersOf(evidence) }
    : observeBench(evidence, expected);
  const all = { ...seen, kit: kitOf(evidence) };
  return Object.fromEntries(Object.entries(all).filter(([, value]) => value !== undefined));
}

const kitOf = ({ kitChanged }: HandshakeEvidence): Observations['kit'] | undefined =>
  kitChanged === undefined ? undefined : kitChanged ? 'changed' : 'same';

type Maybe<T> = { [K in keyof T]: T[K] | undefined };

function observeBench(evidence: HandshakeEvidence, expected: ExpectedBench): Maybe<Observations> {
  const { wires, feeds } = evidence;
  const switched = (on: boolean | undefined) => (on === undefined ? undefined : on ? 'on' : 'off');
  return {
    current: currentOf(evidence, expected),
    supply: supplyOf(evidence),
    ...senseOf(evidence, expected),
    pair: pairOf(evidence.pairOhm, expected),
    bus: busOf(evidence),
    answers: answersOf(evidence),
    feedWire: wires?.battery,
    groundWire: wires?.ground,
    ignitionWire: wires?.ignition,
    canWire: wires?.can,
    programmingWire: expected.hasProgramming ? wires?.programming : undefined,
    padWire: expected.holdsPad ? wires?.['boot-pad'] : undefined,
    feedSwitch: switched(feeds?.battery),
    ignitionSwitch: switched(feeds?.ignition)
  };
}

const isNumber = (value: number | null | undefined): value is number =>
  typeof value === 'number' && Number.isFinite(value);

function currentOf({ supply }: HandshakeEvidence, { draw }: ExpectedBench) {
  if (supply?.tripped) return 'short';
  if (!supply || !isNumber(supply.measuredMa)) return undefined;
  const { measuredMa, measuredMv, setMv, limitMa } = supply;
  // a limit that is set low is reached without a short: only where the voltage collapses is it one
  if (measuredMa >= limitMa * 0.98) return measuredMv < setMv * COLLAPSED_SHARE ? 'short' : 'high';
  if (measuredMa < NOTHING_MA) return 'none';
  const idle = draw.find((d) => d.state === 'idle') ?? draw[0];
  if (!idle) return undefined;
  const most = Math.max(...draw.map((d) => d.maxMa));
  if (measuredMa < idle.minMa * LEAK_SHARE) return 'leak';
  if (measuredMa < idle.minMa) return 'low';
  return measuredMa > most ? 'high' : 'expected';
}

function supplyOf({ supply }: HandshakeEvidence) {
  if (!supply || supply.tripped || !isNumber(supply.measuredMv) || !(supply.setMv > 0))
    return undefined;
  // held in its limit it gives way too, and that is told by the current
  if (supply.measuredMa >= supply.limitMa * 0.98) return undefined;
  return supply.measuredMv < supply.setMv * SAG_SHARE ? 'sagging' : 'steady';
}

function senseOf(
  { sense, bus }: HandshakeEvidence,
  { need }: ExpectedBench
): Pick<Observations, 'feed' | 'ground' | 'ignition' | 'levels'> {
  if (!sense) return {};
  const { feedMv, groundMv, ignitionMv, highMv, lowMv } = sense;
  const lifted = isNumber(groundMv) ? groundMv > LIFTED_MV : undefined;
  return {
    ...(isNumber(feedMv) ? { feed: feedOf(feedMv, need.voltageMinMv) } : {}),
    ...(lifted === undefined ? {} : { ground: lifted ? 'lifted' : 'right' }),
    ...(isNumber(ignitionMv) ? { ignition: ignitionMv < NO_FEED_MV ? 'none' : 'right' } : {}),
    // against a ground that has lifted, or while nobody drives the pair, no level says anything
    ...(lifted !== true && isDriven(bus) && isNumber(highMv) && isNumber(lowMv)
      ? { levels: levelsOf(highMv, lowMv) }
      : {})
  };
}

/** A controller that meets errors says its frame over and over. */
const isDriven = (bus: HandshakeEvidence['bus']): boolean =>
  Object.values(bus?.errors ?? {}).some((n) => n > 0);

function feedOf(feedMv: number, minMv: number): Observations['feed'] {
  if (feedMv < NO_FEED_MV) return 'none';
  // under the family's band a unit may still run: what is meant is a feed that breaks down
  return feedMv < minMv * SAG_SHARE ? 'low' : 'right';
}

function levelsOf(highMv: number, lowMv: number): Observations['levels'] {
  const swing = highMv - lowMv;
  if (swing >= SWING_MV.whole) return 'right';
  if (swing >= SWING_MV.half) return 'half';
  // hardly any swing: whether anybody drives the pair is not known
  return swing <= -SWING_MV.half ? 'inverted' : undefined;
}

/** Below this the lines touch. Units: Ω. Source: common practice. */
const TOUCHING_OHM = 10;

function pairOf(ohm: number | null | undefined, { terminators }: ExpectedBench) {
  if (ohm === undefined || (ohm !== null && !(ohm >= 0))) return undefined;
  if (ohm === null) return 'none';
  if (ohm < TOUCHING_OHM) return 'short';
  const { count } = countTerminators(ohm);
  if (count === 0) return 'none';
  return count === terminators ? 'right' : count < terminators ? 'few' : 'many';
}

/** The gravest kind of error that was seen: one that only a disturbed bus makes outweighs a missing answer. */
function busOf({ bus }: HandshakeEvidence) {
  if (!bus) return undefined;
  const of = (kind: BusErrorKind) => bus.errors[kind] ?? 0;
  if (of('form') + of('stuff') + of('crc') > 0) return 'form';
  if (of('bit') > 0) return 'bit';
  if (of('ack') > 0) return 'ack';
  // a box that tells of no errors may be one that never does: only what was heard proves a quiet bus
  return bus.heard > 0 ? 'quiet' : undefined;
}

function answersOf({ tries, bus }: HandshakeEvidence): Observations['answers'] {
  const last = tries.at(-1);
  if (last === undefined || last === 'answered') return undefined;
  if (last === 'silent') {
    const spoke = (bus?.heard ?? 0) > 0 || tries.some((t) => t !== 'silent' && t !== 'lost');
    return spoke ? 'some' : 'none';
  }
  return last;
}

import type { None } from '../base/codes.ts';

/** What a pair measures, and what it should. Units: Ω. */
type PairFigures = { ohm: number; minOhm: number; maxOhm: number };
/** What a supply showed when it was switched off. Units: mA, mV. */
type WatchFigures = { measuredMa: number; measuredMv: number; limitMa: number };
type PairCount = PairFigures & { wanted: number; count: number };

/** Most that is drawn in a write, and what may flow. Units: mA. */
type Drawn = { erasingMa: number; writingMa: number; mostMa: number; givenMa: number };

/** What `electrical` tells: problems, findings and verdicts by code, each with its figures. */
export interface ElectricalCodes {
  'current.draw.alarm': { currentMa: number; minMa: number; maxMa: number; state: string };
  'current.draw.expected': { currentMa: number; minMa: number; maxMa: number; state: string };
  'current.draw.high': { currentMa: number; minMa: number; maxMa: number; state: string };
  'current.draw.low': { currentMa: number; minMa: number; maxMa: number; state: string };
  'current.draw.none': { currentMa: number; minMa: number; maxMa: number; state: string };
  'gate.feed.outside': { measuredMv: number; minMv: number; maxMv: number };
  'gate.feed.twice': None;
  'gate.feed.unasked': None;
  'gate.feed.unknown': None;
  'gate.feed.unmeasured': { minMv: number; maxMv: number };
  'gate.feed.vehicle': { measuredMv: number; minMv: number; maxMv: number };
  'power.erase.held': { unitMv: number; predictedMv: number; thenMa: number; minMv: number };
  'power.erase.low': { unitMv: number; predictedMv: number; thenMa: number; minMv: number };
  'power.budget.carried': { needMa: number; ratedMa: number; totalMa: number; state: string };
  'power.budget.over': { needMa: number; ratedMa: number; totalMa: number; state: string };
  'power.budget.unknown': None;
  'gate.budget.carried': {
    eraseSeconds: number;
    writeSeconds: number;
    backSeconds: number;
  } & Drawn;
  'gate.budget.limit': Drawn;
  'gate.budget.narrow': Drawn;
  'gate.budget.unknown': None;
  'power.vehicle.charger': None;
  'power.vehicle.empty': {
    lowestMv: number;
    minMv: number;
    minutes: number;
    loadMa: number;
    endPercent: number;
  };
  'power.vehicle.held': {
    lowestMv: number;
    minMv: number;
    minutes: number;
    loadMa: number;
    endPercent: number;
  };
  'power.vehicle.low': { lowestMv: number; minMv: number; minutes: number; loadMa: number };
  'power.vehicle.trade': {
    lowestMv: number;
    minMv: number;
    minutes: number;
    loadMa: number;
    endPercent: number;
    tradeMa: number;
  };
  'power.vehicle.unknown': None;
  'power.volts.high': { sourceMv: number; maxMv: number };
  'power.volts.low': { atUnitMv: number; currentMa: number; minMv: number; sourceMv: number };
  'power.volts.reserve': {
    atUnitMv: number;
    currentMa: number;
    minMv: number;
    sourceMv: number;
    reserveMv: number;
  };
  'power.volts.unknown': { minMv: number };
  'supply.limit.high': {
    ratedMa: number;
    limitMa: number;
    needMa: number;
    mostMa: number;
    measuredMv: number;
    minMv: number;
    maxMv: number;
  };
  'supply.limit.low': {
    ratedMa: number;
    limitMa: number;
    needMa: number;
    mostMa: number;
    measuredMv: number;
    minMv: number;
    maxMv: number;
  };
  'supply.limit.reached': {
    ratedMa: number;
    limitMa: number;
    needMa: number;
    mostMa: number;
    measuredMv: number;
    minMv: number;
    maxMv: number;
  };
  'supply.link.absent': None;
  'supply.probe.absent': { host: string; port: number };
  'supply.probe.silent': { host: string; port: number };
  'supply.probe.strange': { host: string; port: number; idn: string };
  'supply.hours.stretch': None;
  'supply.swap.on': None;
  'supply.swap.shared': { station: string };
  'supply.swap.rating': { saidMa: number; mostMa: number };
  'supply.value.outside': { mostMv: number; mostMa: number };
  'supply.output.fine': {
    ratedMa: number;
    limitMa: number;
    needMa: number;
    mostMa: number;
    measuredMv: number;
    minMv: number;
    maxMv: number;
  };
  'supply.output.off': {
    ratedMa: number;
    limitMa: number;
    needMa: number;
    mostMa: number;
    measuredMv: number;
    minMv: number;
    maxMv: number;
  };
  'supply.rating.low': {
    ratedMa: number;
    limitMa: number;
    needMa: number;
    mostMa: number;
    measuredMv: number;
    minMv: number;
    maxMv: number;
  };
  'supply.volts.outside': {
    ratedMa: number;
    limitMa: number;
    needMa: number;
    mostMa: number;
    measuredMv: number;
    minMv: number;
    maxMv: number;
  };
  'watch.current.alarm': WatchFigures;
  'watch.current.over': WatchFigures & { mostMa: number };
  'watch.current.rising': WatchFigures & { mostMa: number; lastMa: number };
  'watch.limit.held': WatchFigures;
  'wiring.feed.free': { ohm: number };
  'wiring.feed.low': { ohm: number };
  'wiring.feed.short': { ohm: number };
  'wiring.feed.unmeasured': None;
  'wiring.pair.few': PairCount;
  'wiring.pair.ground': { line: 'high' | 'low'; ohm: number };
  'wiring.pair.many': PairCount;
  'wiring.pair.more': PairCount;
  'wiring.pair.none': PairFigures & { wanted: number };
  'wiring.pair.open': PairFigures;
  'wiring.pair.right': PairCount;
  'wiring.pair.series': PairCount & { seriesOhm: number };
  'wiring.pair.short': PairFigures;
  'wiring.pair.unmeasured': { minOhm: number; maxOhm: number };
  'wiring.wire.bad': { signal: string; mohm: number; mostMohm: number };
  'wiring.wire.good': { signal: string; mohm: number; mostMohm: number };
  'wiring.wire.open': { signal: string; mohm: number; mostMohm: number };
  'wiring.wire.unmeasured': { signal: string; mostMohm: number };
  'wiring.wire.worn': { signal: string; mohm: number; mostMohm: number };
}

declare module '../base/codes.ts' {
  interface CodeTable extends ElectricalCodes {}
}

import type { None } from '../base/codes.ts';

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
}

declare module '../base/codes.ts' {
  interface CodeTable extends ElectricalCodes {}
}

import type { None } from '../base/codes.ts';

/** What `access` tells: problems, findings and verdicts by code, each with its figures. */
export interface AccessCodes {
  'chip.contact.lost': None;
  'chip.kind.other': { found: string; expected: string };
  'read.block.counter': { expected: number; found: number };
  'read.block.empty': None;
  'read.check.none': None;
  'read.block.long': { left: number; found: number };
  'vehicle.engine.running': { engineRpm: number };
  'vehicle.feed.fine': { batteryMv: number };
  'vehicle.layout.unknown': { vin: string };
  'vehicle.look.none': None;
  'vehicle.look.old': None;
  'vehicle.motion.unknown': None;
  'vehicle.speed.moving': { speedKmh: number };
  'vehicle.unit.unknown': { make: string; kind: string };
  'vehicle.vin.none': None;
  'vehicle.vin.untold': None;
  'vehicle.volts.high': { batteryMv: number; lowMv: number; supportedMv: number };
  'vehicle.volts.low': { batteryMv: number; lowMv: number; supportedMv: number };
  'vehicle.volts.unmeasured': None;
  'vehicle.volts.unsupported': { batteryMv: number; lowMv: number; supportedMv: number };
  'vehicle.volts.weak': { batteryMv: number; lowMv: number; supportedMv: number };
  'write.block.counter': { expected: number; found: number };
}

declare module '../base/codes.ts' {
  interface CodeTable extends AccessCodes {}
}

import { findGravest, judge, undone, type Judgement } from '../../base/verdict.ts';
import { decodeParameter } from '../../obd/parameters.ts';
import { OBD } from '../../obd/services.ts';
import type { DiagnosticLink } from '../../port/diagnostic-link.ts';

/** What a vehicle told of itself at one moment; undefined is what it did not tell. */
export interface VehicleReading {
  readonly vin: string | undefined;
  /** Supply of the unit that was asked. Units: mV. */
  readonly batteryMv: number | undefined;
  readonly speedKmh: number | undefined;
  readonly engineRpm: number | undefined;
}

/** A reading and how long ago it was taken. Units: s. */
export interface AgedReading extends VehicleReading {
  readonly ageSeconds: number;
}

/** What is meant to be done with the unit in the vehicle. */
export type VehicleWork = 'identify' | 'read' | 'write';

/** A reading older than this says nothing about now. Units: s. Source: common practice. */
const FRESH_SECONDS = 600;
/** Below this a unit may drop out while it is read. Units: mV. Source: common practice. */
const LOW_MV = 11_500;
/** A rested, sound battery; less with the ignition on means no support supply. Units: mV. Source: common practice. */
const WEAK_MV = 12_400;
/** With a support supply on. A write is not begun below it. Units: mV. Source: common practice. */
const SUPPORTED_MV = 12_800;
/** No supply of a twelve-volt vehicle gives more. Units: mV. Source: common practice. */
const HIGH_MV = 15_000;

const PID = { engineRpm: 0x0c, speedKmh: 0x0d, volts: 0x42 };

/**
 * Asks a unit of the legislated diagnosis for voltage, speed and engine speed (SAE J1979 service 01). What it does not answer
 * stays undefined; total.
 */
export async function readVehicle(link: DiagnosticLink): Promise<Omit<VehicleReading, 'vin'>> {
  const volts = await readParameter(link, PID.volts);
  return {
    batteryMv: volts === undefined ? undefined : Math.round(volts * 1000),
    speedKmh: await readParameter(link, PID.speedKmh),
    engineRpm: await readEngineRpm(link)
  };
}

/** Engine speed; undefined where it is not told. Units: 1/min. */
export const readEngineRpm = (link: DiagnosticLink): Promise<number | undefined> =>
  readParameter(link, PID.engineRpm);

async function readParameter(link: DiagnosticLink, pid: number): Promise<number | undefined> {
  const request = Uint8Array.of(OBD.currentData, pid);
  const answer = await link.exchange(request, { repeatable: true });
  const reading = answer.ok ? decodeParameter(answer.value) : undefined;
  return reading?.pid === pid ? reading.value : undefined;
}

/**
 * Is the vehicle fit for this work on a unit in it? The gravest of what is known: how long ago it was looked at, motion, engine,
 * voltage, and what it does not tell. Identifying looks at it first and needs no reading before. What is no number was not
 * measured.
 */
export function judgeVehicle(reading: AgedReading | undefined, work: VehicleWork): Judgement {
  if (!reading) return undone(judge(unlessIdentified(work), 'vehicle.look.none'));
  const said = CHECKS.flatMap((check) => check(reading, work) ?? []);
  return (
    findGravest(said) ?? judge('go', 'vehicle.feed.fine', { batteryMv: reading.batteryMv ?? 0 })
  );
}

type Check = (reading: AgedReading, work: VehicleWork) => Judgement | undefined;

/** What identifying finds out by itself does not hold it. */
const unlessIdentified = (work: VehicleWork) => (work === 'identify' ? 'look' : 'stop');

const CHECKS: readonly Check[] = [
  ({ speedKmh }) =>
    speedKmh !== undefined && !(speedKmh <= 0)
      ? judge('stop', 'vehicle.speed.moving', { speedKmh })
      : undefined,
  ({ engineRpm }) =>
    engineRpm !== undefined && !(engineRpm <= 0)
      ? judge('stop', 'vehicle.engine.running', { engineRpm })
      : undefined,
  ({ ageSeconds }, work) =>
    ageSeconds <= FRESH_SECONDS
      ? undefined
      : undone(judge(unlessIdentified(work), 'vehicle.look.old')),
  judgeVolts,
  // a vehicle that does not tell which it is, or that it stands still, is looked at by a person; that is not enough for a write
  ({ vin }, work) =>
    vin === undefined ? judge(work === 'write' ? 'stop' : 'look', 'vehicle.vin.untold') : undefined,
  ({ speedKmh, engineRpm }, work) =>
    speedKmh === undefined || engineRpm === undefined
      ? judge(work === 'write' ? 'stop' : 'look', 'vehicle.motion.unknown')
      : undefined
];

/** Undefined where the voltage is fine. */
function judgeVolts({ batteryMv = Number.NaN }: AgedReading, work: VehicleWork) {
  if (!Number.isFinite(batteryMv)) return judge(unlessIdentified(work), 'vehicle.volts.unmeasured');
  const params = { batteryMv, lowMv: LOW_MV, supportedMv: SUPPORTED_MV };
  if (batteryMv < LOW_MV) return judge(unlessIdentified(work), 'vehicle.volts.low', params);
  if (batteryMv > HIGH_MV) return judge('stop', 'vehicle.volts.high', params);
  if (work === 'write' && batteryMv < SUPPORTED_MV)
    return judge('stop', 'vehicle.volts.unsupported', params);
  return batteryMv < WEAK_MV ? judge('look', 'vehicle.volts.weak', params) : undefined;
}

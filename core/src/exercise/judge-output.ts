import type { SupplySample } from '../port/supply.ts';
import type { ExerciseOutput } from '../profile/profile.ts';
import { finding, type StageFinding } from './stage-finding.ts';

/** Current of the supply through the four phases of driving a stage; an undefined sample was not measured. */
export interface OutputPhases {
  /** Load off its pin. */
  readonly open: readonly (SupplySample | undefined)[];
  /** Load on its pin, stage not driven. */
  readonly resting: readonly (SupplySample | undefined)[];
  readonly driven: readonly (SupplySample | undefined)[];
  readonly released: readonly (SupplySample | undefined)[];
  /** Load of the box. Units: Ω. */
  readonly loadOhm: number | undefined;
}

/** Loads that tell anything on a bench. Units: Ω. */
const LOAD_OHM = { least: 1, most: 500 } as const;
/** Shares of the expected current. Source: common practice. */
const SOUND = { least: 0.75, most: 1.25 } as const;
const SOME = 0.3;
/** The middle of a phase is within half of this, well inside what is sound. */
const STEADY = 0.25;
/** Smaller currents are no evidence. Units: mA. */
const NOISE_MA = 20;
/** At the limit the current says what the supply gives, not what the stage takes. */
const AT_LIMIT = 0.97;
const LEAST_SAMPLES = 5;
/** Share of the voltage below which the supply gives way. */
const SAGGED = 0.85;

/**
 * Does a driver stage do what it is told? Taken from the current of the supply, with a known load of the box in the place
 * of the actuator. No current may be a lead that is off, current that nobody ordered one in the wrong cavity: `suspect`. Current
 * that came with the order and does not go with it is `failed`. A phase that was not measured whole, a supply in limitation and a current that is not steady say nothing. Total. Units: mA.
 * Example: 12.0 V on 12 Ω must add 1000 mA; 990 mA is sound.
 */
export function judgeOutput(output: ExerciseOutput, phases: OutputPhases): StageFinding {
  const stage = { stage: output.id, name: output.name, by: 'output' } as const;
  const { loadOhm } = phases;
  if (loadOhm === undefined || !(loadOhm >= LOAD_OHM.least && loadOhm <= LOAD_OHM.most))
    return finding(stage, 'unknown', 'exercise.output.load');
  const open = measure(phases.open);
  const resting = measure(phases.resting);
  const driven = measure(phases.driven);
  const released = measure(phases.released);
  if (!open || !resting || !driven || !released)
    return finding(stage, 'unknown', 'exercise.output.unmeasured');
  if ([resting, driven, released].some((phase) => fellOut(open, phase)))
    return finding(stage, 'unknown', 'exercise.output.unmeasured');
  const expectedMa = Math.round(driven.mv / loadOhm);
  const spreadMa = Math.max(open.spreadMa, resting.spreadMa, driven.spreadMa, released.spreadMa);
  if (spreadMa > Math.max(NOISE_MA, STEADY * expectedMa) || expectedMa < 3 * NOISE_MA)
    return finding(stage, 'unknown', 'exercise.output.unsteady', { spreadMa });
  const some = Math.max(NOISE_MA, SOME * expectedMa);
  const leakMa = resting.ma - open.ma;
  if (leakMa > some) return finding(stage, 'suspect', 'exercise.output.stuck', { leakMa });
  const restMa = released.ma - resting.ma;
  if (restMa > some) return finding(stage, 'failed', 'exercise.output.hangs', { restMa });
  const figures = { deltaMa: driven.ma - resting.ma, expectedMa };
  const { deltaMa } = figures;
  if (deltaMa < some) return finding(stage, 'suspect', 'exercise.output.none', figures);
  if (deltaMa < SOUND.least * expectedMa)
    return finding(stage, 'suspect', 'exercise.output.little', figures);
  if (deltaMa > SOUND.most * expectedMa)
    return finding(stage, 'suspect', 'exercise.output.much', figures);
  return finding(stage, 'sound', 'exercise.output.drives', figures);
}

/** Less current or far less voltage than before anything was on it: the unit has fallen out. */
const fellOut = (open: Measured, now: Measured) =>
  now.mv < SAGGED * open.mv || now.ma < open.ma - Math.max(NOISE_MA, open.ma / 2);

interface Measured {
  readonly ma: number;
  readonly mv: number;
  readonly spreadMa: number;
}

/** Middle and spread of a phase; undefined when it was not measured whole, or the supply was off or in limitation. */
function measure(samples: readonly (SupplySample | undefined)[]): Measured | undefined {
  const known = samples.filter((s) => s !== undefined && isSound(s)) as SupplySample[];
  if (known.length < LEAST_SAMPLES || known.length < samples.length) return undefined;
  const ma = known.map((s) => s.measuredMa).sort((a, b) => a - b);
  const mv = known.map((s) => s.measuredMv).sort((a, b) => a - b);
  const middle = Math.floor(known.length / 2);
  return {
    ma: ma[middle] as number,
    mv: mv[middle] as number,
    spreadMa: (ma.at(-1) as number) - (ma[0] as number)
  };
}

const isSound = (s: SupplySample) =>
  s.on &&
  Number.isFinite(s.measuredMa) &&
  Number.isFinite(s.measuredMv) &&
  s.measuredMa >= 0 &&
  s.measuredMv > 0 &&
  s.measuredMa < AT_LIMIT * s.limitMa;

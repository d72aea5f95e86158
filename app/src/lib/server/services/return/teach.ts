import { formatHex } from '@badger/core/base/bytes';
import { problemOf, type Problem } from '@badger/core/base/result';
import { done, ended, type ActOutcome, type VehicleAct } from '@badger/core/return/act';
import {
  learnRemote,
  readCoding,
  readVinBack,
  registerKey,
  resetAdaptations,
  writeCoding,
  writeVin
} from '@badger/core/return/do-act';
import type { UnitPlace } from '@badger/core/scan/scan';
import type { StepEvidence } from '../../../return-types.ts';
import type { VehicleLink } from '../../station/vehicle-line.ts';

/** What is done with one unit of a vehicle, and all that it needs. */
export interface Teach {
  readonly act: VehicleAct;
  readonly unit: UnitPlace;
  /** All units of the vehicle, for what looks at every one. */
  readonly units: readonly UnitPlace[];
  /** The job's. */
  readonly vin: string;
  readonly coding: Uint8Array | undefined;
  readonly remoteMhz: number | undefined;
  /** Units: degC. */
  readonly temperatureC: readonly [number, number] | undefined;
}

/** How it ended, and what is kept of it beside. */
export interface Taught {
  readonly outcome: ActOutcome;
  readonly evidence: StepEvidence;
}

/** Does it. Total: what goes wrong is in the outcome. */
export async function teach(line: VehicleLink, what: Teach): Promise<Taught> {
  const { act, unit } = what;
  if (act === 'save-coding' || act === 'read-coding') return readCodings(line, what);
  const outcome = await DO[act](line, what);
  return { outcome, evidence: { act, unit: unit.id, seen: outcome.seen, ...told(outcome) } };
}

const told = ({ problem }: ActOutcome) => (problem ? { problem } : {});

const unknown = ({ unit }: Teach) =>
  ended('untouched', problemOf('return.act.unknown', { unit: unit.name }));

type Do = (line: VehicleLink, what: Teach) => Promise<ActOutcome> | ActOutcome;

const DO: Record<Exclude<VehicleAct, 'save-coding' | 'read-coding'>, Do> = {
  'write-vin': (line, { unit, vin }) => writeVin(line.link(unit), vin),
  'read-vin': (line, { unit, vin }) => readVinBack(line.link(unit), vin),
  'write-coding': (line, what) => {
    const spec = what.unit.teaching?.coding;
    if (!spec) return unknown(what);
    return what.coding
      ? writeCoding(line.link(what.unit), spec, what.coding)
      : ended('untouched', problemOf('return.coding.none'));
  },
  'register-key': (line, what) => {
    const spec = what.unit.teaching?.keys;
    return spec ? registerKey(line.link(what.unit), spec) : unknown(what);
  },
  'learn-remote': (line, what) => {
    const spec = what.unit.teaching?.remotes;
    return spec && what.remoteMhz !== undefined
      ? learnRemote(line.link(what.unit), spec, what.remoteMhz)
      : unknown(what);
  },
  'reset-adaptations': (line, what) => {
    const spec = what.unit.teaching?.adaptations;
    return spec ? resetAdaptations(line.link(what.unit), spec, what.temperatureC) : unknown(what);
  }
};

/** Codings of all units that have one and tell it; who does not is named. Done only where the step's own unit told its own. */
async function readCodings(line: VehicleLink, { units, act, unit }: Teach): Promise<Taught> {
  const codings: Record<string, string> = {};
  const untold: string[] = [];
  let problem: Problem | undefined;
  for (const place of units) {
    const spec = place.teaching?.coding;
    if (!spec) continue;
    const read = await readCoding(line.link(place), spec, place.name);
    if (read.ok) codings[place.id] = formatHex(read.value);
    else {
      untold.push(place.name);
      if (place.id === unit.id) problem = read.problem;
    }
  }
  if (codings[unit.id] === undefined) problem ??= problemOf('return.coding.none');
  const outcome = problem ? ended('untouched', problem) : done({});
  return { outcome, evidence: { act, unit: unit.id, codings, untold, ...told(outcome) } };
}

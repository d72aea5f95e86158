import { readDid } from '../access/uds/module-session.ts';
import { encodeAscii, formatHex, readUintBe } from '../base/bytes.ts';
import { kindOf } from '../base/problem-kind.ts';
import { fail, ok, problemOf, type Result } from '../base/result.ts';
import type { DiagnosticLink } from '../port/diagnostic-link.ts';
import type { UnitTeaching } from '../scan/scan.ts';
import { encodeStartRoutine } from '../uds/codec.ts';
import { done, ended, type ActOutcome } from './act.ts';
import { countUp } from './count-up.ts';
import { openTeaching, putValue } from './put-value.ts';

/** VIN. Source: ISO 14229-1 annex C.1, from memory. */
export const VIN_DID = 0xf190;

/** Writes the VIN and reads it back. */
export const writeVin = (link: DiagnosticLink, vin: string): Promise<ActOutcome> =>
  putValue(link, { did: VIN_DID, meant: encodeAscii(vin) });

/** Reads the VIN back: done where it is the vehicle's. */
export async function readVinBack(link: DiagnosticLink, vin: string): Promise<ActOutcome> {
  const told = await readDid(link, VIN_DID);
  if (!told.ok) return ended('untouched', told.problem);
  const meant = formatHex(encodeAscii(vin));
  const seen = { after: formatHex(told.value), meant };
  return seen.after === meant ? done(seen) : ended('wrong', problemOf('return.value.other'), seen);
}

/** The coding of a unit. Errors: those of the link, `return.coding.length`, `return.coding.blank` (all of it 00 or FF: nobody coded it). */
export async function readCoding(
  link: DiagnosticLink,
  { did, lengthBytes }: NonNullable<UnitTeaching['coding']>,
  unit: string
): Promise<Result<Uint8Array>> {
  const told = await readDid(link, did);
  if (!told.ok) return told;
  if (told.value.length !== lengthBytes)
    return fail('return.coding.length', { unit, found: told.value.length, meant: lengthBytes });
  const blank = [0x00, 0xff].some((b) => told.value.every((v) => v === b));
  return blank ? fail('return.coding.blank', { unit }) : told;
}

/** Writes a saved coding and reads it back. */
export const writeCoding = (
  link: DiagnosticLink,
  { did }: NonNullable<UnitTeaching['coding']>,
  meant: Uint8Array
): Promise<ActOutcome> => putValue(link, { did, meant });

/** Registers the key that is in the lock. */
export const registerKey = (
  link: DiagnosticLink,
  { countDid, addRoutine, most }: NonNullable<UnitTeaching['keys']>
): Promise<ActOutcome> => countUp(link, { countDid, routine: addRoutine, most });

/** No more remote controls than this: the unit says no before. */
const MOST_REMOTES = 255;

/** Learns a remote control, where its frequency is the receiver's. Units: MHz. */
export async function learnRemote(
  link: DiagnosticLink,
  { frequencyDid, countDid, learnRoutine }: NonNullable<UnitTeaching['remotes']>,
  remoteMhz: number
): Promise<ActOutcome> {
  const told = await readDid(link, frequencyDid);
  if (!told.ok) return ended('untouched', told.problem);
  if (told.value.length !== 2) return ended('untouched', problemOf('uds.answer.nonsense'));
  const unitMhz = readUintBe(told.value, 0, 2);
  if (unitMhz !== remoteMhz)
    return ended('untouched', problemOf('return.frequency.other', { unitMhz, remoteMhz }));
  return countUp(link, { countDid, routine: learnRoutine, most: MOST_REMOTES });
}

/** Temperatures are told in one byte, 40 degC above. */
const ZERO_C = 40;
/** All bits set: not measured. */
const UNMEASURED = 0xff;

/** Oil or coolant. Errors: those of the link, `return.temperature.unmeasured`. Units: degC. */
export async function readTemperature(link: DiagnosticLink, did: number): Promise<Result<number>> {
  const told = await readDid(link, did);
  if (!told.ok) return told;
  const [byte] = told.value;
  return told.value.length === 1 && byte !== undefined && byte !== UNMEASURED
    ? ok(byte - ZERO_C)
    : fail('return.temperature.unmeasured');
}

/**
 * Sets learnt values back, where the temperature is what the family asks for, and reads them. Done only where every value is the start value.
 * `temperatureC`: from and to, both included; undefined where none is asked for. Total.
 */
export async function resetAdaptations(
  link: DiagnosticLink,
  teaching: NonNullable<UnitTeaching['adaptations']>,
  temperatureC: readonly [number, number] | undefined
): Promise<ActOutcome> {
  const { valuesDid, lengthBytes, startByte, resetRoutine, temperatureDid } = teaching;
  const measured = await measure(link, temperatureDid, temperatureC);
  if (!measured.ok) return ended('untouched', measured.problem);
  const opened = await openTeaching(link);
  if (!opened.ok) return ended('untouched', opened.problem);
  const before = await readDid(link, valuesDid);
  const start = formatHex(new Uint8Array(lengthBytes).fill(startByte));
  const seen = {
    ...{ temperatureC: measured.value, meant: start },
    before: before.ok ? formatHex(before.value) : undefined
  };
  const ran = await link.exchange(encodeStartRoutine(resetRoutine, new Uint8Array(0)));
  const refused = !ran.ok && kindOf(ran.problem) === 'refused';
  const after = await readDid(link, valuesDid);
  if (!after.ok)
    return refused
      ? ended('refused', ran.problem, seen)
      : ended('half', ran.ok ? problemOf('return.value.unseen') : ran.problem, seen);
  const all = { ...seen, after: formatHex(after.value) };
  // values that were at their start before may stand there although nothing ran
  if (all.after === start && (ran.ok || seen.before !== start)) return done(all);
  if (all.after !== seen.before) return ended('half', problemOf('return.value.other'), all);
  if (ran.ok) return ended('untouched', problemOf('return.value.kept'), all);
  return ended(refused ? 'refused' : 'untouched', ran.problem, all);
}

async function measure(
  link: DiagnosticLink,
  did: number | undefined,
  wanted: readonly [number, number] | undefined
): Promise<Result<number | undefined>> {
  if (!wanted) return ok(undefined);
  if (did === undefined) return fail('return.temperature.unmeasured');
  const found = await readTemperature(link, did);
  if (!found.ok) return found;
  const [fromC, toC] = wanted;
  return found.value >= fromC && found.value <= toC
    ? found
    : fail('return.temperature.outside', { foundC: found.value, fromC, toC });
}

import type { Code } from '../base/codes.ts';
import { kindOf } from '../base/problem-kind.ts';
import { formatAscii } from '../base/bytes.ts';
import { fail, ok, type Result } from '../base/result.ts';
import type { Fault } from '../faults/fault.ts';
import { isFault } from '../faults/status.ts';
import { decodeParameter } from '../obd/parameters.ts';
import { decodeCodes, decodeVinAnswer, OBD } from '../obd/services.ts';
import type { DiagnosticLink } from '../port/diagnostic-link.ts';
import { encodeReadDid } from '../uds/codec.ts';
import { decodeFaultReport, encodeReadFaults } from '../uds/faults.ts';
import type { ScannedUnit, UnitPlace, UnitState } from './scan.ts';

/** Data identifiers of identification. Source: ISO 14229-1 annex C.1, from memory. */
export const IDENTIFIERS: readonly { readonly id: string; readonly did: number }[] = [
  { id: 'vin', did: 0xf190 },
  { id: 'part-number', did: 0xf187 },
  { id: 'software-number', did: 0xf188 },
  { id: 'hardware-number', did: 0xf191 },
  { id: 'serial', did: 0xf18c },
  { id: 'system-name', did: 0xf197 }
];

/** Every bit that says that something failed; not that a test has not run. */
export const FAULT_MASK = 0xaf;
const TESTER_PRESENT = Uint8Array.of(0x3e, 0x00);
/** Times that a unit is called before it counts as silent. Source: common practice. */
const CALLS = 2;

interface Gathered {
  readonly identification: Record<string, string>;
  readonly faults: Fault[];
  /** Every list of faults that was asked for has been understood. */
  memoryRead: boolean;
  answered: number;
  missed: number;
  problem: Code | undefined;
}

/**
 * Asks one unit who it is and what it has stored. Total: whatever goes wrong becomes the unit's state.
 * The unit is called first; a lost connection or silence leaves what was found until then.
 */
export async function scanUnit(
  link: DiagnosticLink,
  place: UnitPlace,
  nowMs: () => number
): Promise<ScannedUnit> {
  const start = nowMs();
  const called = await call(link);
  const found: Gathered = {
    identification: {},
    faults: [],
    memoryRead: false,
    answered: 0,
    missed: called.missed,
    problem: called.problem
  };
  if (called.state === undefined) await gather(link, place, found);
  return {
    id: place.id,
    name: place.name,
    kind: place.kind,
    address: place.address,
    optional: place.optional,
    state: called.state ?? stateOf(found),
    identification: found.identification,
    faults: found.faults,
    faultMemory: found.memoryRead ? 'read' : 'unread',
    problem: found.problem,
    tookMs: Math.round(nowMs() - start)
  };
}

/** A line that was lost on the way says nothing about the unit; what it had told by then stays. */
function stateOf({ missed, problem }: Gathered): UnitState {
  if (problem !== undefined && kindOf(problem) === 'line') return 'unasked';
  return missed > 0 ? 'badly' : 'talks';
}

interface Called {
  /** Undefined: it answers. */
  readonly state: UnitState | undefined;
  readonly missed: number;
  readonly problem: Code | undefined;
}

async function call(link: DiagnosticLink): Promise<Called> {
  let problem: Code | undefined;
  for (let missed = 0; missed < CALLS; missed++) {
    const answer = await link.exchange(TESTER_PRESENT, { repeatable: true });
    // a refusal is an answer too
    if (answer.ok || kindOf(answer.problem) === 'refused') {
      return { state: undefined, missed, problem };
    }
    problem = answer.problem.code;
    const kind = kindOf(problem);
    if (kind === 'no-unit') return { state: 'absent', missed, problem };
    // the carrier as a whole failed: it says nothing about this unit
    if (kind === 'line') return { state: 'unasked', missed, problem };
    if (kind === 'unreachable') break;
  }
  return { state: 'silent', missed: CALLS, problem };
}

async function gather(link: DiagnosticLink, place: UnitPlace, found: Gathered): Promise<void> {
  for (const { id, did } of IDENTIFIERS) {
    const value = await ask(link, found, encodeReadDid(did));
    // the echo of the identifier in front
    if (value && value[0] === did >> 8 && value[1] === (did & 255)) {
      const text = textOf(value.subarray(2));
      if (text !== undefined) found.identification[id] = text;
    }
    if (found.missed > 3) return;
  }
  const data = await ask(link, found, encodeReadFaults(FAULT_MASK));
  const report = data && decodeFaultReport(data);
  if (report?.ok) {
    found.faults.push(...report.value.faults.filter(isFault));
    found.memoryRead = true;
  } else if (place.legislated) await gatherObd(link, found);
  if (report && !report.ok) found.problem = report.problem.code;
}

/** Older units know the legislated services only. */
async function gatherObd(link: DiagnosticLink, found: Gathered): Promise<void> {
  const lists = [
    [OBD.storedCodes, 'stored'],
    [OBD.pendingCodes, 'pending'],
    [OBD.permanentCodes, 'permanent']
  ] as const;
  const seen = new Set<string>();
  let understood = 0;
  for (const [service, list] of lists) {
    const data = await ask(link, found, Uint8Array.of(service));
    const codes = data && decodeCodes(data);
    if (!codes?.ok) continue;
    // the permanent list is younger than the law's other two: older units do not know it
    if (list !== 'permanent') understood++;
    for (const code of codes.value) {
      if (seen.has(code)) continue;
      seen.add(code);
      found.faults.push({ code, failureType: undefined, status: undefined, list });
    }
  }
  found.memoryRead = understood === 2;
  if (found.identification['vin'] !== undefined) return;
  const data = await ask(link, found, Uint8Array.of(OBD.vehicleInformation, 0x02));
  const vin = data && decodeVinAnswer(data);
  if (vin?.ok) found.identification['vin'] = vin.value;
}

/** Longest value that identifies anything. Units: bytes. */
const MOST_TEXT_BYTES = 200;

/** A value without the padding behind it; undefined when it holds anything that is no character: it was not told then. */
function textOf(bytes: Uint8Array): string | undefined {
  const end = bytes.findLastIndex((b) => b !== 0 && b !== 0xff && b !== 0x20) + 1;
  const text = bytes.subarray(0, end);
  if (end === 0 || end > MOST_TEXT_BYTES) return undefined;
  return text.every((b) => b >= 0x20 && b < 0x7f) ? formatAscii(text).trim() : undefined;
}

async function ask(
  link: DiagnosticLink,
  found: Gathered,
  request: Uint8Array
): Promise<Uint8Array | undefined> {
  const answer = await link.exchange(request, { repeatable: true });
  if (answer.ok) {
    found.answered++;
    return answer.value;
  }
  if (kindOf(answer.problem) !== 'refused') {
    found.missed++;
    found.problem = answer.problem.code;
  }
  return undefined;
}

/**
 * Supply voltage as an engine unit sees it. Errors: those of the link, `uds.answer.nonsense`. Units: mV.
 * Source: SAE J1979 parameter 42.
 */
export async function readBatteryMv(link: DiagnosticLink): Promise<Result<number>> {
  const answer = await link.exchange(Uint8Array.of(OBD.currentData, 0x42), { repeatable: true });
  if (!answer.ok) return answer;
  const reading = decodeParameter(answer.value);
  return reading ? ok(Math.round(reading.value * 1000)) : fail('uds.answer.nonsense');
}

/** Speed that an engine unit reports. Errors: those of the link, `uds.answer.nonsense`. Source: SAE J1979 parameter 0D. */
export async function readSpeedKmh(link: DiagnosticLink): Promise<Result<number>> {
  const answer = await link.exchange(Uint8Array.of(OBD.currentData, 0x0d), { repeatable: true });
  if (!answer.ok) return answer;
  const reading = decodeParameter(answer.value);
  return reading ? ok(reading.value) : fail('uds.answer.nonsense');
}

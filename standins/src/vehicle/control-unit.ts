import { concatBytes, encodeAscii, encodeUintBe } from '@badger/core/base/bytes';
import type { Fault } from '@badger/core/faults/fault';
import { encodeSupported } from '@badger/core/obd/parameters';
import { encodeCodes, OBD } from '@badger/core/obd/services';
import type { UnitPlace } from '@badger/core/scan/scan';
import { encodeFaultReport } from '@badger/core/uds/faults';
import { NRC } from '@badger/core/uds/services';
import type { Answer } from '../interface-box/bus-unit.ts';
import type { Taught, TaughtUnit, TeachingSenses } from './taught-unit.ts';
import * as answers from '../modules/answers.ts';

const { SILENCE } = answers;

/** How a unit behaves on its network. */
export type Behaviour = 'sound' | 'flaky' | 'silent';

/** A fault with what becomes of it when the memory is cleared. */
export interface ScriptedFault extends Fault {
  /** Real: it is there again as soon as it is looked for. False codes stay away. */
  readonly returns: boolean;
}

export interface ControlUnitSpec {
  readonly place: UnitPlace;
  /** Values by data identifier. */
  readonly identification: ReadonlyMap<number, string>;
  readonly behaviour: Behaviour;
  /** False: only the legislated services, as in older vehicles. */
  readonly speaksUds: boolean;
  readonly faults: readonly ScriptedFault[];
  /** What it was taught in this vehicle. */
  readonly taught?: TaughtUnit | undefined;
}

/** What the vehicle tells its units about itself. */
export interface VehicleSenses {
  readonly vin: string;
  readonly batteryMv: number;
  readonly engineRpm: number;
  readonly speedKmh: number;
  /** For a unit that is taught. */
  readonly teaching?: TeachingSenses;
}

const AVAILABLE_MASK = 0xff;
/** Real-life time that a unit takes for one answer. Units: ms. Source: common practice. */
const WORK_MS = { plain: 15, faults: 60, clear: 400 };
const PIDS = [0x04, 0x05, 0x0c, 0x0d, 0x11, 0x42];

/** A simulated control unit in a vehicle: sessions, identification, fault memory, legislated services. */
export class ControlUnit {
  readonly spec: ControlUnitSpec;
  readonly #senses: () => VehicleSenses;
  #faults: readonly ScriptedFault[];
  #session = 1;
  #asked = 0;

  constructor(spec: ControlUnitSpec, senses: () => VehicleSenses) {
    this.spec = spec;
    this.#senses = senses;
    this.#faults = spec.faults;
  }

  get faults(): readonly ScriptedFault[] {
    return this.#faults;
  }

  /** Answers one request. Total: never throws for what comes from the wire. */
  handle(request: Uint8Array): Answer {
    const sid = request[0];
    this.#asked++;
    if (this.spec.behaviour === 'silent' || sid === undefined) return SILENCE;
    // a unit that talks badly leaves every third request without an answer
    if (this.spec.behaviour === 'flaky' && this.#asked % 3 === 0) return SILENCE;
    if (sid <= 0x0a) return this.#legislated(request);
    if (!this.spec.speaksUds && sid !== 0x3e) return refuse(sid, NRC.serviceNotSupported);
    const serve = this.#services.get(sid) ?? (this.spec.taught && this.#teaching.get(sid));
    return serve ? serve(request) : refuse(sid, NRC.serviceNotSupported);
  }

  /** The services that it knows (ISO 14229-1). */
  readonly #services = new Map<number, (request: Uint8Array) => Answer>([
    [0x10, (request) => this.#openSession(request)],
    [0x11, (request) => this.#resetUnit(request)],
    [0x14, (request) => this.#clear(request)],
    [0x19, (request) => this.#report(request)],
    [0x22, (request) => this.#identify(request)],
    [0x3e, (request) => ((request[1] ?? 0) >= 0x80 ? SILENCE : reply(0x7e, Uint8Array.of(0)))]
  ]);

  /** What a unit knows that is taught in its vehicle. */
  readonly #teaching = new Map<number, (request: Uint8Array) => Answer>([
    [0x2e, (request) => this.#write(request)],
    [0x31, (request) => this.#routine(request)]
  ]);

  #resetUnit(request: Uint8Array): Answer {
    this.#session = 1;
    return reply(0x51, request.subarray(1, 2));
  }

  #openSession(request: Uint8Array): Answer {
    const session = request[1];
    if (request.length !== 2) return refuse(0x10, NRC.incorrectLength);
    if (session !== 1 && session !== 3) return refuse(0x10, NRC.subFunctionNotSupported);
    this.#session = session;
    return reply(0x50, Uint8Array.of(session, 0x00, 0x32, 0x01, 0xf4));
  }

  #clear(request: Uint8Array): Answer {
    if (request.length !== 4) return refuse(0x14, NRC.incorrectLength);
    if (this.#senses().engineRpm > 0) return refuse(0x14, NRC.conditionsNotCorrect);
    this.#faults = this.#faults.filter((f) => f.returns);
    this.spec.taught?.clear();
    return { ...reply(0x54, new Uint8Array(0)), workMs: WORK_MS.clear };
  }

  #report(request: Uint8Array): Answer {
    if (request[1] !== 0x02) return refuse(0x19, NRC.subFunctionNotSupported);
    if (request.length !== 3) return refuse(0x19, NRC.incorrectLength);
    const mask = request[2] as number;
    const faults = this.#all().filter((f) => ((f.status ?? 0) & mask) !== 0);
    const data = encodeFaultReport({ availableMask: AVAILABLE_MASK, faults });
    return { ...reply(0x59, data), workMs: WORK_MS.faults };
  }

  #identify(request: Uint8Array): Answer {
    if (request.length !== 3) return refuse(0x22, NRC.incorrectLength);
    const did = idOf(request, 1);
    const senses = this.#senses().teaching;
    const told = senses && this.spec.taught?.read(did, senses);
    if (told) return answerOf(0x22, request.subarray(1, 3), told);
    const value = did === 0xf186 ? String.fromCharCode(this.#session) : this.#identification(did);
    if (value === undefined) return refuse(0x22, NRC.requestOutOfRange);
    return reply(0x62, concatBytes([encodeUintBe(did, 2), encodeAscii(value)]));
  }

  /** With what it stores because it was not taught. */
  #all(): readonly ScriptedFault[] {
    return [...this.#faults, ...(this.spec.taught?.faults() ?? [])];
  }

  #identification(did: number): string | undefined {
    const { taught, identification } = this.spec;
    return did === 0xf190 && taught ? taught.vin : identification.get(did);
  }

  #write(request: Uint8Array): Answer {
    const senses = this.#senses().teaching;
    if (request.length < 4) return refuse(0x2e, NRC.incorrectLength);
    if (this.#session !== 3) return refuse(0x2e, NRC.serviceNotInSession);
    const told = senses && this.spec.taught?.write(idOf(request, 1), request.subarray(3), senses);
    return answerOf(0x2e, request.subarray(1, 3), told ?? { nrc: NRC.requestOutOfRange });
  }

  #routine(request: Uint8Array): Answer {
    const senses = this.#senses().teaching;
    if (request.length < 4) return refuse(0x31, NRC.incorrectLength);
    if (request[1] !== 1) return refuse(0x31, NRC.subFunctionNotSupported);
    if (this.#session !== 3) return refuse(0x31, NRC.serviceNotInSession);
    const told = senses && this.spec.taught?.run(idOf(request, 2), senses);
    return answerOf(0x31, request.subarray(1, 4), told ?? { nrc: NRC.requestOutOfRange });
  }

  /** SAE J1979 over CAN. A unit that is not legislated says nothing to them. */
  #legislated(request: Uint8Array): Answer {
    if (!this.spec.place.legislated) return SILENCE;
    const codes = (wanted: (f: ScriptedFault) => boolean) =>
      encodeCodes(
        this.#all()
          .filter((f) => f.code.startsWith('P') && wanted(f))
          .map((f) => f.code)
      );
    const bit = (f: ScriptedFault, mask: number) => ((f.status ?? 0) & mask) !== 0;
    switch (request[0]) {
      case OBD.currentData:
        return this.#currentData(request[1]);
      case OBD.storedCodes:
        return reply(
          0x43,
          codes((f) => bit(f, 0x08))
        );
      case OBD.pendingCodes:
        return reply(
          0x47,
          codes((f) => bit(f, 0x04))
        );
      case OBD.permanentCodes:
        return reply(
          0x4a,
          codes((f) => bit(f, 0x88) && f.returns)
        );
      case OBD.vehicleInformation:
        return this.#information(request[1]);
      default:
        return refuse(request[0] as number, NRC.serviceNotSupported);
    }
  }

  #currentData(pid: number | undefined): Answer {
    const { batteryMv, engineRpm, speedKmh } = this.#senses();
    const say = (...bytes: number[]) => reply(0x41, Uint8Array.of(pid as number, ...bytes));
    const word = (n: number) => [n >> 8, n & 255] as const;
    switch (pid) {
      case 0x00:
        return reply(0x41, encodeSupported(0, [...PIDS, 0x20]));
      case 0x20:
        return reply(0x41, encodeSupported(0x20, [0x40]));
      case 0x40:
        return reply(0x41, encodeSupported(0x40, PIDS));
      case 0x04:
        return say(engineRpm > 0 ? 60 : 0);
      case 0x05:
        return say(60);
      case 0x0c:
        return say(...word(engineRpm * 4));
      case 0x0d:
        return say(speedKmh);
      case 0x11:
        return say(36);
      case 0x42:
        return say(...word(batteryMv));
      default:
        // a parameter that is not supported is not answered (SAE J1979 over CAN)
        return SILENCE;
    }
  }

  #information(type: number | undefined): Answer {
    if (type === 0x00) return reply(0x49, encodeSupported(0, [0x02]));
    if (type !== 0x02) return SILENCE;
    const { taught, identification } = this.spec;
    const vin = taught ? taught.vin : (identification.get(0xf190) ?? this.#senses().vin);
    if (vin === undefined) return SILENCE;
    return reply(0x49, concatBytes([Uint8Array.of(0x02, 0x01), encodeAscii(vin)]));
  }
}

/** Of two bytes. */
const idOf = (request: Uint8Array, at: number) =>
  (request[at] as number) * 256 + (request[at + 1] as number);

function answerOf(sid: number, echo: Uint8Array, told: Taught): Answer {
  if ('silent' in told) return SILENCE;
  if ('nrc' in told) return refuse(sid, told.nrc);
  return reply(sid + 0x40, concatBytes([echo, told.data]));
}

function reply(sid: number, data: Uint8Array): Answer {
  return { ...answers.reply(sid, data), workMs: WORK_MS.plain };
}

export function refuse(sid: number, nrc: number): Answer {
  return { ...answers.refuse(sid, nrc), workMs: WORK_MS.plain };
}

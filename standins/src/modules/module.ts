import { opensInVehicle, regionOf, type Wanted } from './open-ranges.ts';
import { concatBytes, encodeUintBe, parseHex } from '@badger/core/base/bytes';
import type {
  CanAccess,
  IdentityField,
  Profile,
  Region,
  SocketAccess,
  UdsSecurity
} from '@badger/core/profile/profile';
import { decodeMemory, decodeTransferRequest, nextCounter } from '@badger/core/uds/codec';
import { NRC, ROUTINE_ERASE_MEMORY } from '@badger/core/uds/services';
import type { Answer, BusUnit } from '../interface-box/bus-unit.ts';
import { answerPresent, refuse, reply, SILENCE } from './answers.ts';
import { answerFaults } from './bench-memory.ts';
import { answerCheck } from './answer-check.ts';
import { Exerciser, type StageFault } from './exerciser.ts';
import type { UnitFault } from '../faults/read-faults.ts';
import { deliver } from './deliver.ts';
import type { Memory } from './make-memory.ts';
import { isUpset, type ColdCells } from './own-check.ts';
import { typicalDraw } from './typical-draw.ts';
import { downloadBlock, MAX_BLOCK, uploadBlock, type Transfer } from './transfer.ts';
import { SecurityLock } from './security-lock.ts';

/** What a unit is, apart from its memory. */
export interface UnitSpec {
  readonly tag: string;
  readonly family: string;
  /** Upper-case hex. */
  readonly chipId: string;
  readonly fields: Readonly<Record<string, string>>;
  /** Numbers of the uploads since power-up of the world that come out wrong, by region. */
  readonly wrongUploads?: Readonly<Record<string, readonly number[]>>;
  /** What every upload of a region suffers from. */
  readonly readFaults?: Readonly<Record<string, UnitFault>>;
  /** Cells that read wrong until it is warm, by region. */
  readonly coldCells?: Readonly<Record<string, ColdCells>>;
  /** Vehicle that it sits in until it lies on a bench. */
  readonly fitted?: string;
  /** What it has stored when it lies alone on a bench, as `P0201-13/2F`. */
  readonly benchFaults?: readonly string[];
  /** What is wrong inside, by stage. */
  readonly stageFaults?: Readonly<Record<string, StageFault>>;
}

/** A session that nobody uses for this long ends by itself. Units: ms. Source: ISO 14229-2, S3 server, from memory. */
const SESSION_MS = 5000;

/**
 * A simulated module: power, boot pad, sessions, security, memory that behaves like flash (a write can only
 * clear bits, an erase sets a block to FF). It knows nothing of jobs.
 */
export class Module implements BusUnit {
  readonly functional = false;
  readonly spec: UnitSpec;
  readonly profile: Profile;
  readonly memory: Memory;
  readonly #bench: CanAccess | undefined;
  readonly #socket: SocketAccess | undefined;
  readonly #needsPad: boolean;
  readonly #needsProgramming: boolean;
  readonly #uploads = new Map<string, number>();
  readonly #onChange: (regionId: string) => void;
  #mode: 'off' | 'application' | 'boot' | 'vehicle' = 'off';
  #session: 1 | 2 | 3 = 1;
  #lastWordMs = 0;
  readonly #lock: SecurityLock;
  /** Sensor inputs and driver stages; undefined where the family tells nothing of them. */
  readonly exerciser: Exerciser | undefined;
  #transfer: Transfer | undefined;
  #activity: 'idle' | 'reading' | 'writing' = 'idle';
  /** What every upload suffers from for practice, beside what the unit has of its own. */
  practice: UnitFault | undefined;
  /** Set by fault scripts: the next answer to this service is this negative code. */
  refuseNext: { sid: number; nrc: number; times: number } | undefined;

  constructor(options: {
    spec: UnitSpec;
    profile: Profile;
    memory: Memory;
    onChange?: (regionId: string) => void;
  }) {
    this.spec = options.spec;
    this.profile = options.profile;
    this.memory = options.memory;
    this.#onChange = options.onChange ?? (() => undefined);
    this.#lock = new SecurityLock(this.spec.tag);
    const { exercise } = options.profile;
    this.exerciser = exercise && new Exerciser(exercise, this.spec.stageFaults ?? {});
    const { accesses, id } = options.profile;
    const access = accesses.find((w) => w.can);
    this.#bench = access?.can;
    this.#socket = accesses.find((w) => w.socket)?.socket;
    if (!this.#bench && !this.#socket)
      throw new TypeError(`"profile" expected a way over CAN or the diagnostic socket, got ${id}`);
    this.#needsPad = access?.holdPad !== undefined;
    this.#needsProgramming = access?.wiring.some((w) => w.programming) ?? false;
  }

  /** A family that is never spoken to on a bench has no identifiers there. */
  get requestId(): number {
    return this.#bench?.requestId ?? -1;
  }

  get responseId(): number {
    return this.#bench?.responseId ?? -1;
  }

  get bitrateBps(): number {
    return this.#bench?.bitrateBps ?? 0;
  }

  /** Kind of the unit's place in a vehicle; undefined where it is not spoken to there. */
  get place(): SocketAccess['unit'] | undefined {
    return this.#socket?.unit;
  }

  get #access(): UdsSecurity {
    const access = this.#mode === 'vehicle' ? this.#socket : (this.#bench ?? this.#socket);
    if (!access) throw new TypeError('"mode" expected one that the family knows');
    return access;
  }

  /** Regions that it gives away, or takes, where it is now. */
  #opens(region: Region, kind: 'up' | 'down', wanted: Wanted): boolean {
    return this.#mode !== 'vehicle' || opensInVehicle(this.profile, kind, { region, ...wanted });
  }

  /** Its program finds itself damaged. */
  get upset(): boolean {
    return isUpset(this.profile.id, this.memory);
  }

  get awake(): boolean {
    return this.#mode !== 'off';
  }

  get mode(): 'off' | 'application' | 'boot' | 'vehicle' {
    return this.#mode;
  }

  /** Current that flows at the moment, before ripple. Units: mA. */
  get drawMa(): number {
    if (this.#mode === 'off') return 0;
    const resting = this.#mode === 'boot' ? 'boot' : 'idle';
    const own = typicalDraw(this.profile, this.#activity === 'idle' ? resting : this.#activity);
    return own + (this.exerciser?.drawMa ?? 0);
  }

  /** Current that it draws as soon as it runs. Units: mA. */
  get restMa(): number {
    return typicalDraw(this.profile, this.#needsPad ? 'boot' : 'idle');
  }

  /** It carries a terminator of the pair itself. */
  get terminates(): boolean {
    return (this.#bench?.terminatorOhm ?? 0) > 0;
  }

  /** Terminators that its bench bus needs. */
  get terminators(): number {
    return this.#bench?.terminators ?? 2;
  }

  /** `programming`: the lines that only the interface's diagram shows are on it. */
  powerOn(padHeld: boolean, programming = true): void {
    if (this.#mode !== 'off') return;
    const held = (!this.#needsPad || padHeld) && (!this.#needsProgramming || programming);
    this.#mode = held ? 'boot' : 'application';
    this.#resetSession();
  }

  /** Its vehicle feeds it: the ignition was turned on. */
  powerInVehicle(): void {
    if (this.#mode !== 'off' || !this.#socket) return;
    this.#mode = 'vehicle';
    this.#resetSession();
  }

  powerOff(): void {
    this.#mode = 'off';
    this.#resetSession();
  }

  #resetSession(): void {
    this.#session = 1;
    this.#lock.close();
    this.#transfer = undefined;
    this.#activity = 'idle';
    this.exerciser?.reset();
  }

  speaks(): void {
    this.#lastWordMs = performance.now();
  }

  /** Answers one UDS request. Total: never throws for what comes from the wire. */
  handle(request: Uint8Array): Answer {
    const sid = request[0];
    if (this.#mode === 'off' || sid === undefined) return SILENCE;
    if (this.#session !== 1 && performance.now() - this.#lastWordMs > SESSION_MS)
      this.#resetSession();
    this.speaks();
    const forced = this.refuseNext;
    if (forced?.sid === sid && forced.times > 0) {
      forced.times--;
      return refuse(sid, forced.nrc);
    }
    const serve = this.#services.get(sid);
    return serve ? serve(request) : refuse(sid, NRC.serviceNotSupported);
  }

  /** The services that it knows (ISO 14229-1). */
  readonly #services = new Map<number, (request: Uint8Array) => Answer>([
    [0x10, (request) => this.#openSession(request)],
    [0x11, (request) => this.#resetUnit(request)],
    [0x19, (request) => answerFaults(request, this.spec.benchFaults ?? [])],
    [0x22, (request) => this.#readDid(request)],
    [0x27, (request) => this.#unlock(request)],
    [0x2f, (request) => this.#control(request)],
    [0x31, (request) => this.#routine(request)],
    [0x34, (request) => this.#openTransfer(request, 0x34)],
    [0x35, (request) => this.#openTransfer(request, 0x35)],
    [0x36, (request) => this.#transferData(request)],
    [0x37, () => this.#closeTransfer()],
    [0x3e, (request) => answerPresent(request)]
  ]);

  #resetUnit(request: Uint8Array): Answer {
    this.#resetSession();
    return reply(0x51, request.subarray(1, 2));
  }

  #unlock(request: Uint8Array): Answer {
    if (this.#session === 1) return refuse(0x27, NRC.serviceNotInSession);
    return this.#lock.answer(request, this.#access);
  }

  #openSession(request: Uint8Array): Answer {
    const session = request[1];
    if (request.length !== 2) return refuse(0x10, NRC.incorrectLength);
    if (session !== 1 && session !== 2 && session !== 3) {
      return refuse(0x10, NRC.subFunctionNotSupported);
    }
    // without the boot pad the application runs, and it does not let anybody program it
    if (session === 2 && this.#mode === 'application')
      return refuse(0x10, NRC.conditionsNotCorrect);
    this.#resetSession();
    this.#session = session;
    return reply(0x50, Uint8Array.of(session, 0x00, 0x32, 0x01, 0xf4));
  }

  #readDid(request: Uint8Array): Answer {
    if (request.length !== 3) return refuse(0x22, NRC.incorrectLength);
    const did = (request[1] as number) * 256 + (request[2] as number);
    const value = this.#valueOfDid(did);
    if (!value) return refuse(0x22, NRC.requestOutOfRange);
    return reply(0x62, concatBytes([encodeUintBe(did, 2), value]));
  }

  #valueOfDid(did: number): Uint8Array | undefined {
    if (did === this.#access.chipIdDid) return parseHex(this.spec.chipId);
    if (did === this.#access.familyDid) return new TextEncoder().encode(this.spec.family);
    if (did === 0xf186) return Uint8Array.of(this.#session);
    const live = this.#own?.valueOf(did);
    if (live) return live;
    const field = this.profile.identity.find((f) => f.did === did);
    // a number that is in no memory that can be reached is told all the same
    if (field && !field.stored) return this.#told(field);
    if (!field?.stored) return undefined;
    const at = field.stored.offsets[0] as number;
    return this.memory.get(field.stored.region)?.slice(at, at + field.lengthBytes);
  }

  #told({ id, lengthBytes }: IdentityField): Uint8Array | undefined {
    const value = this.spec.fields[id];
    return value === undefined
      ? undefined
      : new TextEncoder().encode(value.padEnd(lengthBytes).slice(0, lengthBytes));
  }

  /** With the boot pad held the unit's own program does not run. */
  get #own(): Exerciser | undefined {
    return this.#needsPad && this.#mode === 'boot' ? undefined : this.exerciser;
  }

  #control(request: Uint8Array): Answer {
    if (!this.#own) return refuse(0x2f, NRC.serviceNotSupported);
    if (this.#session !== 3) return refuse(0x2f, NRC.serviceNotInSession);
    return this.#own.control(request);
  }

  #routine(request: Uint8Array): Answer {
    const tested = this.#session === 3 ? this.#own?.routine(request) : undefined;
    return tested ?? answerCheck(this, this.#lock.open, request) ?? this.#erase(request);
  }

  #erase(request: Uint8Array): Answer {
    if (!this.#lock.open) return refuse(0x31, NRC.securityAccessDenied);
    if (request.length < 5 || request[1] !== 1) return refuse(0x31, NRC.incorrectLength);
    const routine = (request[2] as number) * 256 + (request[3] as number);
    const range = decodeMemory(request, 5, request[4] as number);
    if (routine !== ROUTINE_ERASE_MEMORY || !range) return refuse(0x31, NRC.requestOutOfRange);
    const region = regionOf(this.profile, range);
    const bytes = region && this.memory.get(region.id);
    if (!region || !bytes || !this.#opens(region, 'down', range))
      return refuse(0x31, NRC.requestOutOfRange);
    const block = region.eraseBlockBytes ?? 1;
    const start = range.address - region.address;
    if (start % block !== 0 || range.lengthBytes % block !== 0) {
      return refuse(0x31, NRC.requestOutOfRange);
    }
    bytes.fill(0xff, start, start + range.lengthBytes);
    this.#activity = 'writing';
    this.#onChange(region.id);
    // common practice: about 20 ms for each KiB erased
    return { ...reply(0x71, request.subarray(1, 4)), workMs: range.lengthBytes / 51.2 };
  }

  #openTransfer(request: Uint8Array, sid: 0x34 | 0x35): Answer {
    if (this.#session !== 2) return refuse(sid, NRC.serviceNotInSession);
    if (!this.#lock.open) return refuse(sid, NRC.securityAccessDenied);
    const wanted = decodeTransferRequest(request);
    if (!wanted) return refuse(sid, NRC.incorrectLength);
    const region = regionOf(this.profile, wanted);
    const bytes = region && this.memory.get(region.id);
    if (!region || !bytes || wanted.lengthBytes === 0) return refuse(sid, NRC.requestOutOfRange);
    const at = wanted.address - region.address;
    const kind = sid === 0x35 ? 'up' : 'down';
    if (!this.#opens(region, kind, wanted)) return refuse(sid, NRC.uploadDownloadNotAccepted);
    this.#transfer = {
      kind,
      region,
      source: kind === 'up' ? this.#uploadOf(region, bytes) : bytes,
      end: at + wanted.lengthBytes,
      at,
      counter: 1
    };
    this.#activity = kind === 'up' ? 'reading' : 'writing';
    return reply(sid + 0x40, concatBytes([Uint8Array.of(0x20), encodeUintBe(MAX_BLOCK, 2)]));
  }

  #uploadOf(region: Region, bytes: Uint8Array): Uint8Array {
    const count = (this.#uploads.get(region.id) ?? 0) + 1;
    this.#uploads.set(region.id, count);
    return deliver(this.spec, { regionId: region.id, bytes, count, practice: this.practice });
  }

  #transferData(request: Uint8Array): Answer {
    const transfer = this.#transfer;
    if (!transfer) return refuse(0x36, NRC.requestSequenceError);
    const counter = request[1];
    if (counter !== transfer.counter) return refuse(0x36, NRC.wrongBlockSequenceCounter);
    const up = transfer.kind === 'up';
    const answer = up ? uploadBlock(transfer) : downloadBlock(transfer, request.subarray(2));
    if (!up) this.#onChange(transfer.region.id);
    transfer.counter = nextCounter(transfer.counter);
    return answer;
  }

  #closeTransfer(): Answer {
    if (!this.#transfer) return refuse(0x37, NRC.requestSequenceError);
    this.#transfer = undefined;
    this.#activity = 'idle';
    return reply(0x77, new Uint8Array(0));
  }
}

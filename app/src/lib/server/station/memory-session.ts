import { setTimeout as sleep } from 'node:timers/promises';
import { transfer } from 'comlink';
import { fail, ok, type Result } from '@badger/core/base/result';
import type { MemoryAccess, ModuleIdentity } from '@badger/core/access/memory-access';
import type { MemoryTarget } from '@badger/core/access/access';
import { makeChipMemory, type ChipTarget } from '@badger/core/access/chip/chip-memory';
import { probeContact, type ChipProbe } from '@badger/core/spi/probe-contact';
import { makeUdsMemory, type UdsTarget } from '@badger/core/access/uds/uds-memory';
import type { Range } from '@badger/core/image/range';
import type { VehicleReading } from '@badger/core/access/vehicle/vehicle-reading';
import type { VehiclePlace } from '@badger/core/access/vehicle/vehicle-place';
import type { CanAccess } from '@badger/core/profile/profile';
import type { DiagnosticLink } from '@badger/core/port/diagnostic-link';
import type { VehicleAddress } from './doip-connection.ts';
import { openUnitInVehicle } from './vehicle-line.ts';
import type { InterfaceBox } from './interface-box.ts';
import { ChipDriver } from './chip-driver.ts';
import { keepAwake, type AwakeLink } from './keep-awake.ts';
import { tapProgrammer } from './tap-programmer.ts';
import { TraceRecorder, type Trace } from './trace-recorder.ts';

/** An answer with what has been sent to the unit up to it: the two must never come apart. */
export interface Told<T> {
  readonly result: Result<T>;
  readonly memoryMayHaveChanged: boolean;
}

export type Progress = (doneBytes: number) => void;

/** Where a chip programmer listens. */
export interface ChipAddress {
  readonly host: string;
  readonly port: number;
}

const CLOCK = { nowMs: () => performance.now(), sleep: (ms: number) => sleep(ms) };

/** Work on the memory of one unit, in the thread that owns the station's devices. One call at a time. */
export class MemorySession {
  readonly #box: InterfaceBox;
  readonly #chipAt: ChipAddress | undefined;
  #vehicle: VehicleReading | undefined;
  readonly #recorder = new TraceRecorder();
  readonly #signal = { stopped: false };
  #memory: MemoryAccess | undefined;
  #probe: (() => Promise<ChipProbe>) | undefined;
  #link: AwakeLink | undefined;
  #close: () => Promise<void> = () => Promise.resolve();

  constructor(box: InterfaceBox, chipAt: ChipAddress | undefined) {
    this.#box = box;
    this.#chipAt = chipAt;
  }

  /**
   * Errors: those of the box, of the programmer or of the way to the vehicle; `gate.programmer.none`.
   * `vehicleAt`: where the Ethernet cable to a vehicle ends.
   */
  async open(target: MemoryTarget, vehicleAt?: VehicleAddress): Promise<Told<true>> {
    return this.#tell(await this.#open(target, vehicleAt));
  }

  #open(target: MemoryTarget, vehicleAt: VehicleAddress | undefined): Promise<Result<true>> {
    switch (target.carrier) {
      case 'chip':
        return this.#openChip(target);
      case 'can-uds':
        return this.#openUnit(target.can, target);
      case 'vehicle-uds':
        return this.#openInVehicle(target.place, target, vehicleAt);
    }
  }

  async #openUnit(can: CanAccess, target: UdsTarget): Promise<Result<true>> {
    const opened = await this.#box.openLink(can, this.#recorder);
    if (!opened.ok) return opened;
    this.#speakOver(opened.value, target);
    this.#close = () => opened.value.close();
    return ok(true);
  }

  async #openInVehicle(
    place: VehiclePlace,
    target: UdsTarget,
    vehicleAt: VehicleAddress | undefined
  ): Promise<Result<true>> {
    const devices = { box: this.#box, vehicleAt };
    const opened = await openUnitInVehicle(devices, place, this.#recorder);
    if (!opened.ok) return opened;
    this.#vehicle = opened.value.reading;
    this.#speakOver(opened.value.link, target);
    this.#close = () => opened.value.close();
    return ok(true);
  }

  #speakOver(link: DiagnosticLink, target: UdsTarget): void {
    this.#link = keepAwake(link);
    this.#memory = makeUdsMemory(this.#link, target);
  }

  /** What the vehicle told of itself when it was opened; undefined where there is none. */
  vehicle(): VehicleReading | undefined {
    return this.#vehicle;
  }

  async #openChip(target: ChipTarget): Promise<Result<true>> {
    if (!this.#chipAt) return fail('gate.programmer.none');
    const opened = await ChipDriver.open(this.#chipAt);
    if (!opened.ok) return opened;
    const { driver, programmer } = opened.value;
    this.#close = async () => {
      // the pins are let go of: the board may be touched and taken off
      await programmer.setPins(false);
      driver.close();
    };
    const on = await programmer.setPins(true);
    if (!on.ok) return on;
    this.#recorder.note(`programmer ${programmer.name}`);
    if (programmer.setsClock || target.slowed) {
      const clock = await programmer.setClock(target.kind.clockHz);
      if (!clock.ok) return clock;
      this.#recorder.note(`chip clock ${clock.value} Hz`);
    }
    const tapped = tapProgrammer(programmer, target.kind, this.#recorder);
    this.#memory = makeChipMemory(tapped, CLOCK, target);
    this.#probe = () => probeContact(tapped, target.kind);
    return ok(true);
  }

  identify(): Promise<Told<ModuleIdentity>> {
    return this.#do((memory) => memory.identify());
  }

  fingerprint(): Promise<Told<string | undefined>> {
    return this.#do((memory) => memory.fingerprint());
  }

  async unlock(): Promise<Told<true>> {
    const unlocked = await this.#do((memory) => memory.unlock());
    if (unlocked.result.ok) this.#link?.begin();
    return unlocked;
  }

  async read(range: Range, onBytes: Progress): Promise<Told<Uint8Array>> {
    const signal = this.#signal;
    const told = await this.#do((memory) => memory.read(range, { signal, onBytes }));
    return told.result.ok ? transfer(told, [told.result.value.buffer as ArrayBuffer]) : told;
  }

  check(range: Range): Promise<Told<number>> {
    return this.#do((memory) => memory.check(range));
  }

  erase(range: Range): Promise<Told<true>> {
    return this.#do((memory) => memory.erase(range));
  }

  write(range: Range, image: Uint8Array, onBytes: Progress): Promise<Told<true>> {
    return this.#do((memory) => memory.write(range, { image, onBytes }));
  }

  async reset(): Promise<Told<true>> {
    this.#link?.end();
    return this.#do((memory) => memory.reset());
  }

  /** A word for the record of what went over the wire. */
  note(text: string): void {
    this.#recorder.note(text);
  }

  /** What the bus showed so far. */
  bus(): ReturnType<TraceRecorder['bus']> {
    return this.#recorder.bus();
  }

  /** Looks at a chip that did not do what was asked; undefined where there is none. */
  async probeChip(): Promise<ChipProbe | undefined> {
    return this.#probe?.();
  }

  /** A read that may be stopped ends between two blocks. */
  stop(): void {
    this.#signal.stopped = true;
  }

  /** Lets go of the unit and gives what really went over the wire. */
  async end(): Promise<Trace> {
    this.#link?.end();
    await this.#close();
    return this.#recorder.trace();
  }

  async #do<T>(work: (memory: MemoryAccess) => Promise<Result<T>>): Promise<Told<T>> {
    return this.#tell(this.#memory ? await work(this.#memory) : fail('link.socket.lost'));
  }

  #tell<T>(result: Result<T>): Told<T> {
    return { result, memoryMayHaveChanged: this.#memory?.memoryMayHaveChanged ?? false };
  }
}

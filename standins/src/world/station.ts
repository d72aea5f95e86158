import type { BoxFault, BoxHost } from '../interface-box/box-server.ts';
import type { BusUnit } from '../interface-box/bus-unit.ts';
import { BreakoutDevice } from '../breakout/breakout-device.ts';
import { Contact } from '../chip-programmer/contact.ts';
import type { ProgrammerHost } from '../chip-programmer/programmer-server.ts';
import { practiceFault, type ReadPractice } from '../faults/read-practice.ts';
import type { SpiChip } from '../chip-programmer/spi-chip.ts';
import type { Module } from '../modules/module.ts';
import { DyingUnit } from '../modules/dying-unit.ts';
import { SupplyDevice } from '../supply/supply-device.ts';
import type { VehicleSimulator } from '../vehicle/vehicle-simulator.ts';
import * as bench from './bench-fault.ts';
import type { BenchFault } from './bench-fault.ts';
import { socketOfUnit, socketOfVehicle, type SocketPins } from './socket-pins.ts';

export interface StationSpec {
  readonly id: string;
  readonly name: string;
  readonly ratedMa: number;
  /** 0 takes a free port. */
  readonly boxPort: number;
  readonly supplyPort: number;
  readonly chipPort: number;
  /** Breakout box with its sense lines. */
  readonly sensePort: number;
}

/** A bench place: clamp, boot pad, supply, box and chip programmer. */
export class Station implements BoxHost, ProgrammerHost {
  readonly spec: StationSpec;
  readonly supply: SupplyDevice;
  fault: BoxFault | undefined;
  padHeld = false;
  #vehicleFeeds = false;
  #clamped: Module | undefined;
  #practice: ReadPractice | undefined;
  #faults: ReadonlySet<BenchFault> = new Set();
  /** How bad the faults are, from 0 to 1. */
  severity = 0.5;
  #dying: DyingUnit | undefined;
  #fed = false;
  #onSinceMs = 0;
  readonly #speed: () => number;
  readonly #simulator: VehicleSimulator;
  boxPort = 0;
  supplyPort = 0;
  chipPort = 0;
  sensePort = 0;
  /** The box says a frame over and over because nobody takes it. */
  repeating = false;
  readonly breakout: BreakoutDevice;
  readonly name: string;
  readonly contact = new Contact();
  linkFault: ProgrammerHost['linkFault'];
  /** What the clip or the socket of the programmer holds. */
  held: HeldChip | undefined;

  constructor(spec: StationSpec, speed: () => number, simulator: VehicleSimulator) {
    this.spec = spec;
    this.name = `${spec.name} port`;
    this.#speed = speed;
    this.#simulator = simulator;
    this.supply = new SupplyDevice({
      ratedMa: spec.ratedMa,
      serial: `SB-${spec.id.toUpperCase()}-01`,
      load: {
        drawMa: () => this.#drawMa(),
        power: (on) => this.#power(on),
        terminalMv: (mv) =>
          bench.terminalsOf(this.#clamped ? this.#faults : new Set(), mv, this.severity)
      }
    });
    this.breakout = new BreakoutDevice({
      serial: `SO-${spec.id.toUpperCase()}-01`,
      pins: () => this.#pins(),
      pairOhm: () => this.#pairOhm(),
      socket: () => this.#socket(),
      // a feed that comes back does not hide what was wrong before
      switched: () => this.#power(this.supply.on)
    });
  }

  /** All that is wrong now: a feed that the breakout box holds back is as good as an open wire. */
  get #wrong(): ReadonlySet<BenchFault> {
    const { battery, ignition } = this.breakout.feeds;
    const held: BenchFault[] = [];
    if (!battery) held.push('open-feed');
    if (!ignition) held.push('no-ignition');
    return held.length === 0 ? this.#faults : new Set([...this.#faults, ...held]);
  }

  /** What lies on the socket of the breakout box: the vehicle's that the cable is in, or the loom of the loose unit. */
  #socket(): SocketPins | undefined {
    const vehicle = this.#simulator.station === this.spec.id && this.#simulator.vehicle();
    if (vehicle) return socketOfVehicle(vehicle);
    const pins = this.#pins();
    return pins && socketOfUnit(pins, this.#isHeard() && this.repeating);
  }

  #isHeard(): boolean {
    return bench.isHeard(this.#wrong);
  }

  chip(): SpiChip | undefined {
    return this.held?.chip;
  }

  get clamped(): Module | undefined {
    return this.#clamped;
  }

  clamp(module: Module | undefined): void {
    if (this.#clamped) this.#clamped.practice = undefined;
    if (module) module.practice = this.#practice && practiceFault(this.#practice);
    this.#clamped?.powerOff();
    module?.powerOff();
    if (this.#clamped?.exerciser) this.#clamped.exerciser.outside = undefined;
    this.#clamped = module;
    if (module?.exerciser)
      module.exerciser.outside = {
        stimulus: (i) => this.breakout.sources.get(i),
        loadOhm: (i) => this.breakout.loadOhm(i),
        feedMv: () => this.supply.setMv,
        speed: this.#speed
      };
    this.#power(this.supply.on);
  }

  /** The unit on the clamp stays in its vehicle, and the vehicle feeds it. */
  get vehicleFeeds(): boolean {
    return this.#vehicleFeeds;
  }

  set vehicleFeeds(feeds: boolean) {
    this.#vehicleFeeds = feeds;
    this.#power(this.supply.on);
  }

  /** Faults in wiring, supply or unit, by script. */
  losePower(): void {
    this.supply.trip();
  }

  get benchFaults(): readonly BenchFault[] {
    return [...this.#faults];
  }

  set benchFaults(faults: readonly BenchFault[]) {
    this.#faults = new Set(faults);
    // an old fault does not keep the unit up, a new one takes it down
    this.#power(this.supply.on);
  }

  /** What every read of the unit on the clamp suffers from, for practice. */
  get readPractice(): ReadPractice | undefined {
    return this.#practice;
  }

  set readPractice(name: ReadPractice | undefined) {
    this.#practice = name;
    if (this.#clamped) this.#clamped.practice = name && practiceFault(name);
  }

  #drawMa(): number {
    const unit = this.#clamped;
    if (this.#vehicleFeeds || !unit) return 0;
    const { severity } = this;
    const sinceOnMs = performance.now() - this.#onSinceMs;
    if (sinceOnMs >= (bench.upAfterMs(this.#wrong) ?? Infinity)) this.#wake(unit);
    return bench.drawOf(this.#wrong, {
      ownMa: unit.drawMa,
      restMa: unit.restMa,
      sinceOnMs,
      severity
    });
  }

  #power(fed: boolean): void {
    if (fed && !this.#fed) this.#onSinceMs = performance.now();
    this.#fed = fed;
    const unit = this.#clamped;
    if (unit && ((fed && bench.powers(this.#wrong)) || this.#vehicleFeeds)) this.#wake(unit);
    else unit?.powerOff();
    this.#dying = undefined;
  }

  #wake(unit: Module): void {
    const held = this.padHeld && !this.#wrong.has('pad-open');
    unit.powerOn(held, !this.#wrong.has('programming-open'));
  }

  /** What lies on the pins of the unit on the clamp; undefined: none lies there. */
  #pins(): bench.UnitPins | undefined {
    if (!this.#clamped) return undefined;
    const { mv, ma } = this.supply.measure();
    return bench.pinsOf(this.#wrong, {
      ...{ terminalMv: mv, drawMa: ma },
      driven: this.repeating,
      severity: this.severity
    });
  }

  /** Undefined: under power nothing is measured; null: nothing hangs on the pair. */
  #pairOhm(): number | null | undefined {
    const unit = this.#clamped;
    if (this.supply.on || this.#vehicleFeeds) return undefined;
    if (!unit) return null;
    const { terminates: unitTerminates, terminators: wanted } = unit;
    return bench.pairOhmOf(this.#wrong, { wanted, unitTerminates, severity: this.severity });
  }

  /** The box's pair goes to the clamp, or into the socket of an older vehicle. */
  units(): readonly BusUnit[] {
    if (this.#simulator.station === this.spec.id) return this.#simulator.vehicle()?.busUnits ?? [];
    const unit = this.#clamped;
    if (!unit || !this.#isHeard()) return [];
    if (!this.#wrong.has('dying')) return [unit];
    this.#dying ??= new DyingUnit(unit);
    return [this.#dying];
  }

  disturbance(): 'f' | 'b' | undefined {
    if (this.#simulator.station === this.spec.id || !this.#clamped?.awake) return undefined;
    return bench.disturbanceOf(this.#wrong);
  }

  speed(): number {
    return this.#speed();
  }
}

/** A memory chip in somebody's hands, with the unit that it belongs to. */
export interface HeldChip {
  readonly tag: string;
  readonly family: string;
  readonly chip: SpiChip;
}

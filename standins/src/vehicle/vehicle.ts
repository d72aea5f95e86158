import type { VehicleLayout } from '@badger/core/scan/layout';
import type { UnitKind } from '@badger/core/scan/scan';
import type { Answer, BusUnit } from '../interface-box/bus-unit.ts';
import type { Module } from '../modules/module.ts';
import { NRC } from '@badger/core/uds/services';
import { ControlUnit, refuse } from './control-unit.ts';
import { playMounted, playScript, type ScriptName } from './fault-script.ts';

export type Ignition = 'off' | 'on' | 'running';

export interface VehicleSpec {
  readonly id: string;
  readonly name: string;
  readonly vin: string;
  readonly script: ScriptName;
  readonly suspect: UnitKind;
  /** Voltage of the rested battery. Units: mV. */
  readonly restMv: number;
  /** Older vehicles: the engine unit knows the legislated services only. */
  readonly engineSpeaksUds: boolean;
  /** A place into which units of a family from the bench can be put, and the one that it came with. */
  readonly place?: { readonly kind: UnitKind; readonly family: string; readonly tag: string };
}

/** A loose unit in its place. */
export interface MountedUnit {
  readonly tag: string;
  /** Its program finds itself damaged. */
  readonly upset: boolean;
}

/** Real-life time without a request after which a vehicle with its ignition off falls asleep. Units: ms. */
const SLEEP_AFTER_MS = 180_000;
/** What the ignition takes out of the battery without a support supply. Units: mV an hour of real life. */
const SAG_MV_PER_HOUR = 900;
/** Below this units drop out one by one. Units: mV. Source: common practice. */
const DROP_OUT_MV = 9_500;
const SUPPORTED_MV = 13_200;
const CHARGING_MV = 14_100;

/** A simulated vehicle: ignition, a battery that sags, sleep, and its control units behind the diagnostic socket. */
export class Vehicle {
  readonly spec: VehicleSpec;
  readonly layout: VehicleLayout;
  readonly #now: () => number;
  #units = new Map<number, ControlUnit>();
  #bus: BusUnit[] = [];
  readonly #fitted = new Map<UnitKind, FittedUnit>();
  #script: ScriptName;
  #mounted: MountedUnit | undefined;
  #ignition: Ignition = 'off';
  #supported = false;
  /** It rolls: nobody works on it with a tester. Units: km/h. */
  speedKmh = 0;
  #chargeMv: number;
  #tickedMs: number;
  #askedMs: number;

  /** `realLifeMs`: milliseconds of real life; the world's speed is in it already. */
  constructor(spec: VehicleSpec, layout: VehicleLayout, realLifeMs: () => number) {
    this.spec = spec;
    this.layout = layout;
    this.#now = realLifeMs;
    this.#script = spec.script;
    this.#chargeMv = spec.restMv;
    this.#mounted = spec.place && { tag: spec.place.tag, upset: false };
    this.#tickedMs = this.#askedMs = realLifeMs();
    this.play(spec.script);
  }

  get script(): ScriptName {
    return this.#script;
  }

  get ignition(): Ignition {
    return this.#ignition;
  }

  get supported(): boolean {
    return this.#supported;
  }

  /** Makes all units anew for a script: a different thing is wrong from now on. */
  play(script: ScriptName): void {
    this.#script = script;
    const { vin, suspect } = this.spec;
    const conditions = playMounted(
      playScript(this.layout.units, { name: script, suspect, seed: vin }),
      this.layout.units,
      { place: this.spec.place, mounted: this.#mounted }
    );
    this.#units = new Map();
    for (const place of this.layout.units) {
      const condition = conditions.get(place.id);
      if (!condition) continue;
      const unit = new ControlUnit(
        {
          place,
          ...condition,
          identification: identify(this.spec, place.id),
          speaksUds: this.spec.engineSpeaksUds || place.kind !== 'engine'
        },
        () => ({
          vin,
          batteryMv: this.batteryMv,
          engineRpm: this.#ignition === 'running' ? 800 : 0,
          speedKmh: this.speedKmh
        })
      );
      this.#units.set(place.address, unit);
    }
    this.#bus = [...this.#units.values()].map((unit) => this.#onBus(unit));
  }

  #onBus(unit: ControlUnit): BusUnit {
    const { address, responseId = 0, legislated } = unit.spec.place;
    const awake = () => this.reachable(unit);
    return {
      requestId: address,
      responseId,
      bitrateBps: this.layout.bitrateBps,
      functional: legislated,
      get awake() {
        return awake();
      },
      handle: (request) => {
        this.touch();
        return this.ask(unit, request);
      }
    };
  }

  /** The units of a CAN vehicle; nothing of one that speaks Ethernet is on the pair. */
  get busUnits(): readonly BusUnit[] {
    return this.layout.carrier === 'can' ? this.#bus : [];
  }

  /** Puts a unit with a memory of its own into its place. */
  fit(kind: UnitKind, fitted: FittedUnit): void {
    this.#fitted.set(kind, fitted);
  }

  /** What the unit at this place says: of its memory the fitted unit itself speaks, of its faults what the script has it say. */
  ask(unit: ControlUnit, request: Uint8Array): Answer {
    const fitted = this.#fitted.get(unit.spec.place.kind);
    const sid = request[0] ?? 0;
    if (!fitted || unit.spec.behaviour !== 'sound' || !MEMORY_SERVICES.has(sid))
      return unit.handle(request);
    const module = fitted.module();
    if (!module) return isAboutMemory(request) ? SILENCE : unit.handle(request);
    if (this.#ignition === 'off') module.powerOff();
    else module.powerInVehicle();
    // with the engine running no unit lets itself be programmed
    const running = this.#ignition === 'running' && sid === 0x10 && request[1] === 2;
    if (running) return refuse(sid, NRC.conditionsNotCorrect);
    const answer = module.handle(request);
    // what the memory does not tell the vehicle's script may know: a part number, say
    const unknown = sid === 0x22 && answer.payload?.[0] === 0x7f;
    return unknown ? unit.handle(request) : answer;
  }

  unit(address: number): ControlUnit | undefined {
    return this.#units.get(address);
  }

  /** Tag of the loose unit that sits in its place; undefined where there is no such place, or it is empty. */
  get mounted(): string | undefined {
    return this.#mounted?.tag;
  }

  /** Puts a loose unit into its place, or takes it out. The ignition is off meanwhile. */
  mount(unit: MountedUnit | undefined): void {
    this.turn('off');
    this.#mounted = unit;
    this.play(this.#script);
  }

  /** Without its engine unit, or with one that is upset, it cranks and does not start. */
  get #starts(): boolean {
    return this.spec.place?.kind !== 'engine' || this.#mounted?.upset === false;
  }

  turn(wanted: Ignition): void {
    const ignition = wanted === 'running' && !this.#starts ? 'on' : wanted;
    this.#tick();
    this.#ignition = ignition;
    this.touch();
  }

  /** Puts the support supply on the battery, or takes it away. */
  support(on: boolean): void {
    this.#tick();
    this.#supported = on;
  }

  /** A request keeps the vehicle awake. */
  touch(): void {
    if (!this.asleep) this.#askedMs = this.#now();
    else if (this.#ignition !== 'off') this.#askedMs = this.#now();
  }

  /** With the ignition off it falls asleep after a while; only the ignition wakes it. */
  get asleep(): boolean {
    return this.#ignition === 'off' && this.#now() - this.#askedMs > SLEEP_AFTER_MS;
  }

  #tick(): void {
    const hours = (this.#now() - this.#tickedMs) / 3_600_000;
    this.#tickedMs = this.#now();
    if (this.#ignition === 'on' && !this.#supported)
      this.#chargeMv = Math.max(8_000, this.#chargeMv - SAG_MV_PER_HOUR * hours);
    else if (this.#ignition === 'running' || this.#supported)
      this.#chargeMv = Math.min(12_800, this.#chargeMv + SAG_MV_PER_HOUR * hours);
  }

  /** What a meter on the battery shows. Units: mV. */
  get batteryMv(): number {
    this.#tick();
    if (this.#ignition === 'running') return CHARGING_MV;
    if (this.#supported) return SUPPORTED_MV;
    return Math.round(this.#chargeMv - (this.#ignition === 'on' ? 250 : 0));
  }

  /** Can this unit hear and speak at this moment? With the ignition off only the gateway's side answers. */
  reachable(unit: ControlUnit): boolean {
    if (this.asleep || this.batteryMv < DROP_OUT_MV) return false;
    return (
      this.#ignition !== 'off' || ['gateway', 'body', 'immobiliser'].includes(unit.spec.place.kind)
    );
  }
}

/** A unit with a memory of its own in a vehicle; undefined while it lies on a bench. */
export interface FittedUnit {
  module(): Module | undefined;
}

/** Session, reset, data, security, routines, transfers, tester present. Source: ISO 14229-1. */
const MEMORY_SERVICES: ReadonlySet<number> = new Set([
  ...[0x10, 0x11, 0x22, 0x27, 0x31, 0x34, 0x35, 0x36, 0x37, 0x3e]
]);
const SILENCE: Answer = { payload: undefined, workMs: 0 };

/** A unit that is out of its vehicle says nothing of its memory. */
function isAboutMemory(request: Uint8Array): boolean {
  const sid = request[0] as number;
  return sid >= 0x27 && sid !== 0x3e;
}

/** Numbers of a unit, invented from the vehicle's VIN and the unit's name: the same every time. */
function identify(spec: VehicleSpec, unitId: string): ReadonlyMap<number, string> {
  const tail = spec.vin.slice(-7);
  let sum = 0;
  for (const c of unitId) sum = (sum * 31 + c.charCodeAt(0)) % 9000;
  const number = String(sum + 1000);
  return new Map([
    [0xf190, spec.vin],
    [0xf187, `07${number}${tail.slice(0, 4)}`],
    [0xf188, `S${number}-${tail.slice(-3)}`],
    [0xf191, `07${number}0044`],
    [0xf18c, `${tail}${number}`],
    [0xf197, unitId.toUpperCase().replace('-', ' ')]
  ]);
}

import type { VehicleLayout } from '@badger/core/scan/layout';
import type { UnitKind } from '@badger/core/scan/scan';
import type { Answer, BusUnit } from '../interface-box/bus-unit.ts';
import type { Module } from '../modules/module.ts';
import { NRC } from '@badger/core/uds/services';
import { ControlUnit, refuse } from './control-unit.ts';
import { Engine, type Ignition, type StartsHow } from './engine.ts';
import { TaughtUnit, type TeachingFault, type VehicleKey } from './taught-unit.ts';
import { playMounted, playScript, type ScriptName } from './fault-script.ts';

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
  /** On the ring of its owner; without, two that it knows. */
  readonly keys?: readonly VehicleKey[];
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
/** Where nothing is said of its keys. */
const KEYS: readonly VehicleKey[] = ['key-1', 'key-2'].map((id) => ({
  ...{ id, belongs: true, remoteMhz: 433 }
}));
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
  readonly #engine: Engine;
  readonly #taught = new Map<string, TaughtUnit>();
  readonly keys: readonly VehicleKey[];
  /** What goes wrong when one of its units is taught. */
  teachingFaults: readonly TeachingFault[] = [];
  #key: VehicleKey;
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
    this.#engine = new Engine(realLifeMs);
    this.keys = spec.keys ?? KEYS;
    this.#key = this.keys[0] as VehicleKey;
    this.#teachAll();
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
    return this.#engine.ignition;
  }

  get supported(): boolean {
    return this.#supported;
  }

  /** Makes all units anew for a script: a different thing is wrong from now on. */
  play(script: ScriptName): void {
    if (script === 'new-unit' && this.#script !== script) this.#renew();
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
          speaksUds: this.spec.engineSpeaksUds || place.kind !== 'engine',
          taught: this.#taught.get(place.id)
        },
        () => ({
          vin,
          batteryMv: this.batteryMv,
          engineRpm: this.#engine.rpm,
          speedKmh: this.speedKmh,
          teaching: {
            ...{ engineRpm: this.#engine.rpm, oilC: this.#engine.oilC, key: this.#key },
            ...{ lamp: this.lamp, faults: new Set(this.teachingFaults) }
          }
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
    const module = fitted?.module();
    const sid = request[0] ?? 0;
    // a VIN that lies in a memory is written with the memory
    if (sid === 0x2e && idAt(request, 1) === VIN_DID && hasMemory(module))
      return refuse(sid, NRC.requestOutOfRange);
    if (!fitted || unit.spec.behaviour !== 'sound' || !MEMORY_SERVICES.has(sid))
      return unit.handle(request);
    if (!module) return isAboutMemory(request) ? SILENCE : unit.handle(request);
    return isTaught(unit, request, module)
      ? unit.handle(request)
      : this.#askModule(unit, module, request);
  }

  #askModule(unit: ControlUnit, module: Module, request: Uint8Array): Answer {
    const sid = request[0] ?? 0;
    if (this.ignition === 'off') module.powerOff();
    else module.powerInVehicle();
    // with the engine running no unit lets itself be programmed
    if (this.#engine.rpm > 0 && sid === 0x10 && request[1] === 2)
      return refuse(sid, NRC.conditionsNotCorrect);
    const answer = module.handle(request);
    // the session is that of the whole unit
    if (sid === 0x10) unit.handle(request);
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

  /** Without its engine unit, or with one that is upset, it cranks and does not start; a key or a unit that is not known lets it die. */
  get #startsHow(): StartsHow {
    if (this.spec.place?.kind === 'engine' && this.#mounted?.upset !== false) return 'cranks';
    return this.#isKnown ? 'runs' : 'dies';
  }

  get #isKnown(): boolean {
    return (
      this.#script !== 'immobiliser-mismatch' &&
      [...this.#taught.values()].every((u) => u.knows(this.#key.id))
    );
  }

  /** Lamp of the immobiliser: 0 out, 1 on, 2 flashing. With the ignition on it is out again as soon as all know each other. */
  get lamp(): number {
    if (this.ignition === 'off') return 0;
    return this.#isKnown ? 0 : 2;
  }

  /** Units: degC. */
  get oilC(): number {
    return this.#engine.oilC;
  }

  /** The key that is in the lock. */
  get key(): VehicleKey {
    return this.#key;
  }

  /** Puts another key into the lock: it is off meanwhile. False for one that there is not. */
  takeKey(id: string): boolean {
    const key = this.keys.find((k) => k.id === id);
    if (!key) return false;
    this.turn('off');
    this.#key = key;
    return true;
  }

  /** What a unit of it was taught; undefined for one that is taught nothing. */
  taught(unitId: string): TaughtUnit | undefined {
    return this.#taught.get(unitId);
  }

  #teachAll(): void {
    const known = this.keys.filter((k) => k.belongs).map((k) => k.id);
    for (const { id, teaching } of this.layout.units) {
      if (!teaching) continue;
      const seed = `${this.spec.vin}/${id}`;
      this.#taught.set(id, new TaughtUnit(teaching, { seed, vin: this.spec.vin, keys: known }));
    }
    if (this.spec.script === 'new-unit') this.#renew();
  }

  /** A new unit takes the place of the suspect. */
  #renew(): void {
    for (const { id, kind } of this.layout.units)
      if (kind === this.spec.suspect) this.#taught.get(id)?.forget();
  }

  turn(wanted: Ignition): void {
    this.#tick();
    this.#engine.turn(wanted, this.#startsHow);
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
    else if (this.ignition !== 'off') this.#askedMs = this.#now();
  }

  /** With the ignition off it falls asleep after a while; only the ignition wakes it. */
  get asleep(): boolean {
    return this.ignition === 'off' && this.#now() - this.#askedMs > SLEEP_AFTER_MS;
  }

  #tick(): void {
    const hours = (this.#now() - this.#tickedMs) / 3_600_000;
    this.#tickedMs = this.#now();
    if (this.ignition === 'on' && !this.#supported)
      this.#chargeMv = Math.max(8_000, this.#chargeMv - SAG_MV_PER_HOUR * hours);
    else if (this.ignition === 'running' || this.#supported)
      this.#chargeMv = Math.min(12_800, this.#chargeMv + SAG_MV_PER_HOUR * hours);
  }

  /** What a meter on the battery shows. Units: mV. */
  get batteryMv(): number {
    this.#tick();
    if (this.ignition === 'running') return CHARGING_MV;
    if (this.#supported) return SUPPORTED_MV;
    return Math.round(this.#chargeMv - (this.ignition === 'on' ? 250 : 0));
  }

  /** Can this unit hear and speak at this moment? With the ignition off only the gateway's side answers. */
  reachable(unit: ControlUnit): boolean {
    if (this.asleep || this.batteryMv < DROP_OUT_MV) return false;
    return (
      this.ignition !== 'off' || ['gateway', 'body', 'immobiliser'].includes(unit.spec.place.kind)
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

const VIN_DID = 0xf190;
const idAt = (request: Uint8Array, at: number) => (request[at] ?? 0) * 256 + (request[at + 1] ?? 0);
const hasMemory = (module: Module | undefined) => (module?.profile.regions.length ?? 0) > 0;

/** Is this about what the unit is taught in its vehicle, and not about its memory? */
function isTaught(unit: ControlUnit, request: Uint8Array, module: Module): boolean {
  const { taught } = unit.spec;
  const sid = request[0];
  if (!taught || (sid !== 0x22 && sid !== 0x31)) return false;
  const id = idAt(request, sid === 0x31 ? 2 : 1);
  return id === VIN_DID ? !hasMemory(module) : taught.owns(id);
}

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

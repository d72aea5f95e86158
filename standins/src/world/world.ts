import type { Profile } from '@badger/core/profile/profile';
import { createBoxServer, type BoxFault, type BoxHost } from '../interface-box/box-server.ts';
import { makeMemory } from '../modules/make-memory.ts';
import { Module, type UnitSpec } from '../modules/module.ts';
import { SupplyDevice } from '../supply/supply-device.ts';
import { createSupplyServer } from '../supply/supply-server.ts';
import { listen, trackSockets } from './listen.ts';

export interface StationSpec {
  readonly id: string;
  readonly name: string;
  readonly ratedMa: number;
  /** 0 takes a free port. */
  readonly boxPort: number;
  readonly supplyPort: number;
}

export interface WorldOptions {
  readonly profiles: readonly Profile[];
  readonly units: readonly UnitSpec[];
  readonly stations: readonly StationSpec[];
  readonly speed: number;
  /** Where units keep what was written to them; undefined forgets. */
  readonly store?: MemoryStore | undefined;
}

/** Keeps a unit's memory over a restart. */
export interface MemoryStore {
  load(tag: string, regionId: string): Uint8Array | undefined;
  save(tag: string, regionId: string, bytes: Uint8Array): void;
}

/** A bench place: clamp, boot pad, supply and box. */
export class Station implements BoxHost {
  readonly spec: StationSpec;
  readonly supply: SupplyDevice;
  fault: BoxFault | undefined;
  padHeld = false;
  #clamped: Module | undefined;
  readonly #speed: () => number;
  boxPort = 0;
  supplyPort = 0;

  constructor(spec: StationSpec, speed: () => number) {
    this.spec = spec;
    this.#speed = speed;
    this.supply = new SupplyDevice({
      ratedMa: spec.ratedMa,
      serial: `SB-${spec.id.toUpperCase()}-01`,
      load: {
        drawMa: () => this.#clamped?.drawMa ?? 0,
        power: (on) => (on ? this.#clamped?.powerOn(this.padHeld) : this.#clamped?.powerOff())
      }
    });
  }

  get clamped(): Module | undefined {
    return this.#clamped;
  }

  clamp(module: Module | undefined): void {
    this.#clamped?.powerOff();
    this.#clamped = module;
    if (this.supply.on) module?.powerOn(this.padHeld);
  }

  module(): Module | undefined {
    return this.#clamped;
  }

  speed(): number {
    return this.#speed();
  }
}

/** The whole simulated bench: stations with their servers, and the units lying about. */
export class World {
  readonly stations: readonly Station[];
  readonly units: ReadonlyMap<string, Module>;
  speed: number;
  readonly #closers: (() => void)[] = [];

  constructor(options: WorldOptions) {
    this.speed = options.speed;
    this.stations = options.stations.map((s) => new Station(s, () => this.speed));
    this.units = new Map(options.units.map((u) => [u.tag, makeModule(u, options)]));
  }

  /** Opens every socket on loopback. */
  async start(): Promise<void> {
    for (const station of this.stations) {
      const box = createBoxServer(station);
      const supply = createSupplyServer(station.supply);
      this.#closers.push(trackSockets(box), trackSockets(supply));
      station.boxPort = await listen(box, station.spec.boxPort);
      station.supplyPort = await listen(supply, station.spec.supplyPort);
    }
    const ticker = setInterval(() => this.stations.forEach((s) => s.supply.tick()), 50);
    this.#closers.push(() => clearInterval(ticker));
  }

  stop(): void {
    for (const close of this.#closers) close();
  }

  /** Puts a unit on a station's clamp, or takes it off. False when it is unknown or lies on another station. */
  clamp(station: Station, tag: string | null): boolean {
    if (tag === null) {
      station.clamp(undefined);
      return true;
    }
    const module = this.units.get(tag);
    const elsewhere = this.stations.some((s) => s !== station && s.clamped === module);
    if (!module || elsewhere) return false;
    if (station.clamped !== module) station.clamp(module);
    return true;
  }
}

function makeModule(spec: UnitSpec, options: WorldOptions): Module {
  const profile = options.profiles.find((p) => p.id === spec.family);
  if (!profile) throw new TypeError(`"units" expected a known family, got ${spec.family}`);
  const memory = makeMemory(profile, spec.tag, spec.fields);
  for (const regionId of memory.keys()) {
    const kept = options.store?.load(spec.tag, regionId);
    if (kept?.length === memory.get(regionId)?.length && kept) memory.set(regionId, kept);
  }
  const dirty = new Set<string>();
  return new Module({
    spec,
    profile,
    memory,
    onChange: (regionId) => {
      if (!options.store || dirty.has(regionId)) return;
      dirty.add(regionId);
      setTimeout(() => {
        dirty.delete(regionId);
        options.store?.save(spec.tag, regionId, memory.get(regionId) as Uint8Array);
      }, 200);
    }
  });
}

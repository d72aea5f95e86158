import type { Profile } from '@badger/core/profile/profile';
import { createBoxServer } from '../interface-box/box-server.ts';
import { parseHex } from '@badger/core/base/bytes';
import { makeMemory, type Memory } from '../modules/make-memory.ts';
import { Module, type UnitSpec } from '../modules/module.ts';
import { createProgrammerServer } from '../chip-programmer/programmer-server.ts';
import { SpiChip } from '../chip-programmer/spi-chip.ts';
import { createScpiServer } from '../scpi-server.ts';
import type { VehicleLayout } from '@badger/core/scan/layout';
import type { VehicleSpec } from '../vehicle/vehicle.ts';
import { VehicleSimulator } from '../vehicle/vehicle-simulator.ts';
import { Catalogue } from '../parts/catalogue.ts';
import { createPartsService, type PartsFault, type PartsHost } from '../parts/parts-service.ts';
import { createFileService, type FilesHost } from '../files/file-service.ts';
import { createStepsService, type StepsHost } from '../steps/steps-service.ts';
import { listen, trackSockets } from './listen.ts';
import { Station, type HeldChip, type StationSpec } from './station.ts';

export { Station, type HeldChip, type StationSpec } from './station.ts';

export interface WorldOptions {
  readonly profiles: readonly Profile[];
  readonly units: readonly UnitSpec[];
  /** Units of which only the memory chip can be reached. */
  readonly chipUnits: readonly UnitSpec[];
  readonly stations: readonly StationSpec[];
  readonly vehicles: readonly VehicleSpec[];
  readonly layouts: readonly VehicleLayout[];
  readonly speed: number;
  /** Where units keep what was written to them; undefined forgets. */
  readonly store?: MemoryStore | undefined;
}

/** Keeps a unit's memory over a restart. */
export interface MemoryStore {
  load(tag: string, regionId: string): Uint8Array | undefined;
  save(tag: string, regionId: string, bytes: Uint8Array): void;
}

/** The whole simulated bench: stations with their servers, and the units lying about. */
export class World implements PartsHost, StepsHost, FilesHost {
  readonly catalogue: Catalogue;
  /** What is wrong with the parts service. */
  fault: PartsFault | undefined;
  partsPort = 0;
  stepsPort = 0;
  filesPort = 0;
  filesFault: FilesHost['filesFault'];
  readonly profiles: readonly Profile[];
  readonly builtUnits: readonly UnitSpec[];
  stepsFault: StepsHost['stepsFault'];
  stepsCredits = 5;
  stepsLicenceVin: string | undefined = '';
  /** Questions that the parts service was asked. */
  partsAsked = 0;
  readonly stations: readonly Station[];
  readonly units: ReadonlyMap<string, Module>;
  /** Memory chips by the tag of their unit. */
  readonly chips: ReadonlyMap<string, HeldChip>;
  readonly simulator: VehicleSimulator;
  #speed: number;
  /** Real life that had passed when the speed was last changed, and when that was. */
  #lifeMs = 0;
  #sinceMs = performance.now();
  readonly #closers: (() => void)[] = [];

  constructor(options: WorldOptions) {
    this.#speed = options.speed;
    this.profiles = options.profiles;
    this.builtUnits = options.units;
    this.catalogue = new Catalogue(options.profiles, options.vehicles);
    this.simulator = new VehicleSimulator({
      vehicles: options.vehicles,
      layouts: options.layouts,
      speed: () => this.speed,
      realLifeMs: () => this.realLifeMs()
    });
    this.stations = options.stations.map((s) => new Station(s, () => this.speed, this.simulator));
    this.units = new Map(options.units.map((u) => [u.tag, makeModule(u, options)]));
    this.#fit();
    const loose = options.chipUnits.map((u) =>
      heldChip(u, options, { memory: makeKept(u, options), nowMs: () => this.realLifeMs() })
    );
    const within = options.units.map((u) =>
      heldChip(u, options, {
        memory: (this.units.get(u.tag) as Module).memory,
        nowMs: () => this.realLifeMs()
      })
    );
    this.chips = new Map([...loose, ...within].flatMap((held) => (held ? [[held.tag, held]] : [])));
  }

  /** Every unit that came in a vehicle sits there unless it lies on a station. */
  #fit(): void {
    for (const module of this.units.values()) {
      const { fitted } = module.spec;
      const vehicle = fitted === undefined ? undefined : this.simulator.vehicles.get(fitted);
      if (!vehicle || !module.place) continue;
      const benched = () => this.stations.some((s) => s.clamped === module);
      vehicle.fit(module.place, { module: () => (benched() ? undefined : module) });
    }
  }

  get speed(): number {
    return this.#speed;
  }

  set speed(factor: number) {
    this.#lifeMs = this.realLifeMs();
    this.#sinceMs = performance.now();
    this.#speed = factor;
  }

  /** Real life that has passed, for batteries and sleep; running free counts as once. */
  realLifeMs(): number {
    return this.#lifeMs + (performance.now() - this.#sinceMs) * Math.max(1, this.#speed);
  }

  /** Opens every socket on loopback. */
  async start(): Promise<void> {
    await this.simulator.start();
    this.#closers.push(() => this.simulator.stop());
    for (const station of this.stations) {
      const box = createBoxServer(station);
      const supply = createScpiServer(station.supply);
      const programmer = createProgrammerServer(station);
      const breakout = createScpiServer(station.breakout);
      for (const server of [box, supply, programmer, breakout])
        this.#closers.push(trackSockets(server));
      station.sensePort = await listen(breakout, station.spec.sensePort);
      station.chipPort = await listen(programmer, station.spec.chipPort);
      station.boxPort = await listen(box, station.spec.boxPort);
      station.supplyPort = await listen(supply, station.spec.supplyPort);
    }
    const parts = createPartsService(this);
    this.#closers.push(trackSockets(parts));
    this.partsPort = await listen(parts);
    const steps = createStepsService(this);
    this.#closers.push(trackSockets(steps));
    this.stepsPort = await listen(steps);
    const files = createFileService(this);
    this.#closers.push(trackSockets(files));
    this.filesPort = await listen(files);
    const ticker = setInterval(() => this.stations.forEach((s) => s.supply.tick()), 50);
    this.#closers.push(() => clearInterval(ticker));
  }

  asked(): void {
    this.partsAsked++;
  }

  stop(): void {
    for (const close of this.#closers) close();
  }

  /** Puts a unit's chip on a station's programmer, or takes it off. False when there is none, or it is on another one. */
  hold(station: Station, tag: string | null): boolean {
    const held = tag === null ? undefined : this.chips.get(tag);
    const elsewhere = held && this.stations.some((s) => s !== station && s.held === held);
    if ((tag !== null && !held) || elsewhere) return false;
    if (station.held !== held) held?.chip.reset();
    station.held = held;
    return true;
  }

  /** Puts a loose unit into a vehicle, or takes it out. False when it is unknown, of another family, or lies on a station. */
  mount(vehicleId: string, tag: string | null): boolean {
    const vehicle = this.simulator.vehicles.get(vehicleId);
    const place = vehicle?.spec.place;
    if (!vehicle || !place) return false;
    if (tag === null) {
      vehicle.mount(undefined);
      return true;
    }
    const module = this.units.get(tag);
    const benched = this.stations.some((s) => s.clamped === module);
    if (module?.spec.family !== place.family || benched) return false;
    vehicle.mount({ tag, upset: module.upset });
    return true;
  }

  /** Puts a unit on a station's clamp, or takes it off. False when it is unknown or lies on another station. */
  clamp(station: Station, tag: string | null): boolean {
    if (tag === null) {
      station.clamp(undefined);
      return true;
    }
    const module = this.units.get(tag);
    const elsewhere = this.stations.some((s) => s !== station && s.clamped === module);
    // one that is only ever spoken to in its vehicle has no plug for the clamp
    if (!module || elsewhere || module.bitrateBps === 0) return false;
    for (const vehicle of this.simulator.vehicles.values())
      if (vehicle.mounted === tag) vehicle.mount(undefined);
    if (station.clamped !== module) station.clamp(module);
    return true;
  }
}

function profileOf(spec: UnitSpec, options: WorldOptions): Profile {
  const profile = options.profiles.find((p) => p.id === spec.family);
  if (!profile) throw new TypeError(`"units" expected a known family, got ${spec.family}`);
  return profile;
}

/** A unit's memory as it was left, or as it came. */
function makeKept(spec: UnitSpec, options: WorldOptions): Memory {
  const memory = makeMemory(profileOf(spec, options), spec.tag, spec.fields);
  for (const regionId of memory.keys()) {
    const kept = options.store?.load(spec.tag, regionId);
    if (kept?.length === memory.get(regionId)?.length && kept) memory.set(regionId, kept);
  }
  return memory;
}

/** Keeps what is written, a little later and all of it at once. */
function keeper(spec: UnitSpec, options: WorldOptions, memory: Memory): (regionId: string) => void {
  const dirty = new Set<string>();
  return (regionId) => {
    if (!options.store || dirty.has(regionId)) return;
    dirty.add(regionId);
    setTimeout(() => {
      dirty.delete(regionId);
      options.store?.save(spec.tag, regionId, memory.get(regionId) as Uint8Array);
    }, 200);
  };
}

function makeModule(spec: UnitSpec, options: WorldOptions): Module {
  const memory = makeKept(spec, options);
  const onChange = keeper(spec, options, memory);
  return new Module({ spec, profile: profileOf(spec, options), memory, onChange });
}

/** The chip of a unit whose family has one that a programmer can reach. */
function heldChip(
  spec: UnitSpec,
  options: WorldOptions,
  { memory, nowMs }: { memory: Memory; nowMs: () => number }
): HeldChip | undefined {
  const profile = profileOf(spec, options);
  const access = profile.accesses.find((w) => w.chip && w.reads.length === 1);
  const regionId = access?.reads[0];
  const bytes = regionId && memory.get(regionId);
  if (!access?.chip || !regionId || !bytes) return undefined;
  const { addressBytes, pageBytes, clockHz, identification } = access.chip;
  const region = profile.regions.find((r) => r.id === regionId);
  const keep = keeper(spec, options, memory);
  const chip = new SpiChip({
    kind: {
      ...{ lengthBytes: bytes.length, addressBytes, pageBytes, clockHz },
      eraseBytes: region?.eraseBlockBytes
    },
    memory: bytes,
    identification: identification === undefined ? undefined : parseHex(identification),
    nowMs,
    onChange: () => keep(regionId)
  });
  return { tag: spec.tag, family: spec.family, chip };
}

import type { UnitRole } from '@badger/core/job/roles';
import type { SupplyReading } from '@badger/core/electrical/judge-supply';
import type { DrivenAccess } from '@badger/core/access/access';
import type { VehicleReading } from '@badger/core/access/vehicle/vehicle-reading';
import type { ConnectedUnit } from '@badger/core/gates/facts';
import type { BreakoutPort } from '@badger/core/port/breakout';
import type { SupplyPort, SupplySample } from '@badger/core/port/supply';
import type { StationRow } from '../repositories/stations.ts';
import { StationThread } from './station-thread.ts';
import { mostOf, SupplyWatch, type SupplyTrip } from './supply-watch.ts';
import { ScpiBreakout } from './breakout-driver.ts';
import { openSupply } from './supply-drivers.ts';

/** A unit as it was identified, with who it is in the shop's books. */
export interface IdentifiedUnit extends ConnectedUnit {
  readonly tag: string;
  readonly role: UnitRole;
  readonly jobNumber: number;
  readonly jobId: string;
  /** Who read its chip id. */
  readonly person: { readonly id: string; readonly name: string };
  /** It is gone with the bench supply. */
  readonly benchFeeds: boolean;
  /** How it was reached. */
  readonly access: DrivenAccess;
}

/** What a vehicle told of itself when it was looked at. */
export interface SeenVehicle {
  /** VIN of the job for which it was looked at; the line was not opened to any other. */
  readonly wantedVin: string;
  readonly reading: VehicleReading;
  /** On the clock of `performance.now()`. Units: ms. */
  readonly atMs: number;
}

/** A station with its own supply in the place of the configured one. */
function effective(row: StationRow): StationRow {
  const { ownSupply } = row;
  return ownSupply ? { ...row, supplyDriver: ownSupply.driver, ratedMa: ownSupply.ratedMa } : row;
}

/** One station as this process knows it: drivers, the last reading, who is connected. */
export class StationBench {
  #row: StationRow;
  #supply: SupplyPort;
  /** Breakout box with sense lines at the unit; undefined where the station has none. */
  readonly sense: BreakoutPort | undefined;
  /** Interface box and all that is spoken over it. */
  readonly thread: StationThread;
  readonly #onChange: () => void;
  readonly #listeners = new Set<(sample: SupplySample | undefined) => void>();
  readonly #tripListeners = new Set<(trip: SupplyTrip) => void>();
  #watch: SupplyWatch;
  #expected: DrivenAccess | undefined;
  #connected: IdentifiedUnit | undefined;
  #vehicle: SeenVehicle | undefined;

  constructor(row: StationRow, onChange: () => void) {
    this.#row = effective(row);
    this.#onChange = onChange;
    this.#supply = this.#openSupply();
    this.sense =
      row.sensePort === null
        ? undefined
        : new ScpiBreakout({ host: row.host, port: row.sensePort, onState: onChange });
    this.#watch = this.#openWatch();
    const { host, boxDriver, boxPort, chipPort } = row;
    this.thread = new StationThread({ host, boxDriver, boxPort, chipPort }, onChange);
  }

  /** The station; what was given to it by hand stands in the place of what was configured. */
  get row(): StationRow {
    return this.#row;
  }

  get supply(): SupplyPort {
    return this.#supply;
  }

  #openSupply(): SupplyPort {
    const { ownSupply, host, supplyPort, supplyDriver } = this.#row;
    return openSupply(supplyDriver, {
      ...{ host: ownSupply?.host ?? host, port: ownSupply?.port ?? supplyPort },
      onSample: (sample) => this.#sample(sample)
    });
  }

  #openWatch(): SupplyWatch {
    return new SupplyWatch(this.#supply, (trip) => this.#tripped(trip));
  }

  /** Takes another supply, or the configured one again. Nobody works meanwhile, and both are off. */
  takeSupply(configured: StationRow, ownSupply: StationRow['ownSupply']): void {
    this.#supply.close();
    this.#row = effective({ ...configured, ownSupply });
    this.#connected = undefined;
    this.#supply = this.#openSupply();
    this.#watch = this.#openWatch();
  }

  /** The identified unit. Forgotten as soon as the supply that feeds it is off or lost, or hands were at it. */
  get connected(): IdentifiedUnit | undefined {
    return this.#connected;
  }

  identified(unit: IdentifiedUnit): void {
    this.#connected = unit;
    this.#onChange();
  }

  /** The vehicle that a station looked at last. */
  get vehicle(): SeenVehicle | undefined {
    return this.#vehicle;
  }

  sawVehicle(vehicle: SeenVehicle): void {
    this.#vehicle = vehicle;
    this.#onChange();
  }

  /** Hands were at the vehicle: what it told, and which unit in it answered, is asked again. */
  forgetVehicle(): void {
    this.#vehicle = undefined;
    if (this.#connected?.access.carrier === 'vehicle-uds') this.#connected = undefined;
    this.#onChange();
  }

  forget(): void {
    this.#connected = undefined;
    this.#onChange();
  }

  /** What switched the output off last; undefined once it came on again. */
  get trip(): SupplyTrip | undefined {
    return this.#watch.last;
  }

  /** The access of the operation that is about to run, so that its current can be watched before the unit is known. */
  expects(access: DrivenAccess | undefined): void {
    this.#expected = access;
  }

  onTrip(listener: (trip: SupplyTrip) => void): () => void {
    this.#tripListeners.add(listener);
    return () => this.#tripListeners.delete(listener);
  }

  #tripped(trip: SupplyTrip): void {
    for (const listener of this.#tripListeners) listener(trip);
    this.#onChange();
  }

  /** The supply as the rules want it. */
  reading(): SupplyReading | undefined {
    const sample = this.supply.latest;
    return sample && { ...sample, ratedMa: this.row.ratedMa };
  }

  onSample(listener: (sample: SupplySample | undefined) => void): () => void {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  }

  #sample(sample: SupplySample | undefined): void {
    // only what the bench supply feeds is gone with it
    if (!sample?.on && this.#connected?.benchFeeds) this.#connected = undefined;
    this.#watch.see(sample, mostOf(this.#expected ?? this.#connected?.access));
    for (const listener of this.#listeners) listener(sample);
    this.#onChange();
  }

  close(): void {
    this.supply.close();
    this.sense?.close();
    this.thread.close();
  }
}

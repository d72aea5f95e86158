import type { VehicleAddress } from '../station/doip-connection.ts';
import { Hub } from './hub.ts';
import type { LiveExercise } from './live-exercise.ts';
import type { LiveAct } from './live-act.ts';
import type { LiveScan } from './live-scan.ts';
import type { LiveOperation } from './live-operation.ts';
import { StationBench } from './station-bench.ts';
import type { SupplyRecorder } from './supply-recorder.ts';
import { WorldClient } from './world-client.ts';
import type { StationRow } from '../repositories/stations.ts';

/** All stations of this process, what runs on them, and the hands of the simulated bench if there are any. */
export class Bench {
  readonly hub = new Hub();
  readonly stations = new Map<string, StationBench>();
  /** Running operations of this process by station id. */
  readonly running = new Map<string, LiveOperation>();
  /** Scans under way: by `cable`, or by the station whose box is used. */
  readonly scans = new Map<string, LiveScan>();
  /** What is done or watched at a vehicle, known as scans are. */
  readonly acts = new Map<string, LiveAct>();
  /** Loose units that are being exercised, by station id. */
  readonly exercises = new Map<string, LiveExercise>();
  /** Traces of the supplies by station id. */
  readonly recorders = new Map<string, SupplyRecorder>();
  /** The one Ethernet cable to a vehicle is spoken for by an operation that is about to run, or runs. */
  #cableTaken = false;
  readonly world: WorldClient | undefined;
  readonly #doip: VehicleAddress | undefined;
  /** Free space where the database keeps its data; undefined where it cannot be seen from here. Units: bytes. */
  freeBytes: number | undefined;
  /** The database does not answer at this moment. */
  databaseAway = false;
  /** No new work is begun: the shop waits for the end of a write. */
  closing = false;
  /** The shop is being closed: nothing new is begun, and nobody waits for the database any more. */
  closed = false;
  #told = 0;
  #pending: NodeJS.Timeout | undefined;

  constructor(rows: readonly StationRow[], worldUrl?: string, doip?: VehicleAddress) {
    this.world = worldUrl ? new WorldClient(worldUrl) : undefined;
    this.#doip = doip;
    for (const row of rows) {
      this.stations.set(row.id, new StationBench(row, () => this.changed()));
    }
  }

  /** Something owns clamp and supply of a station. */
  isTaken(stationId: string): boolean {
    return this.running.has(stationId) || this.exercises.has(stationId);
  }

  /** Somebody talks to a vehicle over this line: a scan, or something that is done or watched there. */
  isLineBusy(key: string): boolean {
    return this.scans.has(key) || this.acts.has(key);
  }

  get cableTaken(): boolean {
    return this.#cableTaken;
  }

  /** Takes the cable at once, before anybody else can look; false when it is taken. */
  claimCable(): boolean {
    if (this.#cableTaken) return false;
    this.#cableTaken = true;
    return true;
  }

  releaseCable(): void {
    this.#cableTaken = false;
  }

  /** Where the Ethernet cable to the vehicle ends: as configured, or at the simulated one. */
  vehicleAddress(): VehicleAddress | undefined {
    const port = this.world?.latest?.doipPort;
    return this.#doip ?? (port ? { host: '127.0.0.1', port } : undefined);
  }

  /** Tells the pages that something on the bench moved, at most five times a second. */
  changed(): void {
    if (this.#pending) return;
    const waitMs = Math.max(0, 200 - (performance.now() - this.#told));
    this.#pending = setTimeout(() => {
      this.#pending = undefined;
      this.#told = performance.now();
      this.hub.tell({ type: 'bench' });
    }, waitMs);
  }

  close(): void {
    this.closed = true;
    clearTimeout(this.#pending);
    for (const station of this.stations.values()) station.close();
  }
}

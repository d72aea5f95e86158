import type { VehicleLayout } from '@badger/core/scan/layout';
import { findLayout } from '@badger/core/scan/layout';
import { DoipEntity, type DoipFault, type DoipHost } from './doip-entity.ts';
import { Vehicle, type VehicleSpec } from './vehicle.ts';

/** The vehicles outside, and the one diagnostic cable that is in one of them at a time. */
export class VehicleSimulator implements DoipHost {
  readonly vehicles: ReadonlyMap<string, Vehicle>;
  readonly #entity: DoipEntity;
  readonly #speed: () => number;
  #plugged: Vehicle | undefined;
  /** Station whose box hangs on the pair of an older vehicle. */
  #station: string | undefined;
  fault: DoipFault | undefined;
  #said = 0;
  #soundUntil = 0;
  doipPort = 0;

  constructor(options: {
    vehicles: readonly VehicleSpec[];
    layouts: readonly VehicleLayout[];
    speed: () => number;
    realLifeMs: () => number;
  }) {
    this.#speed = options.speed;
    this.vehicles = new Map(
      options.vehicles.map((spec) => {
        const layout = findLayout(options.layouts, spec.vin);
        if (!layout) throw new TypeError(`"vehicles" expected a known make, got ${spec.vin}`);
        return [spec.id, new Vehicle(spec, layout, options.realLifeMs)];
      })
    );
    this.#entity = new DoipEntity(this);
  }

  async start(): Promise<void> {
    this.doipPort = await this.#entity.start();
  }

  stop(): void {
    this.#entity.stop();
  }

  /** The line goes bad after so many more answers. */
  breakAfter(answers: number, fault: DoipFault): void {
    this.fault = fault;
    this.#soundUntil = this.#said + answers;
  }

  faultOfNextAnswer(): DoipFault | undefined {
    return this.#said++ < this.#soundUntil ? undefined : this.fault;
  }

  vehicle(): Vehicle | undefined {
    return this.#plugged;
  }

  speed(): number {
    return this.#speed();
  }

  get station(): string | undefined {
    return this.#station;
  }

  /** Plugs the cable into a vehicle, or pulls it; an older vehicle takes a station's box. False when it is unknown. */
  plug(vehicleId: string | null, station?: string): boolean {
    const next = vehicleId === null ? undefined : this.vehicles.get(vehicleId);
    if (vehicleId !== null && !next) return false;
    if (next !== this.#plugged) this.#entity.unplug();
    this.#plugged = next;
    this.#station = next?.layout.carrier === 'can' ? station : undefined;
    return true;
  }
}

import type { SupplyReading } from '@badger/core/electrical/judge-supply';
import type { DrivenAccess } from '@badger/core/access/access';
import type { ConnectedUnit } from '@badger/core/gates/facts';
import type { SupplySample } from '@badger/core/scpi/client';
import type { StationRow } from '../repositories/stations.ts';
import { StationThread } from './station-thread.ts';
import { SupplyDriver } from './supply-driver.ts';

/** A unit as it was identified, with who it is in the shop's books. */
export interface IdentifiedUnit extends ConnectedUnit {
  readonly tag: string;
  readonly role: 'original' | 'donor';
  readonly jobNumber: number;
  /** How it was reached. */
  readonly access: DrivenAccess;
}

/** One station as this process knows it: drivers, the last reading, who is connected. */
export class StationBench {
  readonly row: StationRow;
  readonly supply: SupplyDriver;
  /** Interface box and all that is spoken over it. */
  readonly thread: StationThread;
  readonly #onChange: () => void;
  readonly #listeners = new Set<(sample: SupplySample | undefined) => void>();
  #connected: IdentifiedUnit | undefined;

  constructor(row: StationRow, onChange: () => void) {
    this.row = row;
    this.#onChange = onChange;
    this.supply = new SupplyDriver({
      host: row.host,
      port: row.supplyPort,
      onSample: (sample) => this.#sample(sample)
    });
    const { host, boxPort, chipPort } = row;
    this.thread = new StationThread({ host, boxPort, chipPort }, onChange);
  }

  /** The identified unit. Forgotten as soon as the supply is off, lost, or hands were at the clamp. */
  get connected(): IdentifiedUnit | undefined {
    return this.#connected;
  }

  identified(unit: IdentifiedUnit): void {
    this.#connected = unit;
    this.#onChange();
  }

  forget(): void {
    this.#connected = undefined;
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
    // a chip is fed by its programmer
    if (!sample?.on && this.#connected?.access.carrier !== 'chip') this.#connected = undefined;
    for (const listener of this.#listeners) listener(sample);
    this.#onChange();
  }

  close(): void {
    this.supply.close();
    this.thread.close();
  }
}

import { isWorldCode } from '@badger/core/port/world-codes';
import { fail, ok, type Result } from '@badger/core/base/result';
import type { LiveSimulator } from '../../live-types.ts';

/** What the control service of the simulated bench tells. */
export interface WorldState {
  readonly speed: number;
  /** Faults that a bench can be given for practice. */
  readonly benchFaults: readonly string[];
  readonly stations: readonly {
    readonly id: string;
    readonly name: string;
    readonly ratedMa: number;
    readonly unit: string | null;
    readonly padHeld: boolean;
    readonly vehicleFeeds: boolean;
    readonly boxPort: number;
    readonly supplyPort: number;
    readonly chipPort: number;
    readonly sensePort: number;
    readonly benchFaults: readonly string[];
    /** Unit whose chip is on the programmer. */
    readonly chip: string | null;
  }[];
  readonly units: readonly { readonly tag: string; readonly family: string }[];
  /** Units whose memory chip a programmer can reach. */
  readonly chips: readonly { readonly tag: string; readonly family: string }[];
  readonly doipPort: number;
  readonly partsPort: number;
  readonly stepsPort: number;
  readonly filesPort: number;
  /** Vehicle that the diagnostic cable is in. */
  readonly plugged: string | null;
  readonly pluggedStation: string | null;
  readonly vehicles: LiveSimulator['vehicles'];
}

export interface SimulatedVehicle {
  readonly plug?: string | null;
  readonly station?: string;
  readonly vehicle?: string;
  readonly ignition?: 'off' | 'on' | 'running';
  readonly support?: boolean;
  readonly script?: string;
  readonly unit?: string | null;
}

/**
 * The hands at the simulated bench, over HTTP. With real devices there is no such service and no such client.
 * Errors: `world.link.absent`, and the codes of the service (`world.unit.elsewhere`, `world.speed.outside` …).
 */
export class WorldClient {
  readonly #url: string;
  latest: WorldState | undefined;

  constructor(url: string) {
    this.#url = url;
  }

  load(): Promise<Result<WorldState>> {
    return this.#call('/world');
  }

  setStation(
    station: string,
    change: {
      unit?: string | null;
      padHeld?: boolean;
      vehicleFeeds?: boolean;
      chip?: string | null;
      faults?: readonly string[];
    }
  ): Promise<Result<WorldState>> {
    return this.#call('/station', { station, ...change });
  }

  vehicle(change: SimulatedVehicle): Promise<Result<WorldState>> {
    return this.#call('/vehicle', change);
  }

  setSpeed(factor: number): Promise<Result<WorldState>> {
    return this.#call('/speed', { factor });
  }

  async #call(path: string, body?: unknown): Promise<Result<WorldState>> {
    try {
      const response = await fetch(`${this.#url}${path}`, {
        method: body === undefined ? 'GET' : 'POST',
        ...(body === undefined ? {} : { body: JSON.stringify(body) }),
        signal: AbortSignal.timeout(3000)
      });
      const answer = (await response.json()) as WorldState & { code?: unknown };
      if (!response.ok) return fail(isWorldCode(answer.code) ? answer.code : 'world.link.absent');
      this.latest = answer;
      return ok(answer);
    } catch {
      return fail('world.link.absent');
    }
  }
}

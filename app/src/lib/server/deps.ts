import type { Profile } from '@badger/core/profile/profile';
import type { VehicleLayout } from '@badger/core/scan/layout';
import type { Bench } from './bench/bench.ts';
import type { FileClient } from './bench/file-client.ts';
import type { PartsClient } from './bench/parts-client.ts';
import type { StepsClient } from './bench/steps-client.ts';
import type { RefusedProfile } from './services/families/load-profiles.ts';
import type { Db } from './db/client.ts';
import type { Log } from './log.ts';
import type { ShopClock } from './shop-clock.ts';
import type { Vault } from './vault/vault.ts';

/** What the services work with; made once in the composition root, or by a test. */
export interface Deps {
  readonly db: Db;
  /** Seals and opens what is kept. */
  readonly vault: Vault;
  readonly clock: ShopClock;
  readonly bench: Bench;
  readonly profiles: ReadonlyMap<string, Profile>;
  /** Profile files that do not hold, with the place and the reason. */
  readonly refusedProfiles: readonly RefusedProfile[];
  /** The shop's parts service; undefined where there is none. */
  readonly parts: PartsClient | undefined;
  /** The service of paid steps of a server; undefined where there is none. */
  readonly steps: StepsClient | undefined;
  /** The service that makes files for units; undefined where there is none. */
  readonly files: FileClient | undefined;
  /** Where the units of the known makes answer. */
  readonly layouts: readonly VehicleLayout[];
  readonly log: Log;
  /** Folder for finished reads that no database would take; undefined: nowhere. */
  readonly unsavedDir: string | undefined;
  /** Number under which this process owns operations. */
  readonly owner: number;
  /** Sample period, progress flush and similar; tests may shorten it. Units: ms. */
  readonly heartbeatMs: number;
}

import { randomInt } from 'node:crypto';
import { setTimeout as sleep } from 'node:timers/promises';
import { resolve } from 'node:path';
import pino from 'pino';
import { DOIP_PORT } from '@badger/core/doip/codec';
import { Bench } from './bench/bench.ts';
import { FileClient } from './bench/file-client.ts';
import { PartsClient } from './bench/parts-client.ts';
import { StepsClient } from './bench/steps-client.ts';
import { createDb, migrateDb } from './db/client.ts';
import type { Deps } from './deps.ts';
import { makeShopClock } from './shop-clock.ts';
import { listStations, saveStation } from './repositories/stations.ts';
import { seedDemo } from './demo/demo.ts';
import { parseStations, USUAL_DEVICES } from './services/kit/configured-stations.ts';
import { loadLayouts } from './services/families/load-layouts.ts';
import { loadProfiles } from './services/families/load-profiles.ts';
import { keepFollowingFiles } from './services/build/follow-files.ts';
import { rehearseDemo } from './demo/rehearse-demo.ts';
import { keepSupplyTraces } from './services/kit/keep-supply-trace.ts';
import { keepWatching } from './services/shop/watch-shop.ts';
import { recordTrip } from './services/operation/record-trip.ts';
import { holdOwnerLock, keepRecovering } from './services/operation/recover.ts';
import { WorldClient } from './bench/world-client.ts';
import { sealOldImages } from './repositories/images.ts';
import { openVault } from './vault/open-vault.ts';
import type { KeySource } from './vault/wrapping-key.ts';

export interface Root {
  readonly deps: Deps;
  close(): Promise<void>;
}

export interface RootOptions {
  readonly databaseUrl: string | undefined;
  /** What opens the data keys: from outside the database. */
  readonly key: KeySource;
  readonly worldUrl?: string | undefined;
  readonly profilesDir?: string | undefined;
  readonly demo: boolean;
  /** JSON text of stations with real devices. */
  readonly stations?: string | undefined;
  /** Where a real vehicle's DoIP entity listens: `HOST` or `HOST:PORT`. */
  readonly doip?: string | undefined;
  /** Address and key of the shop's parts service; the simulated world brings its own. */
  readonly parts?: { readonly url: string; readonly key: string } | undefined;
  /** The same for the service of paid steps, and for the file service. */
  readonly steps?: { readonly url: string; readonly key: string } | undefined;
  readonly files?: { readonly url: string; readonly key: string } | undefined;
  /** What counts as now: see {@link makeShopClock}. */
  readonly now?: string | undefined;
  /** Bring a freshly seeded demo to its stops by working on the simulated bench. */
  readonly rehearse?: boolean;
  readonly unsavedDir?: string | undefined;
  readonly log?: Deps['log'];
  readonly migrationsDir?: string | undefined;
}

/** Puts the application together: database, profiles, stations, recovery. */
export async function createRoot(options: RootOptions): Promise<Root> {
  const log = options.log ?? pino({ level: process.env['LOG_LEVEL'] ?? 'info' });
  const clock = makeShopClock(options.now);
  const { db, vault } = await openStore(options, { clock, log });
  const folder = resolve(options.profilesDir ?? '../profiles');
  const { profiles, refused: refusedProfiles } = await loadProfiles(db, folder, log);
  const layouts = loadLayouts(`${folder}/vehicles`, log);
  await takeStations(db, options);
  const seeded = options.demo && (await seedDemo(db, clock.now()));
  const bench = new Bench(await listStations(db), options.worldUrl, parseDoip(options.doip));
  await bench.world?.load();
  const owner = randomInt(1, 2 ** 31 - 1);
  const releaseOwner = holdOwnerLock(options.databaseUrl as string, owner);
  const deps: Deps = {
    unsavedDir: options.unsavedDir,
    ...{
      db,
      vault,
      clock,
      bench,
      profiles,
      refusedProfiles,
      layouts,
      ...servicesOf(options, bench),
      log,
      owner
    },
    heartbeatMs: 1000
  };
  const stopRecovering = keepRecovering(deps);
  const stopWatching = keepWatching(deps);
  const stopTraces = keepSupplyTraces(deps);
  const stopFiles = keepFollowingFiles(deps);
  for (const station of bench.stations.values())
    station.onTrip((trip) => void recordTrip(deps, station, trip));
  if (seeded && options.rehearse) await rehearseDemo(deps, bench.world?.latest?.speed ?? 30);
  return {
    deps,
    async close() {
      stopRecovering();
      stopWatching();
      await endExercises(bench);
      await Promise.all([stopFiles(), stopTraces()]);
      bench.close();
      await drain(bench);
      await releaseOwner();
      await db.$client.end();
    }
  };
}

/** The database as it is today, and what seals it. */
async function openStore(
  options: RootOptions,
  { clock, log }: Pick<Deps, 'clock' | 'log'>
): Promise<Pick<Deps, 'db' | 'vault'>> {
  const db = createDb(options.databaseUrl, { options: clock.databaseOptions });
  await migrateDb(db, options.migrationsDir);
  const vault = await openVault(db, options.key);
  const sealed = await sealOldImages(db, vault);
  if (sealed > 0) log.info({ pieces: sealed }, 'images of an earlier version are sealed now');
  return { db, vault };
}

/** A stage that is driven now is given back before the devices are let go. */
async function endExercises(bench: Bench): Promise<void> {
  for (const live of bench.exercises.values()) live.stopped = true;
  const deadline = performance.now() + DRAIN_MS;
  while (bench.exercises.size > 0 && performance.now() < deadline) await sleep(25);
}

const DRAIN_MS = 4000;

/** Ends that are being stored come to theirs, in the database or in a file; what runs without one is found by the next start. */
async function drain(bench: Bench): Promise<void> {
  const deadline = performance.now() + DRAIN_MS;
  while (bench.running.size > 0 && performance.now() < deadline) await sleep(50);
}

/** Stations of the simulated bench, and those of the environment. */
async function takeStations(db: Deps['db'], { worldUrl, stations }: RootOptions): Promise<void> {
  if (worldUrl) await takeStationsFromWorld(db, worldUrl);
  for (const station of parseStations(stations)) await saveStation(db, station);
}

/** The simulated bench tells where its devices listen; with real ones the rows are entered by hand. */
async function takeStationsFromWorld(db: Deps['db'], url: string): Promise<void> {
  const world = await new WorldClient(url).load();
  if (!world.ok) return;
  for (const s of world.value.stations) {
    await saveStation(db, {
      ...USUAL_DEVICES,
      id: s.id,
      name: s.name,
      ratedMa: s.ratedMa,
      host: '127.0.0.1',
      boxPort: s.boxPort,
      supplyPort: s.supplyPort,
      chipPort: s.chipPort,
      sensePort: s.sensePort
    });
  }
}

/** Key of the simulated parts service; a real one comes from the environment. */
const DEMO_PARTS_KEY = 'saltmarsh-parts-key';

const DEMO_STEPS_KEY = 'saltmarsh-steps-key';

const DEMO_FILES_KEY = 'saltmarsh-files-key';

/** Services over HTTP: as configured, or those of the simulated world. */
function servicesOf(
  { parts, steps, files }: RootOptions,
  { world }: Bench
): Pick<Deps, 'parts' | 'steps' | 'files'> {
  const at = (port: number) => `http://127.0.0.1:${port}`;
  const { partsPort, stepsPort, filesPort } = world?.latest ?? {};
  const partsAt = parts ?? (partsPort ? { url: at(partsPort), key: DEMO_PARTS_KEY } : undefined);
  const stepsAt = steps ?? (stepsPort ? { url: at(stepsPort), key: DEMO_STEPS_KEY } : undefined);
  const filesAt = files ?? (filesPort ? { url: at(filesPort), key: DEMO_FILES_KEY } : undefined);
  return {
    files: filesAt && new FileClient(filesAt.url, filesAt.key),
    parts: partsAt && new PartsClient(partsAt.url, partsAt.key),
    steps: stepsAt && new StepsClient(stepsAt.url, stepsAt.key)
  };
}

function parseDoip(text: string | undefined) {
  const match = /^([^:\s]+)(?::(\d{1,5}))?$/.exec(text ?? '');
  return match ? { host: match[1] as string, port: Number(match[2] ?? DOIP_PORT) } : undefined;
}

import { statfs } from 'node:fs/promises';
import type { Deps } from '../../deps.ts';
import { readDataFolder, ping } from '../../repositories/clock.ts';

const PING_MS = 1000;
/** A database that takes longer for nothing is away. */
const PATIENCE_MS = 2500;
const DISK_EVERY = 5;

/**
 * Watches what all work rests on: whether the database answers, and how much room its disk has. The pages are told when
 * either changes. Gives the function that stops it.
 */
export function keepWatching(deps: Deps): () => void {
  const { bench } = deps;
  let stopped = false;
  let round = 0;
  let folder: string | undefined;
  let timer: NodeJS.Timeout | undefined;
  const look = async () => {
    const away = !(await answers(deps));
    if (stopped) return;
    if (away !== bench.databaseAway) {
      bench.databaseAway = away;
      deps.log.warn(away ? 'the database is away' : 'the database is back');
      bench.changed();
    }
    if (!away && round++ % DISK_EVERY === 0) {
      folder ??= await readDataFolder(deps.db).catch(() => undefined);
      bench.freeBytes = folder === undefined ? undefined : await freeOf(folder);
    }
    timer = setTimeout(() => void look(), PING_MS);
  };
  void look();
  return () => {
    stopped = true;
    clearTimeout(timer);
  };
}

async function answers(deps: Deps): Promise<boolean> {
  let timer: NodeJS.Timeout | undefined;
  const late = new Promise<boolean>((resolve) => {
    timer = setTimeout(() => resolve(false), PATIENCE_MS);
  });
  const asked = ping(deps.db).then(
    () => true,
    () => false
  );
  const here = await Promise.race([asked, late]);
  clearTimeout(timer);
  return here;
}

/** Undefined for a folder that is not on this machine: a database elsewhere keeps its own watch. */
export async function freeOf(folder: string): Promise<number | undefined> {
  try {
    const disk = await statfs(folder);
    return disk.bavail * disk.bsize;
  } catch {
    return undefined;
  }
}

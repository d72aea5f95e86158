import { createRoot, type Root } from './root.ts';
import type { Deps } from './deps.ts';
import type { KeySource } from './vault/wrapping-key.ts';

let root: Root | undefined;

/** Makes the application's root once, before the first request. */
export async function startRoot(): Promise<void> {
  root ??= await createRoot({
    databaseUrl: process.env['DATABASE_URL'],
    key: keyOf(process.env),
    worldUrl: process.env['WORLD_URL'],
    stations: process.env['BADGER_STATIONS'],
    doip: process.env['BADGER_DOIP'],
    parts: process.env['BADGER_PARTS_URL']
      ? { url: process.env['BADGER_PARTS_URL'], key: process.env['BADGER_PARTS_KEY'] ?? '' }
      : undefined,
    steps: process.env['BADGER_STEPS_URL']
      ? { url: process.env['BADGER_STEPS_URL'], key: process.env['BADGER_STEPS_KEY'] ?? '' }
      : undefined,
    files: process.env['BADGER_FILES_URL']
      ? { url: process.env['BADGER_FILES_URL'], key: process.env['BADGER_FILES_KEY'] ?? '' }
      : undefined,
    profilesDir: process.env['PROFILES_DIR'],
    unsavedDir: process.env['BADGER_UNSAVED'],
    now: process.env['BADGER_NOW'],
    demo: process.env['BADGER_DEMO'] === '1',
    rehearse: process.env['BADGER_REHEARSE'] !== '0'
  });
}

export async function stopRoot(): Promise<void> {
  await root?.close();
}

/** A passphrase wins over a key file; one of the two there must be. */
function keyOf(env: NodeJS.ProcessEnv): KeySource {
  const { BADGER_PASSPHRASE: passphrase, BADGER_KEY_FILE: file } = env;
  if (passphrase) return { passphrase };
  if (!file) throw new Error('BADGER_KEY_FILE (or BADGER_PASSPHRASE) is not set');
  return { file };
}

/** The dependencies of the running application. Throws before {@link startRoot}. */
export function deps(): Deps {
  if (!root) throw new Error('the application has not started');
  return root.deps;
}

import { execFileSync } from 'node:child_process';
import { fileURLToPath } from 'node:url';

// One private cluster for the whole run; an existing server given by DATABASE_URL is used as it is.
export default function setup() {
  // the thread that drives the stations, as it stands in the sources now
  execFileSync(process.execPath, [fileURLToPath(new URL('./bundle-thread.mjs', import.meta.url))]);
  if (process.env['DATABASE_URL']) return;
  const script = fileURLToPath(new URL('./pg.sh', import.meta.url));
  const env = {
    ...process.env,
    PG_FAST: '1',
    PG_DIR: fileURLToPath(new URL('../.badger/pg-test', import.meta.url))
  };
  process.env['DATABASE_URL'] = execFileSync('bash', [script, 'start', 'badger'], {
    env,
    encoding: 'utf8',
    stdio: ['ignore', 'pipe', 'inherit']
  }).trim();
  return () => {
    execFileSync('bash', [script, 'stop'], { env, stdio: 'ignore' });
  };
}

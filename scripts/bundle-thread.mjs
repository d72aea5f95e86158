// Makes the thread of a station one file that Node runs as it is, for the build, the development server and the tests.
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';

const root = join(dirname(fileURLToPath(import.meta.url)), '..');

await build({
  entryPoints: [join(root, 'app/src/lib/server/station/thread.ts')],
  outfile: join(root, 'app/thread/station.js'),
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  logLevel: 'warning'
});

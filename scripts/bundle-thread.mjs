// Makes each thread of the server one file that Node runs as it is, for the build, the development server and the tests.
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';

const root = join(dirname(fileURLToPath(import.meta.url)), '..');

await build({
  entryPoints: [
    { in: join(root, 'app/src/lib/server/station/thread.ts'), out: 'station' },
    { in: join(root, 'app/src/lib/server/judge/thread.ts'), out: 'judge' },
    { in: join(root, 'app/src/lib/server/papers/thread.ts'), out: 'paper' }
  ],
  outdir: join(root, 'app/thread'),
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  // read their own files beside them
  external: ['pdfmake', 'fontkit'],
  logLevel: 'warning'
});

// Small changes to the safety-relevant files of the core, and whether the tests of their own folder notice them.
//   npm run mutants                 all folders, about half an hour on two cores
//   npm run mutants -- gates proof  only these
import { spawnSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

const root = join(dirname(fileURLToPath(import.meta.url)), '..');
/** Folder and the share of changes that may live. Units: percent. */
const FOLDERS = {
  gates: 5,
  proof: 5,
  match: 5,
  reads: 5,
  clone: 5,
  operation: 5,
  access: 5,
  checksum: 10,
  electrical: 10,
  isotp: 10
};
const ALIVE = ['Survived', 'NoCoverage'];
const COUNTED = [...ALIVE, 'Killed', 'Timeout'];

const wanted = process.argv.slice(2);
const unknown = wanted.filter((f) => !(f in FOLDERS));
if (unknown.length > 0) {
  console.error(
    `no such folder: ${unknown.join(', ')}; there are ${Object.keys(FOLDERS).join(', ')}`
  );
  process.exit(2);
}

let over = false;
for (const folder of wanted.length > 0 ? wanted : Object.keys(FOLDERS)) {
  const { status } = spawnSync(
    join(root, 'node_modules/.bin/stryker'),
    [
      'run',
      '--mutate',
      `core/src/${folder}/**/*.ts,!core/src/**/*.test.ts,!core/src/proof/scenarios.ts,!core/src/proof/ask-scenario.ts`
    ],
    { cwd: root, stdio: 'inherit', env: { ...process.env, MUTANT_FOLDER: folder } }
  );
  if (status !== 0) process.exit(status ?? 1);
  over = table(folder) || over;
}
process.exit(over ? 1 : 0);

/** Prints the figures by file; true when more live than may. */
function table(folder) {
  const { files } = JSON.parse(readFileSync(join(root, '.badger/mutants.json'), 'utf8'));
  let alive = 0;
  let total = 0;
  for (const [path, { mutants }] of Object.entries(files)) {
    const counted = mutants.filter((m) => COUNTED.includes(m.status));
    const living = counted.filter((m) => ALIVE.includes(m.status)).length;
    alive += living;
    total += counted.length;
    console.log(row(path.replace('core/src/', ''), living, counted.length));
  }
  console.log(row(`${folder} (at most ${FOLDERS[folder]} %)`, alive, total));
  return (100 * alive) / Math.max(1, total) > FOLDERS[folder];
}

function row(name, alive, total) {
  const share = total === 0 ? 0 : (100 * alive) / total;
  return `| ${name.padEnd(34)} | ${String(total).padStart(5)} | ${String(alive).padStart(5)} | ${share.toFixed(1).padStart(5)} % |`;
}

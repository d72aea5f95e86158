// Starts and stops the parts of the application: database, simulated bench, application. Plain JavaScript without
// packages, so that it can also clean up when nothing is installed.
import { execFileSync, spawn } from 'node:child_process';
import {
  createWriteStream,
  existsSync,
  mkdirSync,
  readFileSync,
  rmSync,
  writeFileSync
} from 'node:fs';
import { createServer } from 'node:net';
import { join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';

const root = fileURLToPath(new URL('..', import.meta.url)).replace(/\/$/, '');
const [command, ...rest] = process.argv.slice(2);
const options = parseOptions(rest);
const data = resolve(root, options.data ?? '.badger');
const runFile = join(data, 'run.json');
const DEFAULT_PORT = 8420;

function say(text) {
  process.stderr.write(`badger: ${text}\n`);
}

function parseOptions(words) {
  const out = {};
  for (let i = 0; i < words.length; i++) {
    if (words[i] === '--empty') out.empty = true;
    else if (['--port', '--host', '--data'].includes(words[i])) out[words[i].slice(2)] = words[++i];
    else {
      say(`"${words[i]}" is not understood`);
      process.exit(2);
    }
  }
  if (out.port !== undefined && !(Number(out.port) > 0 && Number(out.port) < 65536)) {
    say(`"${out.port}" is no port`);
    process.exit(2);
  }
  return out;
}

function readRun() {
  try {
    return JSON.parse(readFileSync(runFile, 'utf8'));
  } catch {
    return undefined;
  }
}

/** True when the process lives and is really one of ours, not a stranger under a used-again number. */
function isOurs(pid, word) {
  try {
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes(word);
  } catch {
    return false;
  }
}

const sleep = (ms) => new Promise((r) => setTimeout(r, ms));

/** Ends a process; one that says what it waits for is given all the time that it needs, unless somebody insists. */
async function endProcess(pid, word, isWaiting = () => false) {
  if (!isOurs(pid, word)) return;
  process.kill(pid, 'SIGTERM');
  for (let i = 0; (i < 120 || isWaiting()) && isOurs(pid, word) && !insisted; i++) await sleep(100);
  if (isOurs(pid, word)) process.kill(pid, 'SIGKILL');
  while (isOurs(pid, word)) await sleep(20);
}

function pg(...args) {
  return execFileSync('bash', [join(root, 'scripts/pg.sh'), ...args], {
    encoding: 'utf8',
    stdio: ['ignore', 'pipe', 'inherit'],
    env: { ...process.env, PG_DIR: join(data, 'pg') }
  }).trim();
}

function pgRuns() {
  try {
    execFileSync('bash', [join(root, 'scripts/pg.sh'), 'status'], {
      stdio: 'ignore',
      env: { ...process.env, PG_DIR: join(data, 'pg') }
    });
    return true;
  } catch {
    return false;
  }
}

/** Ends what an earlier start has left: children of a launcher that was killed. */
async function sweep() {
  const run = readRun();
  if (!run) return;
  for (const child of run.children ?? []) await endProcess(child.pid, child.word);
  rmSync(runFile, { force: true });
}

function isFree(port, host) {
  return new Promise((done) => {
    const probe = createServer();
    probe.once('error', () => done(false));
    probe.listen(port, host, () => probe.close(() => done(true)));
  });
}

async function choosePort(host) {
  if (options.port) {
    if (await isFree(Number(options.port), host)) return Number(options.port);
    say(`port ${options.port} is taken by another program: leave --port out, or name a free one`);
    process.exit(1);
  }
  for (let port = DEFAULT_PORT; port < DEFAULT_PORT + 40; port++) {
    if (await isFree(port, host)) return port;
  }
  say(`no free port from ${DEFAULT_PORT} to ${DEFAULT_PORT + 39}: name one with --port`);
  process.exit(1);
}

let children = [];
let stopping = false;
let startedPg = false;
/** What the application waits for before it goes, in a sentence; empty when it waits for nothing. */
let waiting = '';
let toldAt = 0;
/** A second Ctrl-C: now, whatever it costs. */
let insisted = false;
const WAITING = /badger:waiting (.*)/;
/** The application says what it waits for every few seconds; a sentence older than that is over. */
const WAITING_FRESH_MS = 20_000;

/** Starts a child in its own group (Ctrl-C reaches only the launcher) and waits for a line that fits `ready`. */
function startChild(name, args, { env, word, ready, cwd = root, onEnd }) {
  mkdirSync(join(data, 'log'), { recursive: true });
  const log = createWriteStream(join(data, 'log', `${name}.log`), { flags: 'a' });
  const child = spawn(process.execPath, args, {
    cwd,
    env: { ...process.env, ...env },
    stdio: ['ignore', 'pipe', 'pipe'],
    detached: true
  });
  children.push({ pid: child.pid, word, name });
  return new Promise((done, broken) => {
    let text = '';
    let tail = [];
    const take = (chunk) => {
      log.write(chunk);
      const word = WAITING.exec(String(chunk))?.[1];
      if (word) tellWaiting(word);
      tail = [...tail, ...String(chunk).split('\n')].slice(-12);
      if (text === undefined) return;
      text += chunk;
      const match = ready.exec(text);
      if (match) {
        text = undefined;
        done(match);
      }
    };
    child.stdout.on('data', take);
    child.stderr.on('data', take);
    child.on('exit', (code) => {
      children = children.filter((c) => c.pid !== child.pid);
      if (stopping) return;
      say(`${name} ended (${code ?? 'killed'}). Its last words:\n${tail.join('\n')}`);
      // one that never came up is the caller's matter, one that was up is its own
      if (text === undefined) onEnd();
      else broken(new Error(name));
    });
  });
}

function writeRun(url) {
  writeFileSync(
    runFile,
    JSON.stringify({ pid: process.pid, url, children, startedPg, waiting }, null, 2)
  );
}

function tellWaiting(sentence) {
  if (sentence !== waiting)
    say(`waiting: ${sentence}. Ctrl-C again stops at once and leaves it half written.`);
  waiting = sentence;
  toldAt = performance.now();
  writeRun(readRun()?.url ?? '');
}

/** The first time in good order; the second time at once, with a word on what that costs. */
function askedToStop() {
  if (!stopping) {
    void stopAll(0);
    return;
  }
  if (insisted) return;
  insisted = true;
  say(
    waiting
      ? `stopping at once: ${waiting}. Its memory is left half written; the record will say that it was cut off, and it has to be written again.`
      : 'stopping at once'
  );
}

async function stopAll(code) {
  if (stopping) return;
  stopping = true;
  const isWaiting = () => waiting !== '' && performance.now() - toldAt < WAITING_FRESH_MS;
  for (const child of [...children].reverse()) await endProcess(child.pid, child.word, isWaiting);
  if (startedPg) {
    try {
      pg('stop');
    } catch {
      say('the private database could not be stopped');
    }
  }
  rmSync(runFile, { force: true });
  process.exit(code);
}

async function start(dev) {
  mkdirSync(data, { recursive: true });
  const run = readRun();
  if (run && isOurs(run.pid, 'launch.mjs')) {
    say(`already running`);
    console.log(run.url);
    return;
  }
  await sweep();
  process.on('SIGINT', askedToStop).on('SIGTERM', askedToStop);
  const host = options.host ?? '127.0.0.1';
  const port = await choosePort(host);
  const databaseUrl = process.env.DATABASE_URL ?? startDatabase();
  writeRun('');
  // with real devices configured nothing is simulated
  const worldUrl = process.env.BADGER_STATIONS ? undefined : await startWorld();
  const env = {
    DATABASE_URL: databaseUrl,
    PROFILES_DIR: join(root, 'profiles'),
    MIGRATIONS_DIR: join(root, 'app/drizzle'),
    BADGER_DEMO: options.empty ? '0' : '1',
    BADGER_UNSAVED: join(data, 'unsaved'),
    BADGER_KEY_FILE: process.env.BADGER_KEY_FILE ?? join(data, 'key'),
    HOST: host,
    PORT: String(port),
    NODE_ENV: dev ? 'development' : 'production',
    ...(worldUrl ? { WORLD_URL: worldUrl } : {})
  };
  writeRun('');
  const url = `http://${host === '0.0.0.0' ? 'localhost' : host}:${port}`;
  const app = dev
    ? [[join(root, 'node_modules/vite/bin/vite.js'), 'dev'], /ready in/]
    : [[join(root, 'app/server.js')], /listening on/];
  await runApp(app, env, url);
  if (startedPg) watchDatabase();
  writeRun(url);
  say(options.empty ? 'started with an empty shop' : 'started with the Saltmarsh demo');
  console.log(url);
  say('Ctrl-C stops it');
}

const restarts = [];
const MOST_RESTARTS = 5;
const RESTARTS_WITHIN_MS = 60_000;

/** An application that ends by itself is started again, without taking the bench down; one that ends at once is not. */
async function runApp(app, env, url) {
  const again = () => {
    const now = performance.now();
    restarts.push(now);
    if (restarts.filter((t) => now - t < RESTARTS_WITHIN_MS).length > MOST_RESTARTS) {
      say('the application ends again and again: giving up');
      void stopAll(1);
      return;
    }
    say('starting the application again');
    setTimeout(() => {
      if (!stopping)
        runApp(app, env, url)
          .then(() => writeRun(url))
          .catch(again);
    }, 1000);
  };
  await startChild('app', app[0], {
    env,
    word: app[0][0],
    ready: app[1],
    cwd: join(root, 'app'),
    onEnd: again
  });
  if (restarts.length > 0) say('the application is back');
}

/** A database that died is started again on its old port; the application finds it by itself. */
function watchDatabase() {
  let looking = false;
  setInterval(() => {
    if (looking || stopping) return;
    looking = true;
    runPg('status').then(async (up) => {
      if (!up && !stopping) {
        say('the database has died: starting it again');
        if (await runPg('start')) say('the database is back');
      }
      looking = false;
    });
  }, 2000).unref();
}

/** Runs pg.sh without holding the launcher; true when it went well. */
function runPg(...args) {
  return new Promise((done) => {
    const child = spawn('bash', [join(root, 'scripts/pg.sh'), ...args], {
      stdio: 'ignore',
      env: { ...process.env, PG_DIR: join(data, 'pg') }
    });
    child.on('error', () => done(false));
    child.on('exit', (code) => done(code === 0));
  });
}

function startDatabase() {
  startedPg = !pgRuns();
  return pg('start', options.empty ? 'badger' : 'badger_demo');
}

async function startWorld() {
  const script = join(root, 'standins/src/main.ts');
  const ready = await startChild('standins', ['--import', 'tsx', script], {
    word: script,
    // the shop goes on without its simulated bench: its stations say that their links are lost
    onEnd: () => say('the simulated bench is gone; start again to have it back'),
    ready: /"control":"([^"]+)"/,
    env: {
      PROFILES_DIR: join(root, 'profiles'),
      WORLD_DIR: join(data, options.empty ? 'world-own' : 'world')
    }
  });
  return ready[1];
}

async function stop() {
  const run = readRun();
  if (run && isOurs(run.pid, 'launch.mjs')) {
    process.kill(run.pid, 'SIGTERM');
    let told = '';
    for (let i = 0; isOurs(run.pid, 'launch.mjs'); i++) {
      const { waiting: sentence = '' } = readRun() ?? {};
      if (sentence && sentence !== told) say(`waiting: ${sentence}`);
      told = sentence;
      if (i > 300 && !sentence) {
        say('it does not end by itself; look at its log');
        process.exit(1);
      }
      await sleep(100);
    }
    say('stopped');
    return;
  }
  await sweep();
  if (existsSync(join(data, 'pg')) && pgRuns()) pg('stop');
  say(run ? 'cleaned up what an earlier start had left' : 'nothing was running');
}

if (command === 'start') await start(false).catch(() => stopAll(1));
else if (command === 'dev') await start(true).catch(() => stopAll(1));
else if (command === 'stop') await stop();
else if (command === 'running') {
  const run = readRun();
  if (!run?.url || !isOurs(run.pid, 'launch.mjs')) process.exit(1);
  say('already running');
  console.log(run.url);
} else if (command === 'status') {
  const run = readRun();
  const up = run && isOurs(run.pid, 'launch.mjs');
  console.log(`${'application'.padEnd(22)} ${up ? run.url : 'not running'}`);
} else {
  say('start, dev, stop or status');
  process.exit(2);
}

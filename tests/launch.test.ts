import { spawn, execFileSync } from 'node:child_process';
import { createServer } from 'node:net';
import { readFileSync, rmSync } from 'node:fs';
import { afterEach, describe, expect, it } from 'vitest';
import { at, until } from './support/shop.ts';
import { Client, freePort } from './support/server.ts';

const pause = (ms: number) => new Promise((r) => setTimeout(r, ms));

/** `./badger start` as a newcomer meets it: twice, after a crash, with a port taken, and Ctrl-C. */
describe('the launcher', () => {
  const data = '.badger/launch-test';
  const launch = (...args: string[]) => {
    const rest = { ...process.env };
    delete rest['DATABASE_URL'];
    const child = spawn(process.execPath, [at('scripts/launch.mjs'), ...args, '--data', data], {
      cwd: at('.'),
      env: { ...rest, PG_FAST: '1', BADGER_REHEARSE: '0', LOG_LEVEL: 'error' },
      stdio: ['ignore', 'pipe', 'pipe']
    });
    const out = { text: '', code: undefined as number | null | undefined };
    child.stdout.on('data', (d) => (out.text += String(d)));
    child.stderr.on('data', (d) => (out.text += String(d)));
    child.on('exit', (code) => (out.code = code));
    return { child, out, ended: () => until(() => out.code !== undefined, 30_000) };
  };
  const started = (out: { text: string }) =>
    until(() => out.text.includes('Ctrl-C stops it'), 50_000);
  const urlOf = (out: { text: string }) => /http:\/\/\S+/.exec(out.text)?.[0] ?? '';
  const answers = (url: string) =>
    fetch(`${url}/sign-in`).then(
      (r) => r.status,
      () => 0
    );
  const children = () =>
    (JSON.parse(readFileSync(at(`${data}/run.json`), 'utf8')) as { children: { pid: number }[] })
      .children;
  // an orphan that has ended stays in the table until somebody collects it: it does not live
  const alive = (pid: number) => {
    try {
      return !/\) [ZX] /.test(readFileSync(`/proc/${pid}/stat`, 'utf8'));
    } catch {
      return false;
    }
  };
  const pgRuns = () => {
    try {
      execFileSync('bash', [at('scripts/pg.sh'), 'status'], {
        env: { ...process.env, PG_DIR: at(`${data}/pg`) },
        stdio: 'ignore'
      });
      return true;
    } catch {
      return false;
    }
  };

  afterEach(async () => {
    const stop = launch('stop');
    await stop.ended();
    execFileSync('bash', [at('scripts/pg.sh'), 'destroy'], {
      env: { ...process.env, PG_DIR: at(`${data}/pg`) },
      stdio: 'ignore'
    });
    rmSync(at(data), { recursive: true, force: true });
  });

  it('starts once, says so the second time, and Ctrl-C stops all it started', async () => {
    const first = launch('start');
    await started(first.out);
    const url = urlOf(first.out);
    expect(await answers(url)).toBe(200);
    const second = launch('start');
    await second.ended();
    expect(second.out.text).toContain('already running');
    expect(urlOf(second.out)).toBe(url);
    const pids = children().map((c) => c.pid);
    expect(pids).toHaveLength(2);
    first.child.kill('SIGINT');
    await first.ended();
    expect(first.out.code).toBe(0);
    expect(pids.filter(alive)).toEqual([]);
    expect(pgRuns()).toBe(false);
    expect(await answers(url)).toBe(0);
  });

  it('after a crash cleans up what was left and starts again with everything kept', async () => {
    const first = launch('start');
    await started(first.out);
    const pids = children().map((c) => c.pid);
    first.child.kill('SIGKILL');
    await first.ended();
    expect(pids.filter(alive)).toEqual(pids);
    const before = performance.now();
    const second = launch('start');
    await started(second.out);
    // a second start is quick; generous here, the figure itself is taken by hand
    expect(performance.now() - before).toBeLessThan(30_000);
    expect(pids.filter(alive)).toEqual([]);
    expect(await answers(urlOf(second.out))).toBe(200);
    second.child.kill('SIGTERM');
    await second.ended();
  });

  it('a database and an application that die are started again, and the rest stays', async () => {
    const shop = launch('start');
    await started(shop.out);
    const url = urlOf(shop.out);
    const find = (word: string) =>
      (
        JSON.parse(readFileSync(at(`${data}/run.json`), 'utf8')) as {
          children: { pid: number; name: string }[];
        }
      ).children.find((c) => c.name === word)?.pid ?? 0;
    const bench = find('standins');
    const app = find('app');
    process.kill(app, 'SIGKILL');
    await until(() => shop.out.text.includes('the application is back'), 40_000);
    expect(await answers(url)).toBe(200);
    expect(find('app')).not.toBe(app);
    const postmaster = () =>
      execFileSync('bash', ['-c', `pgrep -f -- "-D ${at(`${data}/pg`)}/data" | head -1`], {
        encoding: 'utf8'
      }).trim();
    const before = postmaster();
    execFileSync('kill', ['-KILL', before]);
    await until(async () => (await answers(url)) === 503, 20_000);
    expect(await (await fetch(`${url}/sign-in`)).text()).toContain('The database is away');
    await until(() => shop.out.text.includes('the database is back'), 40_000);
    await until(async () => (await answers(url)) === 200, 20_000);
    expect(postmaster()).not.toBe(before);
    expect(find('standins')).toBe(bench);
    expect(shop.out.code).toBeUndefined();
    shop.child.kill('SIGINT');
    await shop.ended();
    expect(shop.out.code).toBe(0);
  });

  it('a write is waited for, with a word on the terminal; insisting says what it costs and does it', async () => {
    const shop = launch('start');
    await started(shop.out);
    const url = urlOf(shop.out);
    const client = new Client(url);
    await client.signIn('bench');
    const speed = (factor: number) => client.post('/api/speed', { factor });
    await speed(0);
    const job = { jobNumber: 2031, stationId: 'window' };
    const start = (body: object) =>
      until(async () => {
        await pause(150);
        return (await client.post('/api/operations', { ...job, ...body })).status === 200;
      }, 40_000);
    for (const [role, tag] of [
      ['original', '0417'],
      ['donor', '0388']
    ] as const) {
      await client.powerUp('window', tag);
      await start({ kind: 'identify', role });
      // the whole image is written: a lead may go on without the donor's backup
      const regions = role === 'original' ? ['data-flash', 'program-flash'] : [];
      for (const regionId of [...regions, ...regions])
        await start({ kind: 'read', role, regionId });
    }
    const lead = new Client(url);
    await lead.signIn('lead');
    expect((await lead.post('/api/jobs/2031/waiver', { reason: 'demo units' })).status).toBe(200);
    await until(async () => {
      await pause(150);
      return (await client.post('/api/jobs/2031/clone', {})).status === 200;
    }, 40_000);
    const write = async (factor: number) => {
      await speed(factor);
      await start({ kind: 'write', confirmation: '388' });
      await pause(1500);
    };
    await write(120);
    const stop = launch('stop');
    await until(() => shop.out.text.includes('waiting: donor 0388 of job 2031'), 20_000);
    await until(() => stop.out.text.includes('waiting: donor 0388'), 20_000);
    expect((await client.post('/api/operations', { ...job, kind: 'identify' })).status).toBe(503);
    await speed(0);
    await stop.ended();
    await until(() => shop.out.code !== undefined);
    expect(stop.out.text).toContain('stopped');

    const second = launch('start');
    await started(second.out);
    const again = new Client(urlOf(second.out));
    await again.signIn('bench');
    const page = await (await again.get('/jobs/2031/write')).text();
    expect(page).toContain('written and proven');
    await again.powerUp('window', '0388');
    const begin = (body: object) =>
      until(async () => {
        await pause(150);
        return (await again.post('/api/operations', { ...job, ...body })).status === 200;
      }, 40_000);
    await begin({ kind: 'identify', role: 'donor' });
    await again.post('/api/speed', { factor: 60 });
    await begin({ kind: 'write', confirmation: '388' });
    await pause(1500);
    second.child.kill('SIGINT');
    await until(() => second.out.text.includes('waiting: donor 0388'), 20_000);
    second.child.kill('SIGINT');
    await second.ended();
    expect(second.out.text).toContain('stopping at once: donor 0388 of job 2031');
    expect(second.out.text).toContain('half written');
  }, 180_000);

  it('says plainly that a named port is taken, and steps aside when none is named', async () => {
    const port = await freePort();
    const squatter = createServer().listen(port, '127.0.0.1');
    const refused = launch('start', '--port', String(port));
    await refused.ended();
    expect(refused.out.code).toBe(1);
    expect(refused.out.text).toContain(`port ${port} is taken by another program`);
    squatter.close();
    const nonsense = launch('start', '--port', 'abc');
    await nonsense.ended();
    expect(nonsense.out.text).toContain('"abc" is no port');
    const unknown = launch('start', '--fast');
    await unknown.ended();
    expect(unknown.out.text).toContain('"--fast" is not understood');
  });

  it('an empty shop asks for its first person', async () => {
    const shop = launch('start', '--empty');
    await started(shop.out);
    const url = urlOf(shop.out);
    const first = await fetch(`${url}/jobs`, { redirect: 'manual' });
    expect(first.headers.get('location')).toBe('/set-up');
    const form = (body: string) =>
      fetch(`${url}/set-up`, {
        method: 'POST',
        redirect: 'manual',
        headers: {
          origin: url,
          accept: 'text/html',
          'content-type': 'application/x-www-form-urlencoded'
        },
        body
      });
    expect((await form('name=ann&password=short')).status).toBe(400);
    const made = await form('name=ann&password=long-enough-1');
    expect(made.headers.get('location')).toBe('/');
    // and she is signed in at once
    const cookie = made.headers
      .getSetCookie()
      .map((c) => c.split(';')[0])
      .join('; ');
    expect((await fetch(`${url}/jobs`, { redirect: 'manual', headers: { cookie } })).status).toBe(
      200
    );
    // the door is closed behind the first
    expect((await form('name=bob&password=long-enough-2')).headers.get('location')).toBe(
      '/sign-in'
    );
    const bob = await fetch(`${url}/sign-in?/in`, {
      method: 'POST',
      redirect: 'manual',
      headers: {
        origin: url,
        accept: 'text/html',
        'content-type': 'application/x-www-form-urlencoded'
      },
      body: 'name=bob&password=long-enough-2'
    });
    expect(bob.status).toBe(401);
    expect(await (await fetch(`${url}/sign-in`)).text()).not.toContain('saltmarsh');
    shop.child.kill('SIGTERM');
    await shop.ended();
  });
});

// The built application as a process of its own, spoken to over HTTP as a browser would.
import { spawn, type ChildProcess } from 'node:child_process';
import { createServer } from 'node:net';
import { at } from './shop.ts';

export interface Server {
  readonly url: string;
  readonly child: ChildProcess;
  /** Resolves with the exit when the process has gone. */
  readonly gone: Promise<void>;
}

export async function freePort(): Promise<number> {
  return new Promise((resolve) => {
    const probe = createServer();
    probe.listen(0, '127.0.0.1', () => {
      const address = probe.address();
      probe.close(() => resolve(typeof address === 'object' && address ? address.port : 0));
    });
  });
}

/** Starts the built application against a database and a simulated bench. */
export async function startServer(options: {
  databaseUrl: string;
  worldUrl: string;
  profilesDir?: string;
  port?: number;
}): Promise<Server> {
  const port = options.port ?? (await freePort());
  const child = spawn(
    process.execPath,
    [...(process.env['SERVER_FLAGS'] ?? '').split(' ').filter(Boolean), at('app/server.js')],
    {
      cwd: at('app'),
      env: {
        ...process.env,
        DATABASE_URL: options.databaseUrl,
        WORLD_URL: options.worldUrl,
        PROFILES_DIR: options.profilesDir ?? at('profiles'),
        MIGRATIONS_DIR: at('app/drizzle'),
        BADGER_KEY_FILE: at('.badger/test-key'),
        BADGER_DEMO: '1',
        BADGER_REHEARSE: '0',
        LOG_LEVEL: 'error',
        HOST: '127.0.0.1',
        PORT: String(port),
        NODE_ENV: 'production'
      },
      stdio: ['ignore', 'pipe', 'inherit']
    }
  );
  const gone = new Promise<void>((resolve) => child.once('exit', () => resolve()));
  await new Promise<void>((resolve, reject) => {
    child.stdout?.on('data', (chunk: Buffer) => {
      if (String(chunk).includes('listening')) resolve();
    });
    child.once('exit', (code) => reject(new Error(`the application ended with ${code}`)));
  });
  return { url: `http://127.0.0.1:${port}`, child, gone };
}

/** A signed-in client that keeps its cookie. */
export class Client {
  readonly #url: string;
  #cookie = '';

  constructor(url: string) {
    this.#url = url;
  }

  async signIn(name: string): Promise<void> {
    const response = await fetch(`${this.#url}/sign-in?/in`, {
      method: 'POST',
      redirect: 'manual',
      headers: { origin: this.#url, 'content-type': 'application/x-www-form-urlencoded' },
      body: new URLSearchParams({ name, password: `saltmarsh-${name}` })
    });
    this.#cookie = (response.headers.get('set-cookie') ?? '').split(';')[0] ?? '';
    if (!this.#cookie.startsWith('badger_session='))
      throw new Error(`not signed in: ${response.status} ${(await response.text()).slice(0, 300)}`);
  }

  async post(
    path: string,
    body: unknown,
    headers: Record<string, string> = {}
  ): Promise<{ status: number; body: unknown }> {
    const raw = body instanceof Uint8Array;
    const response = await fetch(this.#url + path, {
      method: 'POST',
      headers: {
        origin: this.#url,
        cookie: this.#cookie,
        'content-type': raw ? 'application/octet-stream' : 'application/json',
        ...headers
      },
      body: raw ? (body as BodyInit) : JSON.stringify(body)
    });
    return { status: response.status, body: await response.json().catch(() => undefined) };
  }

  /** Clamps a unit with the pad held and powers it, as soon as the supply answers. */
  async powerUp(stationId: string, unit: string): Promise<void> {
    const station = `/api/stations/${stationId}`;
    for (let i = 0; i < 400; i++) {
      if ((await this.post(`${station}/supply`, { on: false })).status === 200) break;
      await new Promise((resolve) => setTimeout(resolve, 50));
    }
    await this.post(`${station}/simulator`, { unit, padHeld: true });
    const on = await this.post(`${station}/supply`, { voltageMv: 13500, limitMa: 5000, on: true });
    if (on.status !== 200) throw new Error(`supply: ${JSON.stringify(on.body)}`);
  }

  get(path: string, signal?: AbortSignal): Promise<Response> {
    return fetch(this.#url + path, {
      headers: { cookie: this.#cookie },
      redirect: 'manual',
      ...(signal ? { signal } : {})
    });
  }
}

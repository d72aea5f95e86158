import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { mayDo, RIGHTS, ROLES, type Right } from '@badger/core/rights/rights';
import { ROUTE_RIGHTS } from '../app/src/lib/server/http/route-rights.ts';
import { makeDatabase, startWorld } from './support/shop.ts';
import { Client, startServer, type Server } from './support/server.ts';

/** Nothing that the demo knows: an act that is let in finds nothing to change. */
const NOBODY = '00000000-0000-4000-8000-000000000000';
const addressOf = (route: string) =>
  route
    .replace('[number]', '9999')
    .replace('[stage]', 'read')
    .replace('[tag]', '9999')
    .replace('[scan]', '1')
    .replace('[quote]', '1')
    .replace('[id]', NOBODY);

const listed = Object.entries(ROUTE_RIGHTS).flatMap(([address, right]) => {
  const [method = '', route = ''] = address.split(' ');
  return right === 'open' ? [] : [{ method, path: addressOf(route), right }];
});

interface Answer {
  readonly status: number;
  readonly code: string | undefined;
}

async function ask(client: Client, method: string, path: string): Promise<Answer> {
  if (method === 'POST') {
    const { status, body } = await client.post(path, {});
    return { status, code: (body as { problem?: { code: string } })?.problem?.code };
  }
  const gone = new AbortController();
  const response = await client.get(path, gone.signal);
  const type = response.headers.get('content-type') ?? '';
  const isProblem = response.status >= 400 && type.includes('json');
  const body: unknown = isProblem ? await response.json().catch(() => undefined) : undefined;
  // the stream of events never ends by itself
  gone.abort();
  return {
    status: response.status,
    code: (body as { problem?: { code: string } } | undefined)?.problem?.code
  };
}

describe('every address with every role, and signed out', () => {
  let database: Awaited<ReturnType<typeof makeDatabase>>;
  let bench: Awaited<ReturnType<typeof startWorld>>;
  let server: Server;

  beforeAll(async () => {
    database = await makeDatabase();
    bench = await startWorld(0);
    server = await startServer({ databaseUrl: database.url, worldUrl: bench.url });
  });
  afterAll(async () => {
    server.child.kill('SIGTERM');
    await server.gone;
    bench.stop();
    await database.drop();
  });

  it.each(ROLES)(
    '%s: what the table refuses is refused, what it allows is let in',
    async (role) => {
      const client = new Client(server.url);
      await client.signIn(role);
      for (const { method, path, right } of listed) {
        const answer = await ask(client, method, path);
        const refused = answer.status === 403 && answer.code === 'gate.person.role';
        expect(`${method} ${path} ${refused}`).toBe(`${method} ${path} ${!mayDo(role, right)}`);
        expect(answer.status).not.toBe(401);
        expect(answer.code).not.toBe('request.route.unlisted');
        expect(answer.status, `${method} ${path}`).toBeLessThan(500);
      }
    }
  );

  it('signed out: nothing is let in, pages lead to the sign-in', async () => {
    const stranger = new Client(server.url);
    for (const { method, path } of listed) {
      const { status, code } = await ask(stranger, method, path);
      // the demo's wall display shows initials to whoever passes by
      const onTheWall = path === '/' || path === '/api/events';
      const expected = onTheWall
        ? [200, undefined]
        : path.startsWith('/api/')
          ? [401, 'access.sign-in.needed']
          : [303, undefined];
      expect([method, path, status, code]).toEqual([method, path, ...expected]);
    }
  });

  it('the table tries every right that the door can ask for', () => {
    const asked = new Set(listed.map((l) => l.right));
    // these are asked for behind the door: by what is written, whose work is stopped, how a job ends
    const inside: Right[] = ['operation.stop-of-others', 'memory.write'];
    const later: Right[] = ['job.end'];
    const untried = (Object.keys(RIGHTS) as Right[]).filter((r) => !asked.has(r));
    expect(untried.sort()).toEqual([...inside, ...later].sort());
  });
});

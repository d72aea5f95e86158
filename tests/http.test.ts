import { gapsIn } from '@badger/core/image/image';
import { loadImage } from '@badger/core/format/load-image';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { makeDatabase, startWorld, until } from './support/shop.ts';
import { Client, startServer, type Server } from './support/server.ts';

const code = (answer: { body: unknown }) =>
  (answer.body as { problem?: { code: string } })?.problem?.code;

describe('the application over HTTP', () => {
  let database: Awaited<ReturnType<typeof makeDatabase>>;
  let bench: Awaited<ReturnType<typeof startWorld>>;
  let server: Server;
  let client: Client;

  beforeAll(async () => {
    database = await makeDatabase();
    bench = await startWorld(0);
    server = await startServer({ databaseUrl: database.url, worldUrl: bench.url });
    client = new Client(server.url);
    await client.signIn('bench');
  });
  afterAll(async () => {
    server.child.kill('SIGTERM');
    await server.gone;
    bench.stop();
    await database.drop();
  });

  it('refuses acts from another site and acts without a session', async () => {
    const body = { kind: 'identify', jobNumber: 2031, stationId: 'window' };
    const foreign = await client.post('/api/operations', body, { origin: 'http://elsewhere.test' });
    expect([foreign.status, code(foreign)]).toEqual([400, 'request.origin.foreign']);
    const stranger = await new Client(server.url).post('/api/operations', body);
    expect([stranger.status, code(stranger)]).toEqual([401, 'access.sign-in.needed']);
    const away = await new Client(server.url).get('/jobs/2031/read');
    expect([away.status, away.headers.get('location')]).toEqual([
      303,
      '/sign-in?to=%2Fjobs%2F2031%2Fread'
    ]);
  });

  it('sends a policy without inline script, and no sniffing or framing', async () => {
    const page = await client.get('/');
    const policy = page.headers.get('content-security-policy') ?? '';
    const script = /script-src ([^;]*)/.exec(policy)?.[1] ?? '';
    expect(script).toMatch(/'self'/);
    expect(script).not.toMatch(/unsafe-inline|unsafe-eval/);
    expect(policy).toContain("frame-ancestors 'none'");
    expect(page.headers.get('x-content-type-options')).toBe('nosniff');
  });

  it('reads no body that is longer than its kind may be, and none without a length', async () => {
    const long = { note: 'x'.repeat(17_000) };
    const answer = await client.post('/api/jobs/2031/note', long);
    expect([answer.status, code(answer)]).toEqual([413, 'request.body.long']);
    const form = await fetch(`${server.url}/sign-in?/in`, {
      method: 'POST',
      headers: { origin: server.url, 'content-type': 'application/x-www-form-urlencoded' },
      body: `name=${'x'.repeat(17_000)}`
    });
    expect(form.status).toBe(413);
    const unmeasured = await fetch(`${server.url}/sign-in?/in`, {
      method: 'POST',
      headers: { origin: server.url, 'content-type': 'application/x-www-form-urlencoded' },
      body: new ReadableStream({
        start(controller) {
          controller.enqueue(new TextEncoder().encode('name=desk&password=x'));
          controller.close();
        }
      }),
      duplex: 'half'
    } as RequestInit);
    expect([unmeasured.status, code({ body: await unmeasured.json() })]).toEqual([
      400,
      'request.body.unmeasured'
    ]);
    // the wrong role is told before a byte of the image is read
    const desk = new Client(server.url);
    await desk.signIn('desk');
    const upload = await desk.post('/api/jobs/2031/reads?region=data-flash', 'x'.repeat(20_000));
    expect([upload.status, code(upload)]).toEqual([403, 'gate.person.role']);
  });

  it('Today without a sign-in shows initials of customers, no name and no vehicle identity', async () => {
    const stranger = await fetch(`${server.url}/`);
    const page = await stranger.text();
    const signed = await (await client.get('/')).text();
    for (const name of [
      'North Quay Couriers',
      'Reedbank Community Transport',
      'Estuary Garage',
      'Harbour Hire'
    ]) {
      expect(signed).toContain(name);
      expect(page).not.toContain(name);
    }
    expect(page).toContain('NQC');
    expect(page).not.toMatch(/vinEnd:"[^"]/);
  });

  it('keeps the cookie from scripts', async () => {
    const response = await fetch(`${server.url}/sign-in?/in`, {
      method: 'POST',
      redirect: 'manual',
      headers: {
        origin: server.url,
        accept: 'text/html',
        'content-type': 'application/x-www-form-urlencoded'
      },
      body: 'name=desk&password=saltmarsh-desk'
    });
    expect(response.headers.get('set-cookie')).toMatch(/HttpOnly/i);
    expect(response.headers.get('set-cookie')).toMatch(/SameSite=Lax/i);
  });

  it('never sends anybody to another site after the sign-in', async () => {
    for (const to of ['//elsewhere.test', 'https://elsewhere.test', '/\\elsewhere.test']) {
      const response = await fetch(`${server.url}/sign-in?/in&to=${encodeURIComponent(to)}`, {
        method: 'POST',
        redirect: 'manual',
        headers: {
          origin: server.url,
          accept: 'text/html',
          'content-type': 'application/x-www-form-urlencoded'
        },
        body: 'name=desk&password=saltmarsh-desk'
      });
      expect(response.headers.get('location'), to).toBe('/');
    }
  });

  it('names what is wrong with a body, and does not fall over nonsense', async () => {
    const wrong = await client.post('/api/operations', {
      kind: 'explode',
      jobNumber: 2031,
      stationId: 'window'
    });
    expect([wrong.status, code(wrong)]).toEqual([400, 'request.body.malformed']);
    expect((await client.post('/api/operations', 'x')).status).toBe(400);
    expect((await client.post('/api/jobs/abc/clone', {})).status).toBe(404);
    expect((await client.post('/api/operations/none/stop', {})).status).toBe(404);
    expect((await client.get('/api/reads/..%2f..%2fetc/image')).status).toBe(404);
    expect((await client.get('/jobs/99999/read')).status).toBe(404);
    expect((await client.get('/jobs/2031/nowhere')).status).toBe(404);
  });

  it('refuses a 64 MiB file before it is read, and an empty one; takes a right one and gives it back', async () => {
    const path = '/api/jobs/2031/reads?role=original&region=data-flash&name=x.bin';
    const giant = await client
      .post(path, new Uint8Array(64 * 1024 * 1024))
      .catch(() => ({ status: 413, body: undefined }));
    expect(giant.status).toBe(413);
    expect(code(await client.post(path, new Uint8Array(0)))).toBe('image.size.empty');
    const bytes = new Uint8Array(65536).map((_, i) => (i * 13) & 0xff);
    const kept = await client.post(path, bytes);
    expect(kept.status).toBe(200);
    const back = await client.get(`/api/reads/${(kept.body as { id: string }).id}/image`);
    // security data is left out, as holes
    const loaded = loadImage(new Uint8Array(await back.arrayBuffer()));
    const image = loaded.ok ? loaded.value.image : undefined;
    const gaps = image && gapsIn(image, { start: 0x10000000, end: 0x10010000 });
    expect(gaps?.map((g) => g.end - g.start)).toEqual([16, 16]);
    expect(back.headers.get('x-sha256')).toBe((kept.body as { sha256: string }).sha256);
  });

  it('exports the job list as CSV with formulas defused (RFC 4180)', async () => {
    await client.post('/api/jobs', {
      customer: '=HYPERLINK("x")',
      vehicle: 'a, "b"',
      vin: 'U8HVC3F2401084417',
      family: 'HV-EC4',
      complaint: 'x',
      reason: 'failed-module',
      authorisedBy: 'y',
      promisedAt: null,
      intakeKey: 'csv-export-1',
      arrival: { how: 'counter', parcelNumber: '', condition: '' },
      units: [{ role: 'original', tag: '0777', place: '', condition: '' }],
      another: true
    });
    const csv = await (await client.get('/api/jobs.csv')).text();
    expect(csv).toContain('"\'=HYPERLINK(""x"")","a, ""b"""');
    expect(csv.split('\r\n').length).toBeGreaterThan(9);
  });

  it('tells what happens as server-sent events, and frees the stream of a page that goes', async () => {
    const abort = new AbortController();
    const response = await fetch(`${server.url}/api/events`, { signal: abort.signal });
    const reader = response.body?.pipeThrough(new TextDecoderStream()).getReader();
    let text = '';
    await until(async () => {
      text += (await reader?.read())?.value ?? '';
      return text.includes('"measuredMv"');
    });
    expect(text).toMatch(/event: bench\ndata: \{/);
    abort.abort();
    // the server stops within seconds although a stream was open: see afterAll
    expect((await client.get('/')).status).toBe(200);
  });

  it('shows the demo accounts only while the demo is loaded, and Today from the doorway', async () => {
    const nobody = new Client(server.url);
    expect(await (await nobody.get('/sign-in')).text()).toContain('saltmarsh-bench');
    expect(await (await nobody.get('/')).text()).toContain('NQC');
    expect((await nobody.get('/api/search?q=2031')).status).toBe(401);
  });

  it('shows nothing without a sign-in once the shop wants no wall display, and only the lead decides', async () => {
    const nobody = new Client(server.url);
    const rules = (wallDisplay: boolean) => ({ wallDisplay, namesBy: 'vin', readsRequired: 2 });
    const bench = new Client(server.url);
    await bench.signIn('bench');
    expect((await bench.post('/api/shop/rules', rules(false))).status).toBe(403);
    expect((await nobody.get('/')).status).toBe(200);
    const lead = new Client(server.url);
    await lead.signIn('lead');
    expect((await lead.post('/api/shop/rules', { ...rules(false), extra: 1 })).status).toBe(400);
    expect((await lead.post('/api/shop/rules', rules(false))).status).toBe(200);
    const shut = await nobody.get('/');
    expect(shut.status).toBe(303);
    expect(await shut.text()).not.toContain('NQC');
    expect((await nobody.get('/api/events')).status).toBe(401);
    await lead.post('/api/shop/rules', rules(true));
    expect((await nobody.get('/')).status).toBe(200);
  });
});

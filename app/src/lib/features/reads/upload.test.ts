import { afterEach, describe, expect, it, vi } from 'vitest';
import { uploadFiles, type DropTarget } from './upload.ts';
import type { RegionData } from '$lib/job-types.ts';

const region = (id: string, lengthBytes: number): RegionData => ({
  id,
  name: id,
  address: 0,
  lengthBytes,
  reads: [],
  state: 'none',
  agreeing: [],
  total: 0,
  findings: [],
  readBy: null,
  secrets: undefined,
  ...{ differences: [], trust: undefined },
  verdict: { verdict: 'look', code: 'reads.region.none', params: {} }
});
const target: DropTarget = {
  jobNumber: 2031,
  role: 'donor',
  regions: [region('data-flash', 4), region('program-flash', 8)]
};
const file = (name: string, size: number) =>
  new File([new Uint8Array(size)], name, { lastModified: 1_764_000_000_000 });
const list = (...files: File[]) => files as unknown as FileList;

describe('dropped files', () => {
  const sent: string[] = [];
  const answer = (status: number, body: unknown) =>
    vi.stubGlobal('fetch', (path: string) => {
      sent.push(path);
      return Promise.resolve(new Response(JSON.stringify(body), { status }));
    });
  afterEach(() => {
    sent.length = 0;
    vi.unstubAllGlobals();
  });

  it('go to the region whose size they have, with role and name', async () => {
    answer(200, {});
    const results = await uploadFiles(target, list(file('a b.bin', 8), file('c.bin', 4)));
    expect(results.every((r) => r.sent.ok)).toBe(true);
    expect(sent).toEqual([
      '/api/jobs/2031/reads?role=donor&region=program-flash&name=a+b.bin&modified=1764000000000',
      '/api/jobs/2031/reads?role=donor&region=data-flash&name=c.bin&modified=1764000000000'
    ]);
  });
  it('of no region’s size are still sent, so that the server says what is wrong', async () => {
    answer(409, { problem: { code: 'image.size.wrong', params: {} } });
    const [result] = await uploadFiles(target, list(file('x.bin', 5)));
    expect(result?.sent).toEqual({ ok: false, problem: { code: 'image.size.wrong', params: {} } });
  });
  it('that are giants are not sent at all', async () => {
    answer(200, {});
    const giant = { name: 'g.bin', size: 64 * 1024 * 1024 } as File;
    const [result] = await uploadFiles(target, list(giant));
    expect(result?.sent).toMatchObject({ ok: false, problem: { code: 'image.size.huge' } });
    expect(sent).toEqual([]);
  });
  it('that cannot be read are called a folder', async () => {
    answer(200, {});
    const odd = {
      name: 'd',
      size: 4096,
      slice: () => ({ arrayBuffer: () => Promise.reject(new Error('x')) })
    };
    const [result] = await uploadFiles(target, list(odd as unknown as File));
    expect(result?.sent).toMatchObject({ ok: false, problem: { code: 'upload.file.directory' } });
  });
  it('say so when the server is away or answers with something else', async () => {
    vi.stubGlobal('fetch', () => Promise.reject(new TypeError('down')));
    const [away] = await uploadFiles(target, list(file('a.bin', 4)));
    expect(away?.sent).toMatchObject({ problem: { code: 'fault.server.unreachable' } });
    vi.stubGlobal('fetch', () => Promise.resolve(new Response('<html>', { status: 502 })));
    const [odd] = await uploadFiles(target, list(file('a.bin', 4)));
    expect(odd?.sent).toMatchObject({
      problem: { code: 'fault.server.internal', params: { reference: '502' } }
    });
    vi.stubGlobal('fetch', () => Promise.resolve(new Response('', { status: 413 })));
    const [large] = await uploadFiles(target, list(file('a.bin', 4)));
    expect(large?.sent).toMatchObject({ problem: { code: 'image.size.huge' } });
  });
});

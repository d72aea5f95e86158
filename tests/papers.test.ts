// Papers and bundles of jobs, held against Debian's own tools: unzip, sha256sum, poppler, a reader of QR codes.
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { unzipSync, zipSync } from 'fflate';
import pg from 'pg';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { BundleManifest } from '@badger/core/papers/bundle';
import { openBundle } from '../app/src/lib/features/papers/open-bundle.ts';
import { layBundle } from '../app/src/lib/features/papers/bundle.view.ts';
import { renderPdf } from '../app/src/lib/server/papers/render-pdf.ts';
import { writable } from '../app/src/lib/server/papers/draw-pdf.ts';
import type { Person } from '../app/src/lib/server/repositories/people.ts';
import { exportBundle } from '../app/src/lib/server/services/papers/export-bundle.ts';
import {
  layPaper,
  loadPaperFacts,
  type PaperKind
} from '../app/src/lib/server/services/papers/job-papers.ts';
import { finishJob } from '../app/src/lib/server/services/job/jobs.ts';
import { keepPhoto } from '../app/src/lib/server/services/job/photos.ts';
import { uploadRead } from '../app/src/lib/server/services/reads/upload-read.ts';
import { freshFile, makeShop, type Shop } from './support/shop.ts';

const JOB = 2031;
const REGION = 'data-flash';
const ORIGIN = 'http://bench.saltmarsh.example:8471';
let shop: Shop;
let bench: Person;
let lead: Person;
let desk: Person;
let db: pg.Client;
let home = '';
const tool = (name: string, ...args: string[]) =>
  execFileSync(`/usr/bin/${name}`, args, {
    ...{ encoding: 'utf8', cwd: home, stdio: ['ignore', 'pipe', 'ignore'] }
  });

async function bundle(by = bench, jobNumber = JOB): Promise<Uint8Array> {
  const made = await exportBundle(shop.root.deps, by, { jobNumber, origin: ORIGIN });
  if (!made.ok) throw new Error(made.problem.code);
  return new Uint8Array(await new Response(made.value.stream).arrayBuffer());
}

async function pdfOf(kind: PaperKind, jobNumber = JOB): Promise<string> {
  const asked = { jobNumber, role: 'bench', origin: ORIGIN } as const;
  const facts = await loadPaperFacts(shop.root.deps, asked);
  if (!facts) throw new Error('no job');
  const pdf = await renderPdf(layPaper(kind, facts), 'A4');
  if (!pdf.ok) throw new Error(pdf.problem.code);
  const path = join(home, `${kind}.pdf`);
  writeFileSync(path, pdf.value);
  return path;
}

const truth = () => shop.world.units.get('0417')?.memory.get(REGION) as Uint8Array;
const lastHash = async () =>
  (
    await db.query<{ hash: string }>(
      'select e.hash from job_event e join job j on j.id = e.job_id where j.number = $1 order by seq desc limit 1',
      [JOB]
    )
  ).rows[0]?.hash ?? '';

beforeAll(async () => {
  home = mkdtempSync(join(tmpdir(), 'badger-papers-'));
  shop = await makeShop();
  [bench, lead, desk] = [
    await shop.person('bench'),
    await shop.person('lead'),
    await shop.person('desk')
  ];
  db = new pg.Client({ connectionString: shop.databaseUrl });
  await db.connect();
  for (let i = 0; i < 2; i++)
    await uploadRead(shop.root.deps, bench, {
      ...{ jobNumber: JOB, role: 'original', regionId: REGION, bytes: truth() },
      ...freshFile()
    });
});
afterAll(async () => {
  await db.end();
  await shop.close();
  rmSync(home, { recursive: true });
});

describe('papers as PDF', () => {
  it('say what the page says: text by poppler, the code by another reader, the last hash of the chain', async () => {
    for (const kind of ['record', 'certificate'] as const) {
      const path = await pdfOf(kind);
      const text = tool('pdftotext', '-layout', path, '-');
      expect(text).toContain('U8HVC3F2401084417');
      expect(text.replaceAll(/\s/g, '')).toContain(await lastHash());
      tool('pdftoppm', '-r', '150', '-png', path, join(home, kind));
      const pages = Number(/Pages:\s+(\d+)/.exec(tool('pdfinfo', path))?.[1]);
      const png = join(home, `${kind}-${pages}.png`);
      expect(tool('zbarimg', '-q', '--raw', png).trim()).toBe(`${ORIGIN}/jobs/${JOB}`);
      expect(tool('pdffonts', path)).not.toMatch(/ no +(yes|no) +(yes|no) +\d/);
    }
    const record = tool('pdftotext', '-layout', join(home, 'record.pdf'), '-');
    for (const read of (
      await loadPaperFacts(shop.root.deps, { jobNumber: JOB, role: 'bench', origin: ORIGIN })
    )?.view.records.reads ?? [])
      expect(record.replaceAll(/\s/g, '')).toContain(read.sha256.slice(0, 20));
  });
  it('what our fonts cannot write is named, not dropped', async () => {
    expect(writable('Łódź Ωμέγα Київ 0 → ✓')).toBe('Łódź Ωμέγα Київ 0 → ✓');
    expect(writable('a漢\u{1F980}')).toBe('a[U+6F22][U+1F980]');
    await db.query(
      `update customer set name = '漢 Łódź' where id = (select customer_id from job where number = $1)`,
      [JOB]
    );
    const text = tool('pdftotext', await pdfOf('certificate'), '-');
    expect(text).toContain('[U+6F22] Łódź');
  });
  it('a job that is not closed certifies nothing, and one that nobody has scanned says so', async () => {
    const text = tool('pdftotext', '-layout', await pdfOf('certificate'), '-');
    expect(text).toContain('Work not finished');
    expect(text).toContain('The vehicle was not scanned after the work');
    await db.query('update job set closed_at = now(), result = $2 where number = $1', [
      JOB,
      'donor-written'
    ]);
    const closed = tool('pdftotext', '-layout', await pdfOf('certificate'), '-');
    expect(closed).toContain('Work finished, with exceptions');
    expect(closed).not.toContain('Work finished and proven');
    await db.query('update job set closed_at = null, result = null where number = $1', [JOB]);
  });
});

describe('the bundle of a job', () => {
  it('opens with unzip, holds by sha256sum, and carries neither secrets nor papers of people', async () => {
    const bytes = await sharp({
      create: { width: 60, height: 40, channels: 3, background: '#884422' }
    })
      .jpeg()
      .toBuffer();
    const photo = (kind: 'proof' | 'damage') =>
      keepPhoto(shop.root.deps, bench, {
        ...{ jobNumber: JOB, kind, unitTag: undefined, fileName: `${kind}.jpg`, bytes }
      });
    const [proof, damage] = [await photo('proof'), await photo('damage')];
    expect([proof.ok, damage.ok]).toEqual([true, true]);
    const zip = await bundle();
    writeFileSync(join(home, 'job.zip'), zip);
    tool('unzip', '-q', '-o', 'job.zip', '-d', 'job');
    const sums = execFileSync('/usr/bin/sha256sum', ['--check', 'SHA256SUMS'], {
      ...{ encoding: 'utf8', cwd: join(home, 'job') }
    });
    const lines = sums.trim().split('\n');
    expect(lines.every((l) => l.endsWith(': OK'))).toBe(true);
    const files = unzipSync(zip);
    expect(lines.length).toBe(Object.keys(files).length - 1);
    // the image leaves as a file with holes; its whole digest stands beside it
    const manifest = JSON.parse(
      Buffer.from(files['manifest.json'] ?? []).toString()
    ) as BundleManifest;
    const image = manifest.files.find((f) => f.what === 'image');
    expect(image).toMatchObject({ path: 'images/original-data-flash-1.hex' });
    expect(manifest.files.filter((f) => f.what === 'image').length).toBe(1);
    expect(manifest.leftOut.map((l) => l.why)).toEqual(['proof']);
    const secret = Buffer.from(truth().slice(0x400, 0x410));
    const forms = [secret.toString('hex'), secret.toString('hex').toUpperCase()];
    for (const [path, bytes] of Object.entries(files)) {
      const buffer = Buffer.from(bytes);
      expect(buffer.includes(secret), path).toBe(false);
      for (const form of forms) expect(buffer.includes(form), path).toBe(false);
    }
    // read back by another program, nothing but the secret is missing
    const hex = join(home, 'job', image?.path ?? '');
    tool('srec_cat', hex, '-intel', '-offset', '-0x10000000', '-o', 'image.bin', '-binary');
  });
  it('is opened by another shop: whole, and what was touched is named', async () => {
    const zip = await bundle();
    const opened = await openBundle(zip);
    expect(opened.ok && opened.value.problems).toEqual([]);
    if (!opened.ok) return;
    const { events } = opened.value.record;
    expect(events.at(-1)).toMatchObject({ kind: 'bundle.exported', hash: await lastHash() });
    expect(JSON.stringify(layBundle(opened.value))).toContain('The bundle is whole');
    const touch = async (path: string, change: (text: string) => string) => {
      const files = unzipSync(zip);
      files[path] = Buffer.from(change(Buffer.from(files[path] ?? []).toString()));
      const told = await openBundle(zipSync(files));
      return told.ok ? told.value.problems.map((p) => p.code) : told.problem.code;
    };
    const forged = (text: string) => text.replace('authority.recorded', 'authority.forgotten');
    expect(await touch('record.json', forged)).toEqual([
      'bundle.file.changed',
      'bundle.chain.broken'
    ]);
    expect(await touch('record.json', () => '{}')).toBe('bundle.file.unreadable');
    expect(await touch('SHA256SUMS', (t) => t.split('\n').slice(1).join('\n'))).not.toEqual([]);
    expect(await touch('images/more.bin', () => 'x')).toEqual(['bundle.file.unlisted']);
    for (const bad of [new Uint8Array(), Buffer.from('PK'), zip.slice(0, zip.length / 2)])
      expect(await openBundle(bad)).toMatchObject({ problem: { code: 'bundle.file.unreadable' } });
  });
  it('is for whoever may take memory out; that it went out stands in the record before', async () => {
    const asked = { jobNumber: JOB, origin: ORIGIN };
    expect(await exportBundle(shop.root.deps, desk, asked)).toMatchObject({
      problem: { code: 'gate.person.role' }
    });
    expect(
      await exportBundle(shop.root.deps, lead, { ...asked, jobNumber: 999_999 })
    ).toMatchObject({
      problem: { code: 'job.number.unknown' }
    });
    const count = async () =>
      (await db.query(`select 1 from job_event where kind = 'bundle.exported'`)).rowCount ?? 0;
    const before = await count();
    const made = await exportBundle(shop.root.deps, bench, asked);
    expect(made.ok).toBe(true);
    expect(await count()).toBe(before + 1);
    if (made.ok) await made.value.stream.cancel();
  });
  it('a line to the database that breaks in the middle gives no zip that opens', async () => {
    const made = await exportBundle(shop.root.deps, bench, { jobNumber: JOB, origin: ORIGIN });
    if (!made.ok) throw new Error(made.problem.code);
    const reader = made.value.stream.getReader();
    const chunks: Uint8Array[] = [];
    await reader.read().then(({ value }) => chunks.push(value ?? new Uint8Array()));
    await db.query('alter table image rename to image_away');
    const rest = (async () => {
      for (;;) {
        const { value, done } = await reader.read();
        if (done) return 'whole';
        chunks.push(value);
      }
    })();
    await expect(rest).rejects.toThrow();
    await db.query('alter table image_away rename to image');
    expect(await openBundle(new Uint8Array(Buffer.concat(chunks)))).toMatchObject({ ok: false });
  });
  it('of a job that ended is the same, with what it ended with', async () => {
    const closed = await finishJob(shop.root.deps, lead, {
      ...{ jobNumber: JOB, result: 'ended', reason: 'customer took it back' }
    });
    expect(closed.ok).toBe(true);
    const opened = await openBundle(await bundle());
    expect(opened).toMatchObject({ value: { problems: [], record: { result: 'ended' } } });
    expect(readFileSync(await pdfOf('certificate')).length).toBeGreaterThan(1000);
  });
});

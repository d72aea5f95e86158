// The file service: what goes out, what comes back, and the guard; HV-EC4 and PW-EC9 on the bench, HV-EC6 that nobody can read through the socket.
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { listEvents } from '../app/src/lib/server/repositories/events.ts';
import { loadImage } from '../app/src/lib/server/repositories/images.ts';
import type { Person } from '../app/src/lib/server/repositories/people.ts';
import { buildClone } from '../app/src/lib/server/services/build/build-clone.ts';
import { requestFile } from '../app/src/lib/server/services/build/request-file.ts';
import { takeIn } from '../app/src/lib/server/services/job/intake.ts';
import { recordAuthority } from '../app/src/lib/server/services/job/jobs.ts';
import { loadJobView } from '../app/src/lib/server/services/job/job-view.ts';
import { uploadRead } from '../app/src/lib/server/services/reads/upload-read.ts';
import { startOperation } from '../app/src/lib/server/services/operation/start-operation.ts';
import type { FilesFault } from '../standins/src/files/file-service.ts';
import {
  freshFile,
  makeShop,
  plugIn,
  powerUp,
  runToEnd,
  waitForEnd,
  type Shop
} from './support/shop.ts';

let shop: Shop;
let lead: Person;
let opened = 0;

beforeAll(async () => {
  shop = await makeShop();
  lead = await shop.person('lead');
});
afterAll(() => shop.close());

const codeOf = (r: { ok: true } | { ok: false; problem: { code: string } }) =>
  r.ok ? 'ok' : r.problem.code;
const view = async (jobNumber: number) => {
  const found = await loadJobView(shop.root.deps, jobNumber);
  if (!found) throw new Error('no job');
  return found;
};
async function open(family: string, tag: string, vin: string): Promise<number> {
  opened++;
  const made = await takeIn(shop.root.deps, lead, {
    ...{ customer: 'Quay Test', vehicle: 'A vehicle', vin, family, complaint: 'Latest software' },
    ...{ reason: 'software', authorisedBy: 'Office', promisedAt: null, another: true },
    intakeKey: `file-service-${String(opened).padStart(2, '0')}`,
    arrival: { how: 'vehicle', parcelNumber: '', condition: '' },
    units: [{ role: 'original', tag, place: '', condition: '' }]
  });
  if (!made.ok) throw new Error(made.problem.code);
  const jobNumber = made.value.number;
  const order = { orderedBy: 'Office', proofKind: 'order', proofNumber: '77' } as const;
  await recordAuthority(shop.root.deps, lead, { jobNumber, ...order, signature: [[[1, 1]]] });
  return jobNumber;
}
const ask = (
  jobNumber: number,
  regionId: string,
  wanted: 'stock' | 'calibration' | 'update',
  person = lead
) => requestFile(shop.root.deps, person, { jobNumber, regionId, wanted }).then(codeOf);
const build = (jobNumber: number) => buildClone(shop.root.deps, lead, jobNumber).then(codeOf);
const memoryOf = (tag: string, region: string) =>
  shop.world.units.get(tag)?.memory.get(region) as Uint8Array;

/** Reads by another device: two files of the same content. */
async function dropTwice(jobNumber: number, tag: string, regionId: string) {
  for (let i = 0; i < 2; i++) {
    const kept = await uploadRead(shop.root.deps, lead, {
      ...{ jobNumber, role: 'original', regionId, bytes: memoryOf(tag, regionId).slice() },
      ...freshFile()
    });
    expect(codeOf(kept)).toBe('ok');
  }
}
const supplied = async (jobNumber: number) => {
  const file = (await view(jobNumber)).supplied[0];
  const image = file && (await loadImage(shop.root.deps, file.sha256));
  if (!image?.ok) throw new Error('no file');
  return image.value;
};

describe('HV-EC4 on the bench', () => {
  let job: number;
  const STATION = { stationId: 'window', role: 'original' } as const;

  it('nothing goes out before the unit was asked who it is and is read twice', async () => {
    job = await open('HV-EC4', '0421', 'U8HVC3F2401084421');
    expect(await ask(job, 'program-flash', 'update', await shop.person('desk'))).toBe(
      'gate.person.role'
    );
    expect(await ask(job, 'program-flash', 'update')).toBe('files.unit.unknown');
    await powerUp(shop, 'window', '0421');
    const { operation } = await runToEnd(shop, lead, {
      kind: 'identify',
      jobNumber: job,
      ...STATION
    });
    expect(operation?.state).toBe('done');
    expect(await ask(job, 'program-flash', 'update')).toBe('clone.region.untrusted');
    expect(await ask(job, 'nowhere', 'update')).toBe('upload.region.unknown');
    for (const region of ['data-flash', 'program-flash']) await dropTwice(job, '0421', region);
    expect(await ask(job, 'program-flash', 'stock')).toBe('files.stock.needless');
    const events = await listEvents(shop.root.deps.db, (await view(job)).job.id);
    expect(events.some((e) => e.kind === 'file.requested')).toBe(false);
  });

  const WRONG: readonly (readonly [FilesFault, string, string])[] = [
    ['hang-up', 'files.service.down', ''],
    ['not-json', 'files.answer.malformed', ''],
    ['refuse', 'files.order.refused', ''],
    ['wrong-sha', 'files.file.other', ''],
    ['cut', 'format.', ''],
    ['beyond', 'ok', 'gate.content.wrong'],
    ['bad-sum', 'ok', 'clone.source.unsound'],
    ['other-unit', 'ok', 'gate.content.wrong']
  ];
  it.each(WRONG)('%s: nothing of it comes to a write', async (fault, asked, built) => {
    shop.world.filesFault = fault;
    const told = await ask(job, 'program-flash', 'calibration');
    shop.world.filesFault = undefined;
    expect(told.startsWith(asked) || (asked === 'format.' && told !== 'ok'), told).toBe(true);
    const events = await listEvents(shop.root.deps.db, (await view(job)).job.id);
    // the record says that it was asked, and what came of it
    expect(events.filter((e) => e.kind.startsWith('file.')).at(-1)?.kind).toBe(
      told === 'ok' ? 'file.requested' : 'file.failed'
    );
    if (built !== '') expect(await build(job)).toBe(built);
    expect((await view(job)).cloneState).not.toBe('built');
  });

  it('a calibration and then the latest software are written into the same unit and proven', async () => {
    for (const wanted of ['calibration', 'update'] as const) {
      expect(await ask(job, 'program-flash', wanted)).toBe('ok');
      expect(await build(job)).toBe('ok');
      const told = (await view(job)).clone?.plan.lines[0]?.guard?.map((f) => f.code);
      expect(told).toContain('supplied.change.inside');
      expect(told?.includes('supplied.software.other')).toBe(wanted === 'update');
    }
    const meant = await supplied(job);
    await powerUp(shop, 'window', '0421');
    await runToEnd(shop, lead, { kind: 'identify', jobNumber: job, ...STATION });
    const started = await startOperation(shop.root.deps, lead, {
      ...{ kind: 'write', jobNumber: job, stationId: 'window', confirmation: '421' }
    });
    if (!started.ok) throw new Error(started.problem.code);
    expect((await waitForEnd(shop, started.value.operationId))?.state).toBe('done');
    expect(Buffer.compare(memoryOf('0421', 'program-flash'), meant)).toBe(0);
  });
});

describe('PW-EC9 on the bench', () => {
  it('its secret does not go out, and comes back as the unit’s own', async () => {
    const tag = '0471';
    const made = await open('PW-EC9', tag, 'U8PLE9B1200340077');
    await powerUp(shop, 'corner', tag, { voltageMv: 13_000 });
    const at = { jobNumber: made, stationId: 'corner', role: 'original' } as const;
    expect((await runToEnd(shop, lead, { kind: 'identify', ...at })).operation?.state).toBe('done');
    await dropTwice(made, tag, 'backup');
    const own = memoryOf(tag, 'backup').slice();
    expect(await ask(made, 'backup', 'calibration')).toBe('ok');
    const file = await supplied(made);
    for (const at of [0x400, 0x1400])
      expect(Buffer.compare(file.subarray(at, at + 16), own.subarray(at, at + 16))).toBe(0);
    expect(Buffer.compare(file, own)).not.toBe(0);
    expect(await build(made)).toBe('ok');
  });
});

describe('HV-EC6 through the socket, which nobody can read', () => {
  let job: number;
  const at = () => ({ jobNumber: job, stationId: 'corner', role: 'original' }) as const;
  const write = async (writes: 'image' | 'backup' | 'rest' = 'image') => {
    const started = await startOperation(shop.root.deps, lead, {
      ...{ kind: 'write', jobNumber: job, stationId: 'corner', confirmation: '422', writes }
    });
    if (!started.ok) return started.problem.code;
    const end = await waitForEnd(shop, started.value.operationId);
    return `${end?.state} ${end?.problem?.code ?? end?.meaning ?? ''}`;
  };

  it('without the stock file there is no way back and nothing is built', async () => {
    job = await open('HV-EC6', '0422', 'U8HVD6E1803004421');
    await plugIn(shop, 'van-15');
    expect((await runToEnd(shop, lead, { kind: 'identify', ...at() })).operation?.state).toBe(
      'done'
    );
    expect((await view(job)).line.read.code).toBe('read.unit.unreadable');
    expect(await ask(job, 'program-flash', 'update')).toBe('ok');
    expect(await build(job)).toBe('clone.stock.missing');
    expect((await view(job)).line.build.code).toBe('build.stock.missing');
  });

  it('the stock file of another unit is told by its numbers and is no way back for a write', async () => {
    shop.world.filesFault = 'other-unit';
    expect(await ask(job, 'program-flash', 'stock')).toBe('gate.content.wrong');
    expect((await view(job)).stock).toEqual([]);
    expect(await ask(job, 'program-flash', 'update')).toBe('ok');
    shop.world.filesFault = undefined;
    expect(await ask(job, 'program-flash', 'stock')).toBe('ok');
    expect(await build(job)).toBe('gate.content.wrong');
  });

  it('stock file, update, a write that the unit proves by its own checksums, and back again', async () => {
    expect(await ask(job, 'program-flash', 'update')).toBe('ok');
    expect(await build(job)).toBe('ok');
    const stock = memoryOf('0422', 'program-flash').slice();
    const meant = await supplied(job);
    await plugIn(shop, 'van-15');
    await runToEnd(shop, lead, { kind: 'identify', ...at() });
    expect(await write()).toBe('done meaning.write.checked');
    expect(Buffer.compare(memoryOf('0422', 'program-flash'), meant)).toBe(0);
    const done = await view(job);
    expect([done.writeState, done.line.write.verdict]).toEqual(['verified', 'go']);
    await plugIn(shop, 'van-15');
    await runToEnd(shop, lead, { kind: 'identify', ...at() });
    expect(await write('backup')).toBe('done meaning.stock.restored');
    expect(Buffer.compare(memoryOf('0422', 'program-flash'), stock)).toBe(0);
  });

  it('a byte that did not take is found by the checksums, and only its block is written again', async () => {
    await plugIn(shop, 'van-15');
    await runToEnd(shop, lead, { kind: 'identify', ...at() });
    const memory = memoryOf('0422', 'program-flash');
    expect(await write()).toBe('done meaning.write.checked');
    memory[0x21_0003] = (memory[0x21_0003] ?? 0) ^ 0x40;
    await plugIn(shop, 'van-15');
    await runToEnd(shop, lead, { kind: 'identify', ...at() });
    expect(await write('rest')).toBe('done meaning.write.checked');
    expect(Buffer.compare(memory, await supplied(job))).toBe(0);
    const last = (await view(job)).operations.at(-1);
    expect(last?.writes).toBe('rest');
  });
});

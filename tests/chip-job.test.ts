// A memory chip through the whole shop: chosen access, programmer, contact, reads that are judged, and what is refused.
import { createHash } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { listOperationsOfJobs } from '../app/src/lib/server/repositories/operations.ts';
import { findJob } from '../app/src/lib/server/repositories/jobs.ts';
import type { Person } from '../app/src/lib/server/repositories/people.ts';
import type { StartOperation } from '../app/src/lib/schema/requests.ts';
import { buildClone } from '../app/src/lib/server/services/build/build-clone.ts';
import { moveSimulator } from '../app/src/lib/server/services/simulator/simulator.ts';
import { loadJobView } from '../app/src/lib/server/services/job/job-view.ts';
import { assignUnit } from '../app/src/lib/server/services/job/jobs.ts';
import { startOperation } from '../app/src/lib/server/services/operation/start-operation.ts';
import type { SpiChip } from '../standins/src/chip-programmer/spi-chip.ts';
import type { Station } from '../standins/src/world/world.ts';
import { makeShop, runToEnd, until, type Shop } from './support/shop.ts';
import { changedFamily } from './support/small-family.ts';

/** The posted comfort module: its chip is lifted, an EEPROM of 4 KiB. */
const JOB = { jobNumber: 2024, stationId: 'corner' } as const;
const EEPROM = 'eeprom';

describe('a chip on the programmer', () => {
  let shop: Shop;
  let bench: Person;
  let station: Station;
  beforeAll(async () => {
    shop = await makeShop();
    bench = await shop.person('bench');
    station = shop.world.stations.find((s) => s.spec.id === 'corner') as Station;
  });
  afterAll(() => shop.close());

  const put = (chip: string | null) =>
    moveSimulator(shop.root.deps, bench, { stationId: 'corner', change: { chip } });
  const identify = (role: 'original' | 'donor' = 'original') =>
    runToEnd(shop, bench, { kind: 'identify', role, ...JOB });
  const read = () =>
    runToEnd(shop, bench, { kind: 'read', role: 'original', regionId: EEPROM, ...JOB });
  const view = async () => {
    const v = await loadJobView(shop.root.deps, JOB.jobNumber);
    if (!v) throw new Error('no such job');
    return v;
  };
  const codeOf = (r: Awaited<ReturnType<typeof read>>) =>
    r.refused?.code ?? r.operation?.problem?.code ?? r.operation?.state;

  it('is reached by what the family allows, and nothing else asks for a supply', async () => {
    const { access, line } = await view();
    expect(access).toMatchObject({ carrier: 'chip', key: 'lifted-0', regionId: EEPROM });
    expect(line.identify.code).toBe('identify.unit.tagged');
  });
  it('cannot be read before contact was checked, nor while the bench supply is on', async () => {
    expect(codeOf(await read())).toBe('gate.unit.unknown');
    await shop.root.deps.bench.stations.get('corner')?.supply.apply({
      ...{ voltageMv: 5000, limitMa: 500, on: true }
    });
    expect(codeOf(await identify())).toBe('gate.feed.on');
    await shop.root.deps.bench.stations.get('corner')?.supply.apply({ on: false });
  });
  it('nothing on the programmer, no grip, turned round: no contact, and nothing is kept', async () => {
    await put(null);
    expect(codeOf(await identify())).toBe('chip.contact.none');
    await put('0396');
    for (const kind of ['no-grip', 'turned'] as const) {
      station.contact.fault = { kind };
      expect(codeOf(await identify())).toBe('chip.contact.none');
    }
    station.contact.fault = undefined;
    expect(shop.root.deps.bench.stations.get('corner')?.connected).toBeUndefined();
  });
  it('contact checked, read twice: kept, judged, trusted, with the access that was driven', async () => {
    const { operation } = await identify();
    expect(operation).toMatchObject({ state: 'done', accessKey: 'lifted-0' });
    // the record says what was found, and nothing of an identity
    const { rows } = await shop.root.deps.db.$client.query<{ data: unknown }>(
      `select data from job_event where kind = 'identify.done' order by seq desc limit 1`
    );
    expect(rows[0]?.data).toMatchObject({ unit: '0396', found: 'contact only' });
    expect(shop.root.deps.bench.stations.get('corner')?.connected).toMatchObject({
      ...{ chipId: undefined, family: undefined, role: 'original', tag: '0396' }
    });
    for (let i = 0; i < 2; i++) expect(codeOf(await read())).toBe('done');
    const { regions, line } = await view();
    expect(regions.original[0]?.verdict.code).toBe('reads.region.trusted');
    expect(regions.original[0]?.reads).toHaveLength(2);
    // fed by the programmer: no figure of the bench supply stands beside the read
    expect(regions.original[0]?.reads.map((r) => r.supply)).toEqual([null, null]);
    expect(line.read.verdict).toBe('go');
  });
  it('a chip that was checked as the original is not read as the donor', async () => {
    const asDonor = await startOperation(shop.root.deps, bench, {
      ...{ kind: 'read', role: 'donor', regionId: EEPROM, ...JOB }
    });
    // the job has no donor yet: with one, the role on the programmer would hold it
    expect(asDonor.ok ? '' : asDonor.problem.code).toMatch(
      /^(upload\.unit\.none|gate\.chip\.other)$/
    );
  });
  it('a loaded board: reads differ, and are disputed, never trusted', async () => {
    const before = (await view()).regions.original[0]?.reads.length ?? 0;
    station.contact.fault = { kind: 'loose-leg', seed: 5 };
    await read();
    station.contact.fault = undefined;
    const after = (await view()).regions.original[0];
    // a wrong read is kept beside the others, or thrown away because contact was lost: never taken for a third equal one
    expect(after?.agreement.agreeing).toEqual([1, 2]);
    expect(after?.verdict.code).toBe(
      after?.reads.length === before ? 'reads.region.trusted' : 'reads.region.outvoted'
    );
  });
  it('hands at the programmer: whoever is on it has to be checked again', async () => {
    await put('0340');
    expect(shop.root.deps.bench.stations.get('corner')?.connected).toBeUndefined();
    expect(codeOf(await read())).toBe('gate.unit.unknown');
    await put(null);
  });
  it('the programmer lost in the middle: said so, nothing kept, the next one works', async () => {
    await put('0396');
    expect((await identify()).operation?.state).toBe('done');
    const before = (await view()).regions.original[0]?.reads.length;
    for (const kind of ['drop', 'refuse'] as const) {
      station.linkFault = { kind, afterOperations: 8 };
      expect(codeOf(await read())).toBe(
        kind === 'drop' ? 'programmer.link.lost' : 'programmer.command.refused'
      );
      station.linkFault = undefined;
    }
    expect((await view()).regions.original[0]?.reads.length).toBe(before);
    expect(codeOf(await read())).toBe('done');
    const job = await findJob(shop.root.deps.db, JOB.jobNumber);
    const operations = await listOperationsOfJobs(shop.root.deps.db, [job?.id as string]);
    expect(operations.every((o) => o.mayHaveChangedAt === null)).toBe(true);
  });
});

describe('one press reads until two agree', () => {
  let shop: Shop;
  let bench: Person;
  let station: Station;
  beforeAll(async () => {
    shop = await makeShop();
    bench = await shop.person('bench');
    station = shop.world.stations.find((s) => s.spec.id === 'corner') as Station;
    await moveSimulator(shop.root.deps, bench, { stationId: 'corner', change: { chip: '0396' } });
    await runToEnd(shop, bench, { kind: 'identify', role: 'original', ...JOB });
  });
  afterAll(() => shop.close());
  const operations = async () => {
    const job = await findJob(shop.root.deps.db, JOB.jobNumber);
    const rows = await listOperationsOfJobs(shop.root.deps.db, [job?.id as string]);
    return rows.filter((o) => o.kind === 'read');
  };
  const press = async () => {
    const started = await startOperation(shop.root.deps, bench, {
      ...{ kind: 'read', role: 'original', regionId: EEPROM, untilAgreed: true, ...JOB }
    });
    expect(started.ok).toBe(true);
    let quietSince = performance.now();
    await until(() => {
      if (shop.root.deps.bench.running.has('corner')) quietSince = performance.now();
      return performance.now() - quietSince > 1500;
    }, 40_000);
    return operations();
  };
  const region = async () =>
    (await loadJobView(shop.root.deps, JOB.jobNumber))?.regions.original[0];

  it('a loaded board: the clock is lowered until two agree, and no read is made after that', async () => {
    // sound at 400 kHz: 2 MHz, 1 MHz and 500 kHz spoil some, 250 kHz none
    station.contact.fault = { kind: 'loaded', seed: 11, soundHz: 400_000 };
    const made = await press();
    expect(made.every((o) => o.state === 'done')).toBe(true);
    expect((await region())?.verdict.code).toMatch(/^reads\.region\.(trusted|outvoted)$/);
    expect(made.length).toBeGreaterThanOrEqual(2);
    expect(made.length).toBeLessThanOrEqual(8);
    const trusted = (await region())?.agreement.trustedSha256;
    const memory = shop.world.chips.get('0396')?.chip.memory as Uint8Array;
    expect(trusted).toBe(createHash('sha256').update(memory).digest('hex'));
    // agreed already: one more press is one more read, and no more
    station.contact.fault = undefined;
    expect(await press()).toHaveLength(made.length + 1);
  });
});

describe('a chip is written only when its content is the donor’s kept backup', () => {
  const families = changedFamily('md-cm5', (doc) => {
    // a family of one chip that is copied whole: how it is written by other methods is not tried here
    doc.clone = { methods: [{ id: 'whole-image', why: 'One chip.' }], ranges: [] };
  });
  let shop: Shop;
  let bench: Person;
  beforeAll(async () => {
    shop = await makeShop({ profilesDir: families.dir });
    bench = await shop.person('bench');
    const donor = { jobNumber: 2024, role: 'donor', tag: '0341' } as const;
    const assigned = await assignUnit(shop.root.deps, bench, donor);
    expect(assigned).toEqual({ ok: true, value: true });
    for (const [role, tag] of [
      ['original', '0396'],
      ['donor', '0341']
    ] as const) {
      await put(tag);
      expect((await run({ kind: 'identify', role })).operation?.state).toBe('done');
      for (let i = 0; i < 2; i++) {
        const read = await run({ kind: 'read', role, regionId: EEPROM });
        expect(read.operation?.state).toBe('done');
      }
    }
    expect(await buildClone(shop.root.deps, bench, 2024)).toMatchObject({ ok: true });
  });
  afterAll(async () => {
    await shop.close();
    families.remove();
  });
  const put = (chip: string | null) =>
    moveSimulator(shop.root.deps, bench, { stationId: 'corner', change: { chip } });
  const run = (request: Pick<StartOperation, 'kind' | 'role' | 'regionId' | 'confirmation'>) =>
    runToEnd(shop, bench, { ...request, ...JOB });
  const memoryOf = (tag: string) => shop.world.chips.get(tag)?.chip.memory as Uint8Array;
  const writeOn = async (tag: string) => {
    await put(tag);
    expect((await run({ kind: 'identify', role: 'donor' })).operation?.state).toBe('done');
    return run({ kind: 'write', confirmation: '341' });
  };

  it.each([
    ['the original', '0396', 'write.content.original'],
    ['a stranger', '0340', 'write.content.stranger']
  ])(
    '%s on the programmer, said to be the donor: stopped before anything is changed',
    async (_, tag, code) => {
      const before = memoryOf(tag).slice();
      const { operation } = await writeOn(tag);
      expect(operation).toMatchObject({
        ...{ state: 'failed', problem: { code }, meaning: 'meaning.unit.untouched' },
        mayHaveChangedAt: null
      });
      expect(Buffer.compare(memoryOf(tag), before)).toBe(0);
    }
  );
  it('a donor whose content is not what was backed up any more is a stranger', async () => {
    const memory = memoryOf('0341');
    memory[0x200] = (memory[0x200] as number) ^ 1;
    expect((await writeOn('0341')).operation?.problem?.code).toBe('write.content.stranger');
    memory[0x200] = memory[0x200] ^ 1;
  });
  it('a contact that was checked for one donor opens nothing for another', async () => {
    await put('0341');
    expect((await run({ kind: 'identify', role: 'donor' })).operation?.state).toBe('done');
    const name = (tag: string) =>
      assignUnit(shop.root.deps, bench, { jobNumber: 2024, role: 'donor', tag });
    expect(await name('0340')).toMatchObject({ ok: true });
    const other = await run({ kind: 'read', role: 'donor', regionId: EEPROM });
    expect(other.refused?.code).toBe('gate.chip.other');
    expect(await name('0341')).toMatchObject({ ok: true });
  });
  it('an access that reads a region and does not write it writes nothing', async () => {
    const profile = shop.root.deps.profiles.get('MD-CM5');
    const lifted = profile?.accesses[0] as { writes: readonly string[] };
    const { writes } = lifted;
    await put('0341');
    await run({ kind: 'identify', role: 'donor' });
    lifted.writes = [];
    const refused = await run({ kind: 'write', confirmation: '341' });
    lifted.writes = writes;
    expect(refused.refused).toEqual({
      code: 'gate.access.region',
      params: { region: 'SPI EEPROM' }
    });
  });
  it('block protection: nothing was written, and it says so', async () => {
    const chip = shop.world.chips.get('0341')?.chip as SpiChip;
    chip.protection = 0x0c;
    expect((await writeOn('0341')).operation).toMatchObject({
      ...{ problem: { code: 'chip.write.protected' }, meaning: 'meaning.unit.untouched' }
    });
    chip.protection = 0;
  });
  it('the link lost in the middle of a write: partly written, never verified', async () => {
    const station = shop.world.stations.find((s) => s.spec.id === 'corner') as Station;
    await put('0341');
    await run({ kind: 'identify', role: 'donor' });
    // contact, type, the whole content, contact again, then into the pages
    station.linkFault = { kind: 'drop', afterOperations: 60 };
    const { operation } = await run({ kind: 'write', confirmation: '341' });
    expect(operation).toMatchObject({ state: 'failed', meaning: 'meaning.write.partial' });
    expect(operation?.mayHaveChangedAt).not.toBeNull();
    expect(Buffer.compare(memoryOf('0341'), memoryOf('0396'))).not.toBe(0);
  });
  it('half written by us, it is known again, written from the start, and proven', async () => {
    expect((await writeOn('0341')).operation).toMatchObject({
      ...{ state: 'done', meaning: 'meaning.write.verified' }
    });
    expect(Buffer.compare(memoryOf('0341'), memoryOf('0396'))).toBe(0);
  });
  it('once it equals the original nothing tells the two apart any more: it is not written again', async () => {
    expect((await writeOn('0341')).operation?.problem?.code).toBe('write.content.original');
  });
});

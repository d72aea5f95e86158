// Every method of cloning, on a family that needs it, carried over the sockets to a write that is read back equal; what the donor then holds is compared with what
// the units held before, byte by byte, and the checksums with those of the family.
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { bytesAtOf } from '@badger/core/checksum/rule';
import { verifySums } from '@badger/core/checksum/verify-sums';
import type { CloneMethod, Profile } from '@badger/core/profile/profile';
import { layBare } from '@badger/core/transform/plain-region';
import { isTrusted } from '@badger/core/reads/judge-region';
import type { UnitRole } from '@badger/core/job/roles';
import type { Person } from '../app/src/lib/server/repositories/people.ts';
import { buildClone } from '../app/src/lib/server/services/build/build-clone.ts';
import {
  changeSource,
  consentToImage
} from '../app/src/lib/server/services/build/change-source.ts';
import { checkJobGate } from '../app/src/lib/server/services/job/gate.ts';
import { loadJobView } from '../app/src/lib/server/services/job/job-view.ts';
import { seeCloneBytes } from '../app/src/lib/server/services/build/see-bytes.ts';
import { listEvents } from '../app/src/lib/server/repositories/events.ts';
import { takeIn } from '../app/src/lib/server/services/job/intake.ts';
import { assignUnit, recordAuthority } from '../app/src/lib/server/services/job/jobs.ts';
import { chooseAccess } from '../app/src/lib/server/services/plan/accesses.ts';
import { CLONE_CASES, type CloneCase } from './support/clone-cases.ts';
import { makeShop, powerUp, runToEnd, type Shop } from './support/shop.ts';
import { changedFamilies, setRule, shrink } from './support/small-family.ts';

/** Number of the job of each case. */
const numbers = new Map<string, number>();
/** The largest memories made small: how much is moved is not tried here. */
const families = changedFamilies({
  'pw-ec9': (doc) => {
    shrink(doc, 'backup', 0x20000);
    doc.clone.supplied = [];
    setRule(doc, 'backup-crc', { start: '0x10000', end: '0x1FFFC', storedAt: '0x1FFFC' });
  },
  'pw-dx2': (doc) => {
    shrink(doc, 'engine-flash', 0x20000);
    setRule(doc, 'engine-boot-crc', { start: '0x0', end: '0x10000', storedAt: '0xFFFC' });
    setRule(doc, 'engine-crc', { start: '0x10000', end: '0x1FFFC', storedAt: '0x1FFFC' });
    shrink(doc, 'transmission-flash', 0x10000);
    setRule(doc, 'transmission-crc', { start: '0x8000', end: '0xFFFC', storedAt: '0xFFFC' });
  }
});
let shop: Shop;
let bench: Person;
let lead: Person;
beforeAll(async () => {
  shop = await makeShop({ profilesDir: families.dir });
  [bench, lead] = [await shop.person('bench'), await shop.person('lead')];
});
afterAll(async () => {
  await shop.close();
  families.remove();
});

const profileOf = (id: string) => shop.root.deps.profiles.get(id) as Profile;
const view = async (number: number) => {
  const found = await loadJobView(shop.root.deps, number);
  if (!found) throw new Error('no job');
  return found;
};
const memoryOf = (tag: string, regionId: string, chip = false): Uint8Array => {
  const held = chip
    ? shop.world.chips.get(tag)?.chip.memory
    : shop.world.units.get(tag)?.memory.get(regionId);
  if (!held) throw new Error(`nothing in ${tag}`);
  return held;
};

async function open(c: CloneCase): Promise<number> {
  const vin = shop.world.units.get(c.original)?.spec.fields['vin'];
  const made = await takeIn(shop.root.deps, bench, {
    ...{ customer: 'Quay Test', vehicle: c.name, vin: vin ?? 'U8HVC3F2401084417' },
    ...{ family: c.family, complaint: 'Dead', reason: 'failed-module', authorisedBy: 'Office' },
    ...{ promisedAt: null, intakeKey: `clone-methods-${c.family}-${c.method}`, another: true },
    arrival: { how: 'vehicle', parcelNumber: '', condition: '' },
    units: [
      { role: 'original', tag: c.original, place: '', condition: '' },
      { role: 'donor', tag: c.donor, place: '', condition: '' }
    ]
  });
  if (!made.ok) throw new Error(`${made.problem.code} ${JSON.stringify(made.problem.params)}`);
  const { number: jobNumber } = made.value;
  const authority = { orderedBy: 'Office', proofKind: 'order', proofNumber: '77' } as const;
  const signature = [[[1, 1] as number[], [9, 9] as number[]]];
  await recordAuthority(shop.root.deps, bench, { jobNumber, ...authority, signature });
  if (c.partner) {
    const partner = { jobNumber, role: 'partner', tag: c.partner, family: 'PW-BD1' } as const;
    expect(await assignUnit(shop.root.deps, bench, partner)).toMatchObject({ ok: true });
  }
  const choice = { jobNumber, key: c.key, method: c.method, reason: 'this method is tried' };
  expect(await chooseAccess(shop.root.deps, lead, choice)).toMatchObject({ ok: true });
  return jobNumber;
}

async function connect(c: CloneCase, jobNumber: number, role: UnitRole): Promise<void> {
  const { bench: devices } = shop.root.deps;
  const tag = { original: c.original, donor: c.donor, partner: c.partner, new: '' }[role] ?? '';
  if (c.chip) {
    await devices.stations.get('window')?.supply.apply({ on: false });
    await devices.world?.setStation('window', { unit: null, chip: tag });
  } else {
    const { access } = await view(jobNumber);
    const need = access?.carrier === 'can-uds' ? access.supply : undefined;
    await powerUp(shop, 'window', tag, {
      voltageMv: need ? (need.voltageMinMv + need.voltageMaxMv) / 2 : 13_000,
      limitMa: need?.limitMinMa ?? 3000
    });
  }
  const where = { jobNumber, stationId: 'window', role } as const;
  const identified = await runToEnd(shop, bench, { kind: 'identify', ...where });
  expect(identified.refused ?? identified.operation?.problem ?? undefined).toBeUndefined();
}

async function readTwice(c: CloneCase, jobNumber: number, role: UnitRole): Promise<void> {
  const wanted = (await view(jobNumber)).needed.filter((n) => n.from === role);
  const backups = role === 'donor' ? c.written : [];
  for (const regionId of new Set([...wanted.map((n) => n.regionId), ...backups]))
    for (let i = 0; i < 2; i++) {
      const read = await runToEnd(shop, bench, {
        ...{ kind: 'read', jobNumber, stationId: 'window', role, regionId }
      });
      expect(read.refused ?? read.operation?.problem ?? undefined, `${role} ${regionId}`).toBe(
        undefined
      );
    }
}

const plainOf = (profile: Profile, regionId: string, bytes: Uint8Array) => {
  const plain = layBare(profile, regionId, bytes);
  if (!plain.ok) throw new Error(plain.problem.code);
  return plain.value;
};

/** Both copies of the clutch fill times, told by one of them; mileage and anything that the family does not name is not set back. */
async function setBack(jobNumber: number): Promise<void> {
  const reason = 'The other gearbox has learnt them';
  const change = (start: number, end: number, from: 'filler' | 'family') =>
    changeSource(shop.root.deps, bench, {
      ...{ jobNumber, regionId: 'eeprom', start, end, from, reason }
    });
  for (const [start, end] of [
    [0x300, 0x317],
    [0x200, 0x211],
    [0x1300, 0x1310]
  ] as const)
    expect(await change(start, end, 'filler')).toMatchObject({
      problem: { code: 'clone.reset.other' }
    });
  expect(await change(0x1300, 0x1318, 'filler')).toMatchObject({ ok: true });
  expect(await change(0x300, 0x318, 'family')).toMatchObject({ ok: true });
  expect(await change(0x300, 0x318, 'filler')).toMatchObject({ ok: true });
}

describe.each(CLONE_CASES)('$name: $family', (c) => {
  it('is read, built, written and read back equal, and every byte is where the plan has it', async () => {
    const { deps } = shop.root;
    const jobNumber = await open(c);
    numbers.set(c.name, jobNumber);
    const profile = profileOf(c.family);
    const before = new Map(
      c.written.flatMap((id) =>
        (['original', 'donor'] as const).map(
          (role) => [`${role} ${id}`, memoryOf(c[role], id, c.chip).slice()] as const
        )
      )
    );
    for (const role of ['original', 'partner', 'donor'] as const) {
      if (role === 'partner' && !c.partner) continue;
      // an engine unit that is dead gives nothing, not even its id: the secret comes from the body unit
      if (role === 'original' && c.partner) continue;
      await connect(c, jobNumber, role);
      await readTwice(c, jobNumber, role);
    }
    const gate = async () =>
      checkJobGate(deps, await view(jobNumber), {
        ...{ kind: 'write', stationId: 'window', person: bench, role: 'donor' }
      });
    if (c.setBack) await setBack(jobNumber);
    expect((await gate()).holding?.code).toBe('gate.image.none');
    expect(await buildClone(deps, bench, jobNumber)).toMatchObject({ ok: true });
    const built = await view(jobNumber);
    expect(built.clone?.plan.lines.map((l) => l.regionId)).toEqual(c.written);
    expect(built.cloneState).toBe('built');
    if (c.consent) {
      expect((await gate()).holding?.code).toBe('gate.rules.unknown');
      const consent = { jobNumber, cloneImageId: built.clone?.id ?? '', reason: 'compared by eye' };
      expect(await consentToImage(deps, bench, consent)).toMatchObject({
        problem: { code: 'gate.person.role' }
      });
      expect(await consentToImage(deps, lead, consent)).toMatchObject({ ok: true });
    }
    expect((await gate()).holding).toBeUndefined();
    const written = await runToEnd(shop, bench, {
      ...{ kind: 'write', jobNumber, stationId: 'window', confirmation: c.donor.slice(-3) }
    });
    expect(written.refused ?? written.operation?.problem ?? undefined).toBeUndefined();
    expect((await view(jobNumber)).writeState).toBe('verified');
    for (const line of built.clone?.plan.lines ?? []) {
      const now = plainOf(profile, line.regionId, memoryOf(c.donor, line.regionId, c.chip));
      const was = (role: 'original' | 'donor') =>
        plainOf(profile, line.regionId, before.get(`${role} ${line.regionId}`) as Uint8Array);
      const [original, donor] = [was('original'), was('donor')];
      const set = line.provenance.filter((p) => p.origin === 'filler');
      expect(set).toHaveLength(c.setBack && line.regionId === 'eeprom' ? 2 : 0);
      for (const { start, end } of set)
        expect(now.subarray(start, end).every((b) => b === 0xff)).toBe(true);
      const wrong = line.provenance.filter(({ start, end, origin }) => {
        const from = origin === 'original' ? original : origin === 'donor' ? donor : undefined;
        return from && Buffer.compare(now.subarray(start, end), from.subarray(start, end)) !== 0;
      });
      expect(wrong).toEqual([]);
      const sums = verifySums(
        profile.checksums.filter((r) => r.region === line.regionId),
        bytesAtOf(now)
      );
      expect(sums.every((s) => s.verdict === 'holds')).toBe(true);
      // no byte of the original was changed
      const own = before.get(`original ${line.regionId}`) as Uint8Array;
      expect(Buffer.compare(memoryOf(c.original, line.regionId, c.chip), own)).toBe(0);
    }
  }, 120_000);
});

describe('the secret of the body unit', () => {
  it('stands in every copy of the engine unit that was written, and nothing else was changed', () => {
    const body = memoryOf('0403', 'eeprom').subarray(0x400, 0x410);
    const engine = memoryOf('0472', 'backup');
    for (const at of [0x400, 0x1400])
      expect(Buffer.compare(engine.subarray(at, at + 16), body)).toBe(0);
    expect(Buffer.from(engine.subarray(0x200, 0x211)).toString('latin1')).toBe('U8PLE9B1100418852');
  });
});

describe('the bytes of a built image', () => {
  it('are seen without security data, by whom the table names, and the first look is on record', async () => {
    const { deps } = shop.root;
    const asked = {
      jobNumber: numbers.get('merge on the bench') ?? 0,
      regionId: 'eeprom',
      start: 0x400
    };
    expect(await seeCloneBytes(deps, await shop.person('trainee'), asked)).toMatchObject({
      problem: { code: 'gate.person.role' }
    });
    const looks = async () =>
      (await listEvents(deps.db, (await view(asked.jobNumber)).job.id)).filter(
        (e) => e.kind === 'image.seen'
      ).length;
    expect(await looks()).toBe(0);
    const seen = await seeCloneBytes(deps, bench, asked);
    expect(seen).toMatchObject({ ok: true, value: { start: 0x400, end: 0x600 } });
    // 16 bytes of the secret, and 32 of the key ids
    expect(seen.ok && seen.value.hex.match(/··/g)).toHaveLength(48);
    await seeCloneBytes(deps, bench, { ...asked, start: 0 });
    expect(await looks()).toBe(1);
    for (const start of [-1, 0x8000, 1e99, Number.NaN])
      expect((await seeCloneBytes(deps, bench, { ...asked, start })).ok).toBe(false);
  });
});

describe('a person takes bytes from elsewhere', () => {
  const numberOf = () => numbers.get('merge on the bench') ?? 0;
  it('with a reason and the right; what was built before is out of date, and what was written is told so', async () => {
    const { deps } = shop.root;
    const jobNumber = numberOf();
    const coding = { jobNumber, regionId: 'eeprom', reason: 'the tow bar stays' } as const;
    const trainee = await shop.person('trainee');
    const one = { ...coding, start: 0x330, end: 0x331, from: 'donor' } as const;
    expect(await changeSource(deps, trainee, one)).toMatchObject({
      problem: { code: 'gate.person.role' }
    });
    // one copy of two
    const torn = { ...coding, start: 0x320, end: 0x322, from: 'donor' } as const;
    expect(await changeSource(deps, bench, torn)).toMatchObject({
      problem: { code: 'clone.field.torn' }
    });
    expect((await view(jobNumber)).cloneState).toBe('built');
    expect(await changeSource(deps, bench, one)).toMatchObject({ ok: true });
    const stale = await view(jobNumber);
    expect(stale.cloneState).toBe('stale');
    expect(stale.line.write.code).toBe('write.clone.doubted');
    expect(await changeSource(deps, bench, { ...one, from: 'family' })).toMatchObject({ ok: true });
    expect((await view(jobNumber)).cloneState).toBe('built');
  });
  it('for one method only: chosen back and forth, nothing stands in the way of another', async () => {
    const { deps } = shop.root;
    const jobNumber = numberOf();
    const choose = (method: CloneMethod) =>
      chooseAccess(deps, lead, { jobNumber, key: 'bench-0', method, reason: 'tried here' });
    expect(await choose('whole-image')).toMatchObject({ ok: true });
    const program = { jobNumber, regionId: 'processor', start: 0, end: 0x80000 } as const;
    const change = { ...program, from: 'donor', reason: 'its program runs already' } as const;
    expect(await changeSource(deps, bench, change)).toMatchObject({ ok: true });
    expect((await view(jobNumber)).needed.map((n) => `${n.from} ${n.regionId}`)).toEqual([
      'original eeprom'
    ]);
    // memory chip only writes no processor at all: what was said for the other method is not asked
    expect(await choose('memory-chip')).toMatchObject({ ok: true });
    expect((await view(jobNumber)).parts?.ok).toBe(true);
    expect(await choose('merge')).toMatchObject({ ok: true });
    expect((await view(jobNumber)).cloneState).toBe('built');
  });
  it('and what is trusted of the donor is enough: its backup was kept before it was written', async () => {
    const found = await view(numberOf());
    expect(found.regions.donor.filter((r) => isTrusted(r.verdict)).map((r) => r.region.id)).toEqual(
      ['eeprom']
    );
  });
});

// Every access of every family that the bench itself can work: chosen, identified, read until two reads agree, kept and compared
// with what the stand-in really holds. A family without a unit in the simulated world fails here.
import { createHash } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { isDriven, resolveAccess, type DrivenAccess } from '@badger/core/access/access';
import { keyOfAccess, type Profile } from '@badger/core/profile/profile';
import type { Person } from '../app/src/lib/server/repositories/people.ts';
import { takeIn } from '../app/src/lib/server/services/job/intake.ts';
import { recordAuthority } from '../app/src/lib/server/services/job/jobs.ts';
import { loadJobView } from '../app/src/lib/server/services/job/job-view.ts';
import { sayWhoFeeds } from '../app/src/lib/server/services/operation/unit-feed.ts';
import { chooseAccess } from '../app/src/lib/server/services/plan/accesses.ts';
import { loadProfiles } from '../standins/src/world/load-profiles.ts';
import { isTrusted } from '@badger/core/reads/judge-region';
import type { UnitSpec } from '../standins/src/modules/module.ts';
import { CHIP_UNITS, UNITS } from '../standins/src/world/saltmarsh.ts';
import { at, makeShop, plugIn, powerUp, runToEnd, type Shop } from './support/shop.ts';

/** A failing unit may take this many reads. */
const MOST_READS = 14;

const profiles = loadProfiles(at('profiles'));
let shop: Shop;
let bench: Person;
let lead: Person;
beforeAll(async () => {
  shop = await makeShop();
  [bench, lead] = [await shop.person('bench'), await shop.person('lead')];
});
afterAll(() => shop.close());

function unitOf({ id }: Profile, { carrier }: DrivenAccess): UnitSpec {
  const inside = UNITS.find((u) => u.family === id && (carrier !== 'vehicle-uds' || u.fitted));
  const unit = inside ?? CHIP_UNITS.find((u) => u.family === id);
  if (!unit) throw new Error(`no unit of ${id} in the simulated world`);
  return unit;
}

let taken = 0;
async function open(profile: Profile, unit: UnitSpec): Promise<number> {
  const made = await takeIn(shop.root.deps, bench, {
    ...{
      customer: 'Quay Test',
      vehicle: profile.make,
      vin: unit.fields['vin'] ?? 'U8HVC3F2401084417'
    },
    ...{ family: profile.id, complaint: 'Dead', reason: 'failed-module', authorisedBy: 'Office' },
    ...{ promisedAt: null, intakeKey: `every-access-${(taken += 1)}`, another: true },
    arrival: { how: 'vehicle', parcelNumber: '', condition: '' },
    units: [{ role: 'original', tag: unit.tag, place: '', condition: '' }]
  });
  if (!made.ok) throw new Error(made.problem.code);
  const { number: jobNumber } = made.value;
  const authority = { orderedBy: 'Office', proofKind: 'order', proofNumber: '77' } as const;
  const signature = [[[1, 1] as number[], [9, 9] as number[]]];
  await recordAuthority(shop.root.deps, bench, { jobNumber, ...authority, signature });
  return jobNumber;
}

/** Hands: the unit on the clamp and fed, its chip on the programmer, or the cable in its vehicle. */
async function connect(access: DrivenAccess, unit: UnitSpec): Promise<void> {
  const { bench: devices } = shop.root.deps;
  await devices.world?.vehicle({ plug: null });
  if (access.carrier === 'can-uds') {
    const { voltageMinMv, voltageMaxMv, limitMinMa } = access.supply;
    return powerUp(shop, 'window', unit.tag, {
      ...{ voltageMv: (voltageMinMv + voltageMaxMv) / 2, limitMa: limitMinMa },
      padHeld: access.spec.holdPad !== undefined
    });
  }
  await devices.stations.get('window')?.supply.apply({ on: false });
  await devices.world?.setStation('window', { unit: null });
  if (access.carrier === 'chip') await devices.world?.setStation('window', { chip: unit.tag });
  else {
    shop.world.simulator.vehicles.get(unit.fitted ?? '')?.play('healthy');
    await plugIn(shop, unit.fitted ?? '', { station: 'window' });
  }
}

const truthOf = (unit: UnitSpec, regionId: string) =>
  shop.world.units.get(unit.tag)?.memory.get(regionId) ??
  shop.world.chips.get(unit.tag)?.chip.memory;

for (const profile of profiles)
  describe(profile.id, () => {
    const driven = profile.accesses.flatMap((spec, i) => {
      const access = resolveAccess(profile, keyOfAccess(spec, i));
      // an access that opens no memory is one only where nothing is cloned
      const leads = spec.reads.length + spec.writes.length > 0 || profile.cloneMethod === 'none';
      return isDriven(access) && leads ? [access] : [];
    });
    it('has an access that this bench works by itself', () => {
      expect(driven.length).toBeGreaterThan(0);
    });
    it.each(driven.map((a) => [a.key, a] as const))('by %s', async (key, access) => {
      const unit = unitOf(profile, access);
      const jobNumber = await open(profile, unit);
      const choice = {
        jobNumber,
        key,
        method: profile.cloneMethod,
        reason: 'this access is tried'
      };
      expect(await chooseAccess(shop.root.deps, lead, choice)).toEqual({ ok: true, value: true });
      if (access.spec.staysInstalled) {
        const feed = { jobNumber, role: 'original' as const, by: 'bench' as const };
        expect((await sayWhoFeeds(shop.root.deps, bench, feed)).ok).toBe(true);
      }
      await connect(access, unit);
      const where = { jobNumber, stationId: 'window', role: 'original' } as const;
      const identified = await runToEnd(shop, bench, { kind: 'identify', ...where });
      expect(identified.refused ?? identified.operation?.problem ?? undefined).toBeUndefined();
      for (const regionId of access.spec.reads) {
        const region = async () =>
          (await loadJobView(shop.root.deps, jobNumber))?.regions.original.find(
            (r) => r.region.id === regionId
          );
        for (let i = 0; i < MOST_READS; i++) {
          const read = await runToEnd(shop, bench, { kind: 'read', ...where, regionId });
          expect(read.refused ?? read.operation?.problem ?? undefined).toBeUndefined();
          const verdict = (await region())?.verdict;
          if (verdict && isTrusted(verdict)) break;
        }
        const sha256 = createHash('sha256')
          .update(truthOf(unit, regionId) as Uint8Array)
          .digest('hex');
        expect((await region())?.agreement.trustedSha256, regionId).toBe(sha256);
      }
    });
  });

// A seeded campaign: faults are set at the stand-ins, a handshake is tried over real sockets, and the causes are ranked from what was
// measured. Aim: the first-named cause is right in 95 of 100 single faults, one of the first three in 99.
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { resolveAccess, type Access } from '@badger/core/access/access';
import { createRandom, seedOf } from '@badger/core/base/random';
import {
  BENCH_CAUSES,
  isPossible,
  type BenchCause,
  type Cause
} from '@badger/core/diagnosis/causes';
import { rankCauses } from '@badger/core/diagnosis/rank-causes';
import { loadProfiles } from '../standins/src/world/load-profiles.ts';
import { World } from '../standins/src/world/world.ts';
import { expectedFor, tryBench, type Bench, type Habit } from './support/campaign.ts';
import { at } from './support/shop.ts';

/** Benches side by side; each family that is spoken to on the bench has as many as fit. */
const BENCHES = 42;
const profiles = loadProfiles(at('profiles'));
const families = profiles.filter((p) => resolveAccess(p, undefined).carrier === 'can-uds');
let world: World;
const benches: Bench[] = [];

const isCan = (access: Access): access is Bench['access'] => access.carrier === 'can-uds';

beforeAll(async () => {
  const nos = Array.from({ length: BENCHES }, (_, i) => i);
  world = new World({
    ...{ profiles, chipUnits: [], vehicles: [], layouts: [], speed: 0 },
    units: nos.map((i) => ({
      ...{ tag: `U${i}`, family: families[i % families.length]?.id ?? '', fields: {} },
      chipId: `5C00${i.toString(16).toUpperCase().padStart(4, '0')}`
    })),
    stations: nos.map((i) => ({
      ...{ id: `s${i}`, name: `S${i}`, ratedMa: 20_000 },
      ...{ boxPort: 0, supplyPort: 0, chipPort: 0, sensePort: 0 }
    }))
  });
  await world.start();
  for (const [i, station] of world.stations.entries()) {
    const profile = families[i % families.length];
    const access = profile && resolveAccess(profile, undefined);
    if (!profile || !access || !isCan(access)) throw new Error('no family');
    world.clamp(station, `U${i}`);
    benches.push({ station, profile, access });
  }
});
afterAll(() => world.stop());

/** How bad a fault is: the same for the same bench and fault, whatever runs beside it. */
const severityOf = ({ station }: Bench, causes: readonly BenchCause[]) =>
  (seedOf(`${station.spec.id}/${causes.join('/')}`) % 1001) / 1000;

interface Case {
  readonly bench: Bench;
  readonly causes: readonly BenchCause[];
  readonly habit: Habit;
}

/** Runs every case; each bench does its own one after the other. */
async function run(cases: readonly Case[]) {
  const done = await Promise.all(
    benches.map(async (bench) => {
      const results = [];
      for (const { causes, habit } of cases.filter((c) => c.bench === bench)) {
        bench.station.severity = severityOf(bench, causes);
        const tried = await tryBench(bench, causes, habit);
        const ranked = rankCauses(tried.evidence, expectedFor(bench)).map((r) => r.cause);
        results.push({ ...tried, ranked, causes, family: bench.profile.id });
      }
      return results;
    })
  );
  return done.flat();
}

type Result = Awaited<ReturnType<typeof run>>[number];
const isOneOf = (r: Result, cause: Cause | undefined) => r.causes.some((c) => c === cause);
const share = (list: readonly Result[], first: number) =>
  list.filter((r) => r.ranked.slice(0, first).some((c) => isOneOf(r, c))).length / list.length;
const missed = (list: readonly Result[]) =>
  list
    .filter((r) => !isOneOf(r, r.ranked[0]))
    .map((r) => `${r.family} ${r.causes.join('+')}: ${r.ranked.slice(0, 3).join(', ')}`);

/** Every possible cause on a bench of every family. */
function singles(habit: Habit): Case[] {
  return BENCH_CAUSES.flatMap((cause, no) =>
    families.flatMap((family, i) => {
      const own = benches.filter((b) => b.profile === family);
      const bench = own[(no + i) % own.length];
      return bench && isPossible(cause, expectedFor(bench))
        ? [{ bench, causes: [cause], habit }]
        : [];
    })
  );
}

describe('the seeded campaign of faults', () => {
  it('a sound bench of every family passes, and asks for no cause', async () => {
    const sound = await run(
      families.map((f) => ({
        bench: benches.find((b) => b.profile === f) as Bench,
        causes: [],
        habit: { senses: true, measuresPair: true }
      }))
    );
    expect(sound.map((r) => r.passed)).toEqual(families.map(() => true));
  });
  it('one fault, sense lines and the pair measured: the first is right in 95 %, one of three in 99 %', async () => {
    const results = await run(singles({ senses: true, measuresPair: true }));
    expect(results.filter((r) => r.passed).map((r) => r.causes)).toEqual([]);
    expect(share(results, 1), missed(results).join('\n')).toBeGreaterThanOrEqual(0.95);
    expect(share(results, 3)).toBeGreaterThanOrEqual(0.99);
    const shorts = results.filter((r) => r.causes.includes('short'));
    expect(shorts.map((r) => r.off)).toEqual(shorts.map(() => true));
  });
  it('without sense lines and meter the first three still hold the right one as a rule', async () => {
    const results = await run(singles({ senses: false, measuresPair: false }));
    expect(share(results, 1), missed(results).join('\n')).toBeGreaterThanOrEqual(0.6);
    expect(share(results, 3)).toBeGreaterThanOrEqual(0.9);
  });
  it('two faults at once: one of the two is named first', async () => {
    const random = createRandom(1_127);
    const pick = <T>(list: readonly T[]) => list[random() % list.length] as T;
    const cases: Case[] = [];
    while (cases.length < 60) {
      const bench = pick(benches);
      const causes = [pick(BENCH_CAUSES), pick(BENCH_CAUSES)] as const;
      const fits = causes.every((c) => isPossible(c, expectedFor(bench)));
      if (fits && causes[0] !== causes[1])
        cases.push({ bench, causes, habit: { senses: true, measuresPair: true } });
    }
    const results = await run(cases);
    expect(share(results, 1), missed(results).join('\n')).toBeGreaterThanOrEqual(0.95);
    expect(share(results, 3)).toBeGreaterThanOrEqual(0.99);
  });
}, 240_000);

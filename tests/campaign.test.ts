// How good the judgement of reads is: units, faults and reads drawn by the stand-ins, which share no code with it.
import { describe, expect, it } from 'vitest';
import { runCampaign } from '../standins/src/campaign/tally.ts';
import { loadProfiles } from '../standins/src/world/load-profiles.ts';

const profiles = loadProfiles(new URL('../profiles', import.meta.url).pathname);
/** `./badger test slow` sets more. */
const CASES = Number(process.env['CAMPAIGN_CASES'] ?? 200);

describe(`${CASES} units with faults, read until judged`, () => {
  const campaign = runCampaign(profiles, { cases: CASES, seed: 20_261_127 });
  const { rows, total } = campaign;
  it('nothing wrong is trusted, nothing wrong is put together', () =>
    expect(total).toMatchObject({ falseTrust: 0, wrongReconstructions: 0, cases: CASES }));
  it('the cause is named right in 95 of 100', () =>
    expect(total.causeNamed).toBeGreaterThanOrEqual(0.95));
  it('no fault is a lottery: each is named more often than not', () => {
    for (const row of rows) expect(row.causeNamed, row.fault).toBeGreaterThan(0.6);
  });
  it('sound units are trusted after two reads, and few reads go beyond two right ones', () => {
    const [sound] = rows;
    expect(sound).toMatchObject({ fault: 'none', trusted: sound?.cases, readsBeyond: 0 });
    expect(total.readsBeyond).toBeLessThan(1);
  });
  it('the same seed gives the same cases', () =>
    expect(runCampaign(profiles, { cases: 13, seed: 5 })).toEqual(
      runCampaign(profiles, { cases: 13, seed: 5 })
    ));
});

import { readdirSync, readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { resolveAccess } from '../access/access.ts';
import { cavitiesOfRow } from '../profile/find-wiring-gap.ts';
import { parseProfile } from '../profile/parse-profile.ts';
import { keyOfAccess, type Profile } from '../profile/profile.ts';
import type { ProfileDocument } from '../profile/schema.ts';
import { planConnection, type ConnectionPlan } from './connection-plan.ts';
import {
  judgeConnection,
  powerHeldBy,
  type ConnectionFacts,
  type ConnectionReading
} from './judge-connection.ts';
import { proposeLead, type LeadSet } from './lead-set.ts';

const folder = new URL('../../../profiles/', import.meta.url);
const profiles = readdirSync(folder)
  .filter((n) => n.endsWith('.json'))
  .map((n): Profile => {
    const doc = JSON.parse(readFileSync(new URL(n, folder), 'utf8')) as ProfileDocument;
    const parsed = parseProfile(doc);
    if (!parsed.ok) throw new Error(`${n}: ${parsed.problem.code}`);
    return parsed.value;
  });
const profileOf = (id: string) => profiles.find((p) => p.id === id) as Profile;

const lead: LeadSet = {
  ...{ id: 'l', name: 'Boot lead', families: [], port: 'bench port', terminatorOhm: 0 },
  ...{ lengthMm: 2200, areaUm2: 500_000, contactMohm: 5, plugCycles: 0, plugLimit: 500 },
  wires: [
    { signal: 'ground', mark: '1', colour: 'black' },
    { signal: 'can-h', mark: '7', colour: '' }
  ]
};
const box = { name: 'Box', terminatorOhm: 0, drawMa: 350 };
const kit = { lead, adapter: undefined, box };
function planOf(family: string, access?: string, marking?: string): ConnectionPlan {
  const profile = profileOf(family);
  return planConnection(profile, resolveAccess(profile, access), { kit, marking });
}

describe('connection plan of every access of every family', () => {
  const all = profiles.flatMap((p) => p.accesses.map((a, i) => [p.id, keyOfAccess(a, i)] as const));
  it.each(all)('%s %s: everything that is connected is drawn', (family, key) => {
    const profile = profileOf(family);
    const markings = profile.boards.map((b) => b.marking);
    for (const marking of markings.length > 0 ? markings : [undefined]) {
      const plan = planOf(family, key, marking);
      expect(plan.wires.length).toBeGreaterThan(0);
      const drawn = new Set(
        plan.faces.flatMap((f) => f.rows.flatMap(cavitiesOfRow).map((c) => `${f.id} ${c}`))
      );
      for (const wire of plan.wires) {
        for (const c of wire.cavities) expect(drawn).toContain(`${wire.connector ?? ''} ${c}`);
        for (const pad of wire.pads) expect(plan.board?.pads.map((p) => p.id)).toContain(pad);
        if (wire.chip) expect(plan.board?.chips.map((c) => c.id)).toContain(wire.chip);
      }
    }
  });
  it('ground first, the pair, feeds, ignition, then the pad', () => {
    expect(planOf('HV-EC4').wires.map((w) => w.signal)).toEqual([
      ...['ground', 'can-h', 'can-l', 'battery', 'ignition', 'boot-pad']
    ]);
  });
  it('what is soldered comes before anything is connected', () => {
    expect(planOf('PW-BD1').wires[0]).toMatchObject({ signal: 'program', soldered: true });
  });
  it('every wire has its end in the lead set, what is expected of it, and its terminal', () => {
    const [ground, high] = planOf('HV-EC4').wires;
    expect(ground?.lead).toEqual({ mark: '1', colour: 'black' });
    // 2.2 m · 1.16 / (58 · 0.5 mm²) = 88 mΩ and two contacts of 5
    expect(ground?.expected).toEqual({ kind: 'wire', mohm: 98 });
    expect(ground?.terminalMm).toBe(1.5);
    expect(high?.expected).toMatchObject({ kind: 'pair', minOhm: 50 });
  });
  it('two boards of one family differ, and without the marking none is guessed', () => {
    const clip = 'clip-1';
    const a = planOf('PW-BD1', clip, 'R12-512A');
    const c = planOf('PW-BD1', clip, 'R12-512C');
    expect(a.board?.chips[0]).not.toEqual(c.board?.chips[0]);
    const unknown = planOf('PW-BD1', clip);
    expect(unknown.board).toBeUndefined();
    expect(unknown.boards.length).toBe(2);
    expect(planOf('PW-BD1', clip, 'R12-512X').board).toBeUndefined();
  });
  it('a bench access that needs no pad draws no board', () => {
    expect(planOf('HV-EC4', 'bench-1')).toMatchObject({ boards: [], board: undefined });
  });
  it('terminators: the unit has one, lead and box none: add one', () => {
    expect(planOf('HV-EC4').termination).toMatchObject({ advice: 'add', change: 1, wanted: 2 });
    expect(planOf('CV-GX7').termination).toMatchObject({ advice: 'measure' });
    expect(planOf('MD-IM3').termination).toBeUndefined();
  });
  it('a lead of which nothing is known gives no expected value', () => {
    const profile = profileOf('HV-EC4');
    const bare = { ...lead, areaUm2: undefined };
    const plan = planConnection(profile, resolveAccess(profile, undefined), {
      kit: { ...kit, lead: bare },
      marking: undefined
    });
    expect(plan.wires[0]?.expected).toEqual({ kind: 'wire', mohm: undefined });
  });
});

describe('lead that is proposed', () => {
  const own = { ...lead, id: 'own', families: ['HV-EC4'], plugCycles: 431 };
  it('one made for the family, unless it is worn', () => {
    expect(proposeLead([lead, own], 'HV-EC4')?.id).toBe('own');
    expect(proposeLead([lead, { ...own, plugCycles: 500 }], 'HV-EC4')?.id).toBe('l');
    expect(proposeLead([own], 'QN-TC2')).toBeUndefined();
  });
  it('of equals the one with most plugs left', () => {
    expect(proposeLead([own, { ...own, id: 'new', plugCycles: 3 }], 'HV-EC4')?.id).toBe('new');
  });
});

describe('a connection before power', () => {
  const plan = planOf('HV-EC4');
  const allTicked = plan.wires.map((w) => w.key);
  const reading = (kind: ConnectionReading['kind'], ohm: number, wireKey?: string) => ({
    ...{ kind, wireKey },
    mohm: ohm * 1000
  });
  const good: ConnectionFacts = {
    ticked: allTicked,
    readings: [reading('pair', 60), reading('feed-ground', 2400)]
  };
  const judged = (facts: ConnectionFacts) => judgeConnection(plan, facts).verdict;
  it('Go only when all is ticked and measures right', () => {
    expect(judged(good)).toMatchObject({ verdict: 'go', code: 'wiring.connection.right' });
  });
  it('a wire left out, a pair not measured, a feed not measured: Look, and undone', () => {
    const left = judgeConnection(plan, { ...good, ticked: allTicked.slice(1) });
    expect(left.open).toEqual([allTicked[0]]);
    expect(left.verdict).toMatchObject({ verdict: 'look', undone: true });
    for (const r of good.readings)
      expect(judged({ ...good, readings: [r] })).toMatchObject({ verdict: 'look', undone: true });
  });
  it('the last reading of each thing counts', () => {
    const readings = [reading('feed-ground', 1), ...good.readings];
    expect(judged({ ...good, readings }).verdict).toBe('go');
    expect(judged({ ...good, readings: [...readings, reading('pair', 0)] }).verdict).toBe('stop');
  });
  it('a measured short holds power, what nobody measured does not', () => {
    expect(powerHeldBy(judgeConnection(plan, { ticked: [], readings: [] }))).toBeUndefined();
    const short = { ...good, readings: [reading('feed-ground', 1)] };
    expect(powerHeldBy(judgeConnection(plan, short))).toMatchObject({ code: 'wiring.feed.short' });
  });
  it('a wire that was measured is judged, an open one is Stop', () => {
    const key = allTicked[0] ?? '';
    const open = { ...good, readings: [...good.readings, reading('wire', Infinity, key)] };
    expect(judged(open)).toMatchObject({ verdict: 'stop', code: 'wiring.wire.open' });
  });
  it('without the marking of the chip it is never Go, whatever is ticked and measured', () => {
    const facts = (p: ConnectionPlan) => ({
      ticked: p.wires.map((w) => w.key),
      readings: good.readings
    });
    const unknown = planOf('PW-BD1');
    expect(judgeConnection(unknown, facts(unknown)).verdict.code).toBe('wiring.board.unknown');
    const known = planOf('PW-BD1', undefined, 'R12-512A');
    expect(judgeConnection(known, facts(known)).verdict.verdict).toBe('go');
  });
  it('a chip needs neither pair nor feed', () => {
    const clip = planOf('MD-IM3');
    const facts = { ticked: clip.wires.map((w) => w.key), readings: [] };
    expect(judgeConnection(clip, facts).verdict).toMatchObject({
      verdict: 'go',
      params: { measured: 0 }
    });
  });
  it('less that is ticked or measured never moves it towards Go', () => {
    const rank = { go: 0, none: 1, look: 2, stop: 3 };
    const at = (facts: ConnectionFacts) => rank[judgeConnection(plan, facts).verdict.verdict];
    const kinds = fc.constantFrom('pair' as const, 'high-ground' as const, 'feed-ground' as const);
    const one = fc.record({ kind: kinds, mohm: fc.double({ min: 0, max: 1e9, noNaN: true }) });
    fc.assert(
      fc.property(
        fc.subarray(allTicked),
        fc.uniqueArray(one, { selector: (r) => r.kind }),
        (t, r) => {
          const readings = r.map((x) => ({ ...x, wireKey: undefined }));
          const facts = { ticked: t, readings };
          expect(at({ ...facts, ticked: t.slice(1) })).toBeGreaterThanOrEqual(at(facts));
          // forgetting a reading that was right, or was never taken, is never better
          for (const gone of readings) {
            const less = { ...facts, readings: readings.filter((x) => x !== gone) };
            if (at(facts) < rank.look) expect(at(less)).toBeGreaterThanOrEqual(at(facts));
          }
        }
      )
    );
  });
});

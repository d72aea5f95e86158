// Loose units exercised over real sockets: breakout box, supply and interface box of the stand-ins, our drivers, every family.
import { createServer, type Server } from 'node:net';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import { runExercise, type ExerciseRun } from '@badger/core/exercise/run-exercise';
import { sumUpStages, type StageSum } from '@badger/core/exercise/sum-up';
import { resolveAccess, type CanUdsAccess } from '@badger/core/access/access';
import { SUPPLY_DIALECTS } from '@badger/core/supply/dialects';
import type { ExerciseSpec, Profile } from '@badger/core/profile/profile';
import { judgeSocket } from '@badger/core/socket/judge-socket';
import { ScpiBreakout } from '../app/src/lib/server/bench/breakout-driver.ts';
import { LineSupply } from '../app/src/lib/server/bench/supply-driver.ts';
import { SerialLineBox } from '../app/src/lib/server/station/serial-line-box.ts';
import { ChannelSession } from '../app/src/lib/server/station/station-host.ts';
import type { StageFault } from '../standins/src/modules/exerciser.ts';
import { listen, trackSockets } from '../standins/src/world/listen.ts';
import { loadProfiles } from '../standins/src/world/load-profiles.ts';
import { World, type Station } from '../standins/src/world/world.ts';
import { at, until } from './support/shop.ts';

const profiles = loadProfiles(at('profiles'));
interface Family {
  readonly profile: Profile;
  readonly spec: ExerciseSpec;
  readonly access: CanUdsAccess;
}
const families = profiles.flatMap((profile): Family[] => {
  const access = resolveAccess(profile, undefined);
  return profile.exercise && access.carrier === 'can-uds'
    ? [{ profile, spec: profile.exercise, access }]
    : [];
});

/** A unit of every family for every kind of fault, one stage after the other being wrong. */
const FAULTS: readonly (StageFault | 'none')[] = [
  ...(['none', 'dead', 'drift', 'shorted', 'weak', 'broken'] as const)
];
const tagOf = (family: number, fault: number) => `F${family}-${fault}`;

/** Which stage of a family has this fault; undefined where none can. */
function stageFor({ spec }: Family, fault: StageFault | 'none'): string | undefined {
  if (fault === 'none') return undefined;
  if (fault === 'drift') return spec.inputs[0]?.id;
  if (fault === 'dead') return spec.inputs.at(-1)?.id;
  if (fault === 'broken') return spec.selfTest?.stages[0]?.id;
  return fault === 'shorted' ? spec.outputs[0]?.id : spec.outputs.at(-1)?.id;
}

let world: World;
beforeAll(async () => {
  world = new World({
    ...{ profiles, chipUnits: [], vehicles: [], layouts: [], speed: 100 },
    units: families.flatMap((family, f) =>
      FAULTS.map((fault, i) => {
        const stage = stageFor(family, fault);
        return {
          ...{ tag: tagOf(f, i), family: family.profile.id, fields: {} },
          chipId: `5C0000${f}${i}`,
          ...(stage && fault !== 'none' ? { stageFaults: { [stage]: fault } } : {})
        };
      })
    ),
    stations: families.map((_, i) => ({
      ...{ id: `s${i}`, name: `S${i}`, ratedMa: 20_000 },
      ...{ boxPort: 0, supplyPort: 0, chipPort: 0, sensePort: 0 }
    }))
  });
  await world.start();
});
afterAll(() => world.stop());

interface Devices {
  readonly supply: LineSupply;
  readonly breakout: ScpiBreakout;
  readonly box: SerialLineBox;
  readonly stop: { stopped: boolean };
}
const open: { close(): void }[] = [];
afterEach(() => {
  for (const device of open.splice(0)) device.close();
});

/** The station's devices, the unit clamped and fed. */
async function connect(station: Station, tag: string): Promise<Devices> {
  const host = '127.0.0.1';
  const supply = new LineSupply(SUPPLY_DIALECTS['scpi-joined'], {
    ...{ host, port: station.supplyPort, onSample: () => undefined }
  });
  const breakout = new ScpiBreakout({ host, port: station.sensePort, onState: () => undefined });
  const box = new SerialLineBox({ host, port: station.boxPort, onState: () => undefined });
  open.push(supply, breakout, box);
  await until(() => supply.latest !== undefined && breakout.present && box.connected);
  await supply.apply({ on: false });
  world.clamp(station, tag);
  await supply.apply({ voltageMv: 12_500, limitMa: 5000 });
  await supply.apply({ on: true });
  return { supply, breakout, box, stop: { stopped: false } };
}

async function exercise(
  { spec, access }: Family,
  { supply, breakout, box, stop }: Devices,
  wanted?: readonly string[]
): Promise<ExerciseRun> {
  const channel = new ChannelSession(box);
  const opened = await channel.open(access.can.bitrateBps);
  if (!opened.ok) throw new Error(opened.problem.code);
  const all = [...spec.inputs, ...spec.outputs].map((s) => s.id).concat('self-test');
  try {
    return await runExercise(spec, new Set(wanted ?? all), {
      link: {
        exchange: (request, options = {}) => channel.exchange(access.can, request, options)
      },
      box: breakout,
      measure: async () => {
        const read = await supply.apply({});
        return read.ok ? read.value : undefined;
      },
      clock: {
        nowMs: () => performance.now(),
        sleep: (ms) => new Promise((resolve) => setTimeout(resolve, ms / 10))
      },
      stop,
      onProgress: () => undefined
    });
  } finally {
    await channel.end();
  }
}

const wrong = (stages: readonly StageSum[]) =>
  stages.filter((s) => s.state !== 'sound').map((s) => `${s.stage} ${s.state}`);

/** What a fault of a kind must come to. */
const SHOWS: Record<StageFault, string> = {
  ...{ dead: 'failed', drift: 'failed', shorted: 'failed', weak: 'failed', broken: 'failed' }
};

describe('every family', () => {
  it('there are six of them', () => {
    expect(families.map((f) => f.profile.id).sort()).toEqual([
      ...['CV-GX7', 'HV-EC4', 'PW-BD1', 'PW-DX2', 'PW-EC9', 'QN-TC2']
    ]);
  });
  it.each(FAULTS.map((fault, i) => [fault, i] as const))(
    'fault %s: the right stage is named, nothing else, and all is given back',
    async (fault, i) => {
      const results = await Promise.all(
        families.map(async (family, f) => {
          const station = world.stations[f] as Station;
          const run = await exercise(family, await connect(station, tagOf(f, i)));
          const left = [station.breakout.sources.size, station.clamped?.exerciser?.drawMa];
          return { ...run, family, left };
        })
      );
      for (const { family, findings, released, brokenOff, left } of results) {
        const stage = stageFor(family, fault);
        const expected = stage && fault !== 'none' ? [`${stage} ${SHOWS[fault]}`] : [];
        expect(wrong(sumUpStages(family.spec, findings)), family.profile.id).toEqual(expected);
        expect([released, brokenOff, ...left]).toEqual([true, undefined, 0, 0]);
      }
    },
    60_000
  );
});

describe('in the middle of it', () => {
  const [family] = families as [Family];
  const at0 = () => world.stations[0] as Station;

  it('the box is pulled: what is known stays, nothing is called sound, and it is told that not all was taken away', async () => {
    const devices = await connect(at0(), tagOf(0, 0));
    const [input, ...rest] = family.spec.inputs;
    let asked = 0;
    const apply = devices.breakout.apply.bind(devices.breakout);
    devices.breakout.apply = (channel, stimulus) => {
      // the first eight take away what may have been left
      if (++asked === 16) devices.breakout.close();
      return apply(channel, stimulus);
    };
    const run = await exercise(family, devices);
    expect(run.brokenOff?.code).toBe('breakout.link.absent');
    expect(run.released).toBe(false);
    const known = run.findings.filter((f) => f.state !== 'unknown').map((f) => f.stage);
    expect(known).toEqual([input?.id]);
    expect(rest.length).toBeGreaterThan(0);
  });
  it('the supply goes off while a stage is driven: nothing is learnt of it', async () => {
    const devices = await connect(at0(), tagOf(0, 0));
    const load = devices.breakout.switchLoad.bind(devices.breakout);
    devices.breakout.switchLoad = async (channel, on) => {
      if (on) await devices.supply.apply({ on: false });
      return load(channel, on);
    };
    const output = family.spec.outputs[0]?.id ?? '';
    const run = await exercise(family, devices, [output]);
    expect(run.findings.map((f) => f.state)).toEqual(['unknown']);
  });
  it('the supply reaches its limit: the current is the supply’s, not the stage’s', async () => {
    const devices = await connect(at0(), tagOf(0, 0));
    await devices.supply.apply({ limitMa: 900 });
    const output = family.spec.outputs[0]?.id ?? '';
    const run = await exercise(family, devices, [output]);
    expect(run.findings.map((f) => f.state)).toEqual(['unknown']);
  });
  it('stopped before it begins, nothing is found and nothing is left', async () => {
    const devices = await connect(at0(), tagOf(0, 0));
    devices.stop.stopped = true;
    const run = await exercise(family, devices);
    expect(run).toMatchObject({ findings: [], released: true });
    expect(run.brokenOff?.code).toBe('exercise.run.stopped');
  });
  it('a unit that refuses is not known, and its refusal is told', async () => {
    const devices = await connect(at0(), tagOf(0, 0));
    const module = at0().clamped;
    if (module) module.refuseNext = { sid: 0x2f, nrc: 0x22, times: 9 };
    const run = await exercise(family, devices, [family.spec.outputs[0]?.id ?? '']);
    expect(run.findings[0]).toMatchObject({
      ...{ state: 'unknown', code: 'exercise.unit.refused' },
      params: { nrc: 'conditionsNotCorrect' }
    });
    if (module) module.refuseNext = undefined;
  });
});

describe('the breakout box', () => {
  it('feed and ignition are switched apart: what is held back is gone from the pins, and the unit with it', async () => {
    const station = world.stations[0] as Station;
    const { breakout, supply } = await connect(station, tagOf(0, 0));
    const pins = async () => {
      const reading = await breakout.readSocket();
      return [reading?.[15]?.mv ?? -1, reading?.[0]?.mv ?? -1].map((mv) => Math.round(mv / 1000));
    };
    expect(await pins()).toEqual([12, 12]);
    expect(await breakout.switchFeeds({ ignition: false })).toEqual({ ok: true, value: true });
    expect(await pins()).toEqual([12, 0]);
    expect(station.clamped?.awake).toBe(false);
    await breakout.switchFeeds({ ignition: true, battery: false });
    expect(await breakout.readFeeds()).toEqual({ battery: false, ignition: true });
    expect((await supply.apply({})) as object).toMatchObject({ value: { measuredMa: 0 } });
    const held = judgeSocket(await breakout.readSocket(), { batteryHeld: true });
    expect(held.pins[15]?.judgement.code).toBe('socket.battery.switched');
    await breakout.switchFeeds({ battery: true });
    expect(station.clamped?.awake).toBe(true);
  });
  it.each([
    ['ROUT:CLOS (@399)', '-224'],
    ['ROUT:CLOS', '-109'],
    ['RES 1E9,(@401)', '-222'],
    ['RES -1,(@401)', '-222'],
    ['RES ABC,(@401)', '-104'],
    ['SOUR:VOLT 5 OHM,(@401)', '-131'],
    ['SOUR:FREQ 100,(@409)', '-224'],
    ['OUTP ON,(@401)', '-224'],
    ['MEAS:FREQ? (@217)', '-224']
  ])('%s is refused with %s', (line, number) => {
    const { breakout } = world.stations[1] as Station;
    breakout.execute('*CLS');
    expect(breakout.execute(`${line};:SYST:ERR?`)).toMatch(new RegExp(`^${number},`));
    expect(breakout.sources.size).toBe(0);
  });
  it.each([
    ['fifteen values', Array(15).fill('1').join(',')],
    ['another locale', Array(16).fill('1,2').join(',')],
    ['nonsense', 'tea'],
    ['an error', `${Array(16).fill('1').join(',')};-350,"Queue overflow"`]
  ])('an instrument that answers %s tells nothing of its pins or feeds', async (_, answer) => {
    const server: Server = createServer((socket) => {
      socket.on('error', () => socket.destroy());
      socket.on('data', (chunk) => {
        const asked = String(chunk);
        const told = answer.includes(';') ? answer : `${answer};0,"No error"`;
        socket.write(asked.includes('*IDN?') ? 'A,B,C,D\n' : `${told}\n`);
      });
    });
    const close = trackSockets(server);
    const port = await listen(server);
    const breakout = new ScpiBreakout({ host: '127.0.0.1', port, onState: () => undefined });
    open.push(breakout, { close });
    await until(() => breakout.present);
    expect(await breakout.readSocket()).toBeUndefined();
    expect(await breakout.readFeeds()).toBeUndefined();
    expect((await breakout.switchLoad(311, true)).ok).toBe(false);
  });
});

describe('a unit with its boot pad held', () => {
  it('refuses, and nothing is called sound or failed: its own program does not run', async () => {
    const index = families.findIndex((f) => f.access.spec.holdPad !== undefined);
    const [family, station] = [families[index] as Family, world.stations[index] as Station];
    station.padHeld = true;
    const run = await exercise(family, await connect(station, tagOf(index, 0)));
    station.padHeld = false;
    expect(new Set(run.findings.map((f) => f.state))).toEqual(new Set(['unknown']));
    expect(run.released).toBe(true);
  });
});

import { connect } from 'node:net';
import { fileURLToPath } from 'node:url';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { formatHex, parseHex } from '@badger/core/base/bytes';
import { parseCode } from '@badger/core/faults/trouble-code';
import { findLayout } from '@badger/core/scan/layout';
import { loadLayouts } from '../world/load-layouts.ts';
import { VEHICLES } from '../world/saltmarsh-vehicles.ts';
import { playScript, SCRIPT_NAMES } from './fault-script.ts';
import { Vehicle } from './vehicle.ts';
import { VehicleSimulator } from './vehicle-simulator.ts';

const layouts = loadLayouts(fileURLToPath(new URL('../../../profiles/vehicles', import.meta.url)));
const spec = VEHICLES.find((v) => v.id === 'van-12') as (typeof VEHICLES)[number];
const layoutOf = (vin: string) => {
  const layout = findLayout(layouts, vin);
  if (!layout) throw new Error(vin);
  return layout;
};
const MINUTE_MS = 60_000;

describe('fault scripts', () => {
  const play = (vin: string, name: (typeof SCRIPT_NAMES)[number]) =>
    playScript(layoutOf(vin).units, { name, suspect: 'engine', seed: vin });

  it('give the same vehicle for the same seed, and another one for another', () => {
    expect(play(spec.vin, 'unit-fault')).toEqual(play(spec.vin, 'unit-fault'));
    const seeds = new Set(
      Array.from({ length: 12 }, (_, i) =>
        JSON.stringify([
          ...playScript(layoutOf(spec.vin).units, {
            name: 'unit-fault',
            suspect: 'engine',
            seed: `${i}`
          })
        ])
      )
    );
    expect(seeds.size).toBeGreaterThan(4);
  });
  it('hold only real codes, none in a silent unit, and every unit of the layout', () => {
    for (const vehicle of VEHICLES) {
      for (const name of SCRIPT_NAMES) {
        const conditions = play(vehicle.vin, name);
        expect(conditions.size).toBe(layoutOf(vehicle.vin).units.length);
        for (const { behaviour, faults } of conditions.values()) {
          if (behaviour === 'silent') expect(faults).toEqual([]);
          for (const f of faults) expect(parseCode(f.code), f.code).toBeDefined();
        }
      }
    }
  });
  it('of a healthy vehicle leave nothing that is present', () => {
    for (const { faults } of play(spec.vin, 'healthy').values()) {
      expect(faults.every((f) => ((f.status ?? 0) & 1) === 0)).toBe(true);
    }
  });
});

describe('a vehicle', () => {
  let nowMs = 0;
  const make = (restMv = spec.restMv) =>
    new Vehicle({ ...spec, restMv }, layoutOf(spec.vin), () => nowMs);

  it('sags with the ignition on, is held by the support supply, charges with the engine', () => {
    const van = make();
    van.turn('on');
    const start = van.batteryMv;
    nowMs += 30 * MINUTE_MS;
    expect(start - van.batteryMv).toBeCloseTo(450, -1);
    van.support(true);
    expect(van.batteryMv).toBe(13_200);
    van.turn('running');
    expect(van.batteryMv).toBe(14_100);
    van.turn('on');
    van.support(false);
    expect(van.batteryMv).toBeGreaterThan(start - 460);
  });
  it('falls asleep three minutes after the last word, and only the ignition wakes it', () => {
    const van = make();
    van.touch();
    nowMs += 2.9 * MINUTE_MS;
    expect(van.asleep).toBe(false);
    van.touch();
    nowMs += 2.9 * MINUTE_MS;
    expect(van.asleep).toBe(false);
    nowMs += 0.2 * MINUTE_MS;
    expect(van.asleep).toBe(true);
    van.touch();
    expect(van.asleep).toBe(true);
    van.turn('on');
    expect(van.asleep).toBe(false);
  });
  it('with the ignition off answers with gateway, body and immobiliser only; too low, with nobody', () => {
    const van = make();
    const awake = () =>
      van.layout.units.filter((p) => {
        const unit = van.unit(p.address);
        return unit && van.reachable(unit);
      });
    expect(new Set(awake().map((p) => p.kind))).toEqual(
      new Set(['gateway', 'body', 'immobiliser'])
    );
    van.turn('on');
    expect(awake()).toHaveLength(van.layout.units.length);
    const flat = make(9_000);
    flat.turn('on');
    const engine = flat.unit(0x1010);
    expect(engine && flat.reachable(engine)).toBe(false);
  });
});

describe('its DoIP entity on a raw socket (ISO 13400-2:2012)', () => {
  const simulator = new VehicleSimulator({
    vehicles: VEHICLES,
    layouts,
    speed: () => 0,
    realLifeMs: () => performance.now()
  });
  beforeAll(() => simulator.start());
  afterAll(() => simulator.stop());
  beforeEach(() => {
    simulator.fault = undefined;
    simulator.plug('van-12');
    simulator.vehicles.get('van-12')?.turn('on');
  });

  /** Sends and gives everything that comes back until the entity is quiet or closes. */
  const say = (...hex: string[]) =>
    new Promise<string>((resolve) => {
      const socket = connect(simulator.doipPort, '127.0.0.1');
      let heard = '';
      let quiet: NodeJS.Timeout | undefined;
      const done = (end: string) => {
        clearTimeout(quiet);
        socket.destroy();
        resolve(heard + end);
      };
      socket.on('connect', () => hex.forEach((h) => socket.write(parseHex(h) as Uint8Array)));
      socket.on('data', (d) => {
        heard += formatHex(d);
        clearTimeout(quiet);
        quiet = setTimeout(() => done(''), 60);
      });
      socket.on('close', () => done(' closed'));
      socket.on('error', () => undefined);
    });
  const ROUTE = '02FD0005000000070E000000000000';
  const GRANTED = '02FD0006000000090E0010001000000000';

  it('grants routing to a tester and answers what its units are asked', async () => {
    expect(await say(ROUTE)).toBe(GRANTED);
    const talk = await say(ROUTE, '02FD8001000000060E0010103E00');
    expect(talk).toContain('02FD80020000000510100E0000');
    expect(talk).toContain('02FD80010000000610100E007E00');
  });
  it('refuses a damaged header and closes', async () => {
    expect(await say('02FE0005000000070E000000000000')).toBe('02FD00000000000100 closed');
    expect(await say('02FD80017FFFFFFF')).toBe('02FD00000000000102 closed');
  });
  it('refuses an unknown payload type and a wrong length', async () => {
    expect(await say('02FD777700000000')).toBe('02FD00000000000101');
    expect(await say('02FD0005000000030E0000')).toBe('02FD00000000000104 closed');
  });
  it('refuses a source that is no tester, an activation type that it has not, units before routing', async () => {
    expect(await say('02FD0005000000070100000000000000')).toContain('100000');
    expect(await say('02FD0005000000070E000100000000')).toContain('10000600000000');
    expect(await say('02FD8001000000060E0010103E00')).toBe('02FD80030000000510100E0002');
  });
  it('says which unit it does not know and which it cannot reach', async () => {
    expect(await say(ROUTE, '02FD8001000000060E0077773E00')).toContain('77770E0003');
    simulator.vehicles.get('van-12')?.turn('off');
    expect(await say(ROUTE, '02FD8001000000060E0010103E00')).toContain('10100E0006');
  });
  it('lets nobody in without a cable, and takes four connections at most', async () => {
    const held = Array.from({ length: 4 }, () => connect(simulator.doipPort, '127.0.0.1'));
    await Promise.all(held.map((s) => new Promise((r) => s.once('connect', r))));
    expect(await say(ROUTE)).toContain('10000100000000');
    held.forEach((s) => s.destroy());
    simulator.plug(null);
    expect(await say(ROUTE)).toBe(' closed');
    expect(simulator.plug('no such vehicle')).toBe(false);
  });
});

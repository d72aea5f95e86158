// One contract for every access to a unit's memory: each driver against its stand-in, in this thread and behind the thread of a
// station, with the link lost in the middle of each piece of work.
import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import { resolveAccess, isDriven, targetOf, type MemoryTarget } from '@badger/core/access/access';
import type { MemoryAccess } from '@badger/core/access/memory-access';
import type { Result } from '@badger/core/base/result';
import type { Range } from '@badger/core/image/range';
import { getRegion, rangeOf } from '@badger/core/profile/profile';
import { RemoteMemory } from '../app/src/lib/server/bench/remote-memory.ts';
import { StationThread } from '../app/src/lib/server/bench/station-thread.ts';
import { MemorySession, type Told } from '../app/src/lib/server/station/memory-session.ts';
import { openBox } from '../app/src/lib/server/station/box-drivers.ts';
import type { InterfaceBox } from '../app/src/lib/server/station/interface-box.ts';
import type { Module } from '../standins/src/modules/module.ts';
import { findLayout } from '@badger/core/scan/layout';
import { loadLayouts } from '../standins/src/world/load-layouts.ts';
import { loadProfiles } from '../standins/src/world/load-profiles.ts';
import type { Station, World } from '../standins/src/world/world.ts';
import { at, startWorld, until } from './support/shop.ts';

interface Opened {
  readonly memory: MemoryAccess;
  end(): Promise<unknown>;
}

/** The families, with a first one whose data flash the diagnostic socket opens: none of the shop's own does over Ethernet. */
const folder = mkdtempSync(join(tmpdir(), 'badger-profiles-'));
cpSync(at('profiles'), folder, { recursive: true });
{
  const file = join(folder, 'hv-ec4.json');
  const doc = JSON.parse(readFileSync(file, 'utf8')) as { accesses: Record<string, unknown>[] };
  Object.assign(doc.accesses[2] ?? {}, { reads: ['data-flash'], writes: ['data-flash'] });
  writeFileSync(file, JSON.stringify(doc));
}

/** A way to a memory, with what the stand-in behind it really holds. */
interface Subject {
  readonly family: string;
  readonly regionId: string;
  /** A piece that can be erased and written by itself. */
  readonly pieceBytes: number;
  /** Way of the profile; undefined for the family's own. */
  readonly accessKey?: string;
  readonly tellsIndividual: boolean;
  readonly chipId?: string;
  readonly vin?: string;
  truth(world: World): Uint8Array;
  /** Puts the unit on and lets it answer. */
  ready(world: World, station: Station): void;
  /** The link breaks a little later. */
  breakLink(station: Station, after: number, work: 'read' | 'write', world: World): void;
}

const ACCESSES: Readonly<Record<string, Subject>> = {
  'a unit over CAN': {
    ...{ family: 'HV-EC4', regionId: 'data-flash', pieceBytes: 4096, tellsIndividual: true },
    truth: (world) => (world.units.get('0417') as Module).memory.get('data-flash') as Uint8Array,
    ready(world, station) {
      const unit = world.units.get('0417') as Module;
      world.simulator.plug(null);
      station.padHeld = true;
      station.clamp(unit);
      unit.powerOff();
      unit.powerOn(true);
      station.fault = undefined;
    },
    // a unit that is read speaks in hundreds of frames, one that is written in a few
    breakLink: (station, after, work) =>
      (station.fault = {
        kind: 'drop-socket',
        afterFrames: work === 'read' ? 100 + after * 20 : 12 + after
      })
  },
  'a unit in its vehicle over Ethernet': {
    ...{ family: 'HV-EC4', regionId: 'data-flash', pieceBytes: 4096, tellsIndividual: true },
    ...{ accessKey: 'obd-2', vin: 'U8HVC3F2401084417' },
    truth: (world) => (world.units.get('0417') as Module).memory.get('data-flash') as Uint8Array,
    ready: (world, station) => drive(world, 'van-12', station),
    breakLink: (_station, after, work, { simulator }) =>
      simulator.breakAfter(work === 'read' ? 2 + after : 4 + after, 'close-mid')
  },
  'a unit in its vehicle over its own pair': {
    ...{ family: 'QN-TC2', regionId: 'external', pieceBytes: 8192, tellsIndividual: true },
    ...{ accessKey: 'obd-1', chipId: '71B03F08', vin: 'U8NMB7D1902200931' },
    truth: (world) => (world.units.get('0390') as Module).memory.get('external') as Uint8Array,
    ready: (world, station) => drive(world, 'minibus-3', station),
    breakLink: (station, after, work) =>
      (station.fault = {
        kind: 'drop-socket',
        afterFrames: work === 'read' ? 100 + after * 20 : 12 + after
      })
  },
  'a chip on the programmer': {
    ...{ family: 'MD-CM5', regionId: 'eeprom', pieceBytes: 256, tellsIndividual: false },
    truth: (world) => world.chips.get('0396')?.chip.memory as Uint8Array,
    ready(world, station) {
      world.hold(station, '0396');
      station.linkFault = undefined;
      station.contact.fault = undefined;
    },
    breakLink: (station, after) => (station.linkFault = { kind: 'drop', afterOperations: after })
  }
};

/** The cable goes into a vehicle with the ignition on and a support supply on its battery; nothing lies on the clamp. */
function drive(world: World, vehicleId: string, station: Station): void {
  station.clamp(undefined);
  station.fault = undefined;
  world.simulator.fault = undefined;
  world.simulator.plug(vehicleId, station.spec.id);
  const vehicle = world.simulator.vehicles.get(vehicleId);
  // what is wrong with it leaves its units able to speak
  vehicle?.play('healthy');
  vehicle?.turn('on');
  vehicle?.support(true);
}

let bench: Awaited<ReturnType<typeof startWorld>>;
let station: Station;
let box: InterfaceBox;
let thread: StationThread;
const ends: (() => Promise<unknown>)[] = [];
beforeAll(async () => {
  bench = await startWorld(0, folder);
  [station] = bench.world.stations as [Station];
});
afterAll(() => {
  bench.stop();
  rmSync(folder, { recursive: true, force: true });
});
afterEach(async () => {
  for (const end of ends.splice(0)) await end();
});

/** A session in this thread looks as one behind the other does: what was sent comes with each answer. */
function local(session: MemorySession): MemoryAccess {
  let changed = false;
  const told = async <T>(work: Promise<Told<T>>): Promise<Result<T>> => {
    const { result, memoryMayHaveChanged } = await work;
    changed ||= memoryMayHaveChanged;
    return result;
  };
  return {
    identify: () => told(session.identify()),
    fingerprint: () => told(session.fingerprint()),
    unlock: () => told(session.unlock()),
    read: (range, { onBytes, signal }) =>
      told(
        session.read(range, (n) => {
          onBytes(n);
          if (signal.stopped) session.stop();
        })
      ),
    check: (range) => told(session.check(range)),
    erase: (range) => told(session.erase(range)),
    write: (range, { image, onBytes }) => told(session.write(range, image, onBytes)),
    reset: () => told(session.reset()),
    get memoryMayHaveChanged() {
      return changed;
    }
  };
}

/** A connection that was cut is noticed. */
const settle = () => new Promise((resolve) => setTimeout(resolve, 60));

const OPENERS: Readonly<Record<string, (target: MemoryTarget) => Promise<Opened>>> = {
  async 'in this thread'(target) {
    box ??= openBox('serial-line', {
      host: '127.0.0.1',
      port: station.boxPort,
      onState: () => undefined
    });
    await settle();
    await until(() => box.connected);
    const session = new MemorySession(box, { host: '127.0.0.1', port: station.chipPort });
    const { simulator } = bench.world;
    const doip = { host: '127.0.0.1', port: simulator.doipPort };
    expect((await session.open(target, doip)).result).toEqual({ ok: true, value: true });
    return { memory: local(session), end: () => session.end() };
  },
  async 'behind the thread of a station'(target) {
    box?.close();
    const { boxPort, chipPort } = station;
    thread ??= new StationThread(
      { host: '127.0.0.1', boxDriver: 'serial-line', boxPort, chipPort },
      () => undefined
    );
    await settle();
    await until(() => thread.connected);
    const { memory, opened } = await thread.openMemory(target, {
      ...{ host: '127.0.0.1', port: bench.world.simulator.doipPort }
    });
    expect(memory).toBeInstanceOf(RemoteMemory);
    expect(opened).toEqual({ ok: true, value: true });
    return { memory, end: () => memory.end() };
  }
};
afterAll(() => {
  box?.close();
  thread?.close();
});

const profiles = loadProfiles(folder);
const layouts = loadLayouts(at('profiles/vehicles'));
const quiet = { onBytes: () => undefined, signal: { stopped: false } };

for (const [place, opener] of Object.entries(OPENERS))
  for (const [name, subject] of Object.entries(ACCESSES))
    describe(`${name}, ${place}`, () => {
      const profile = profiles.find((p) => p.id === subject.family) as (typeof profiles)[number];
      const access = resolveAccess(profile, subject.accessKey);
      const chipId = subject.tellsIndividual ? (subject.chipId ?? '5C1A09E2') : undefined;
      const whole = rangeOf(getRegion(profile, subject.regionId));
      const piece: Range = { start: whole.start, end: whole.start + subject.pieceBytes };
      const truth = () => subject.truth(bench.world);
      const open = async () => {
        if (!isDriven(access)) throw new Error('not driven');
        subject.ready(bench.world, station);
        const vin = subject.vin ?? '';
        const target = targetOf(profile, access, { vin, layout: findLayout(layouts, vin) });
        if (!target.ok) throw new Error(target.problem.code);
        const opened = await opener(target.value);
        ends.push(() => opened.end());
        return opened.memory;
      };
      const erased = (image: Uint8Array) =>
        getRegion(profile, subject.regionId).eraseBlockBytes === undefined
          ? image
          : new Uint8Array(image.length).fill(0xff);

      it('tells what it can tell of the individual, and changes nothing by it', async () => {
        const memory = await open();
        const fingerprint = await memory.fingerprint();
        expect(fingerprint).toEqual({
          ok: true,
          value: chipId
        });
        const identity = await memory.identify();
        expect(identity.ok && identity.value.chipId).toBe(chipId);
        expect(memory.memoryMayHaveChanged).toBe(false);
      });
      it('reads a whole range, told as it comes, the last word exact', async () => {
        const memory = await open();
        expect((await memory.unlock()).ok).toBe(true);
        const done: number[] = [];
        const read = await memory.read(whole, { ...quiet, onBytes: (n) => done.push(n) });
        expect(read.ok && Buffer.compare(read.value, truth())).toBe(0);
        expect(done.length).toBeGreaterThan(1);
        expect(done).toEqual(done.toSorted((a, b) => a - b));
        expect(done.at(-1)).toBe(whole.end - whole.start);
        expect(memory.memoryMayHaveChanged).toBe(false);
      });
      it('a read that is stopped gives nothing, and the next one is whole', async () => {
        const memory = await open();
        await memory.unlock();
        const signal = { stopped: false };
        const stopped = await memory.read(whole, {
          signal,
          onBytes: () => void (signal.stopped = true)
        });
        // behind a thread the word may come too late: then it is a whole read
        if (stopped.ok) expect(Buffer.compare(stopped.value, truth())).toBe(0);
        else expect(stopped.problem.code).toBe('operation.run.stopped');
        await ends.pop()?.();
        const again = await open();
        await again.unlock();
        const read = await again.read(whole, quiet);
        expect(read.ok && Buffer.compare(read.value, truth())).toBe(0);
      });
      it('erases and writes a piece, and says from then on that the memory may have changed', async () => {
        const memory = await open();
        await memory.unlock();
        const before = truth().slice(0, subject.pieceBytes);
        expect((await memory.erase(piece)).ok).toBe(true);
        expect(Buffer.compare(truth().subarray(0, subject.pieceBytes), erased(before))).toBe(0);
        const done: number[] = [];
        const written = await memory.write(piece, { image: before, onBytes: (n) => done.push(n) });
        expect(written.ok).toBe(true);
        expect(done.at(-1)).toBe(subject.pieceBytes);
        expect(memory.memoryMayHaveChanged).toBe(true);
        expect(Buffer.compare(truth().subarray(0, subject.pieceBytes), before)).toBe(0);
        expect((await memory.reset()).ok).toBe(true);
      });
      it('a link lost in the middle of a read: said so, nothing given, nothing changed', async () => {
        for (const after of [1, 4]) {
          const memory = await open();
          await memory.unlock();
          subject.breakLink(station, after, 'read', bench.world);
          const read = await memory.read(whole, quiet);
          expect(read.ok ? 'whole' : read.problem.code).toMatch(/\.lost$/);
          expect(memory.memoryMayHaveChanged).toBe(false);
          await ends.pop()?.();
        }
      });
      it('a link lost in the middle of a write: said so, and never taken for untouched', async () => {
        const before = truth().slice();
        const memory = await open();
        await memory.unlock();
        subject.breakLink(station, 9, 'write', bench.world);
        const image = truth().slice(0, subject.pieceBytes);
        let failed = await memory.erase(piece);
        if (failed.ok) failed = await memory.write(piece, { image, ...quiet });
        for (let i = 0; failed.ok && i < 30; i++)
          failed = await memory.write(piece, { image, ...quiet });
        expect(failed.ok ? 'whole' : failed.problem.code).toMatch(/\.lost$/);
        expect(memory.memoryMayHaveChanged).toBe(true);
        truth().set(before);
      });
    });

import { BENCH_FAULTS } from './bench-fault.ts';
import { createServer, type IncomingMessage, type Server } from 'node:http';
import { READ_PRACTICE } from '../faults/read-practice.ts';
import type { ContactFault } from '../chip-programmer/contact.ts';
import type { BoxFault } from '../interface-box/box-server.ts';
import type { PartsFault } from '../parts/parts-service.ts';
import type { StepsFault } from '../steps/steps-service.ts';
import type { DoipFault } from '../vehicle/doip-entity.ts';
import type { FilesFault } from '../files/file-service.ts';
import { SCRIPT_NAMES } from '../vehicle/fault-script.ts';
import type { Ignition } from '../vehicle/engine.ts';
import type { Vehicle } from '../vehicle/vehicle.ts';
import { TEACHING_FAULTS } from '../vehicle/taught-unit.ts';
import type { Station, World } from './world.ts';

/** The hands and the weather of the simulated bench, over HTTP and JSON on loopback. */
export function createControlServer(world: World): Server {
  return createServer((request, response) => {
    void answer(world, request).then(({ status, body }) => {
      response.writeHead(status, { 'content-type': 'application/json' });
      response.end(JSON.stringify(body));
    });
  });
}

interface Reply {
  readonly status: number;
  readonly body: unknown;
}

async function answer(world: World, request: IncomingMessage): Promise<Reply> {
  try {
    if (request.method === 'GET' && request.url === '/world')
      return { status: 200, body: describe(world) };
    if (request.method !== 'POST') return { status: 404, body: { code: 'world.path.unknown' } };
    const body = JSON.parse(await readBody(request)) as Record<string, unknown>;
    return act(world, request.url ?? '', body);
  } catch {
    return { status: 400, body: { code: 'world.request.malformed' } };
  }
}

async function readBody(request: IncomingMessage): Promise<string> {
  const chunks: Buffer[] = [];
  let length = 0;
  for await (const chunk of request as AsyncIterable<Buffer>) {
    length += chunk.length;
    if (length > 65_536) throw new RangeError('"body" expected at most 64 KiB');
    chunks.push(chunk);
  }
  return Buffer.concat(chunks).toString('utf8');
}

/** What is wrong with the services over HTTP. */
const SERVICE_FAULTS: Readonly<Record<string, (world: World, fault: unknown) => void>> = {
  '/parts-faults': (world, fault) => (world.fault = fault as PartsFault | undefined),
  '/file-faults': (world, fault) => (world.filesFault = fault as FilesFault | undefined)
};

function act(world: World, path: string, body: Record<string, unknown>): Reply {
  if (path === '/speed') {
    const factor = Number(body['factor']);
    if (!(factor >= 0 && factor <= 120))
      return { status: 400, body: { code: 'world.speed.outside' } };
    world.speed = factor;
    return { status: 200, body: describe(world) };
  }
  if (path === '/vehicle') return vehicle(world, body);
  if (path === '/vehicle-faults') {
    world.simulator.fault = (body['fault'] ?? undefined) as DoipFault | undefined;
    return { status: 200, body: {} };
  }
  if (path === '/steps') return setSteps(world, body);
  if (SERVICE_FAULTS[path]) {
    SERVICE_FAULTS[path](world, body['fault'] ?? undefined);
    return { status: 200, body: {} };
  }
  const station = world.stations.find((s) => s.spec.id === body['station']);
  if (!station) return { status: 404, body: { code: 'world.station.unknown' } };
  if (path === '/station') return setStation(world, station, body);
  if (path === '/faults') return fault(station, body);
  return { status: 404, body: { code: 'world.path.unknown' } };
}

/** The service of paid steps: what is wrong with it, and the shop's account there. */
function setSteps(world: World, body: Record<string, unknown>): Reply {
  if ('fault' in body) world.stepsFault = (body['fault'] ?? undefined) as StepsFault | undefined;
  if (typeof body['credits'] === 'number') world.stepsCredits = body['credits'];
  const vin = body['licenceVin'];
  if ('licenceVin' in body) world.stepsLicenceVin = typeof vin === 'string' ? vin : undefined;
  return { status: 200, body: {} };
}

function setStation(world: World, station: Station, body: Record<string, unknown>): Reply {
  if (typeof body['padHeld'] === 'boolean') station.padHeld = body['padHeld'];
  if (typeof body['vehicleFeeds'] === 'boolean') station.vehicleFeeds = body['vehicleFeeds'];
  const faults = body['faults'];
  if (Array.isArray(faults)) {
    station.benchFaults = BENCH_FAULTS.filter((f) => faults.includes(f));
    station.readPractice = READ_PRACTICE.find((f) => faults.includes(f));
  }
  const unit = body['unit'];
  if (unit !== undefined && !world.clamp(station, typeof unit === 'string' ? unit : null)) {
    return { status: 409, body: { code: 'world.unit.elsewhere' } };
  }
  const chip = body['chip'];
  if (chip !== undefined && !world.hold(station, typeof chip === 'string' ? chip : null)) {
    return { status: 409, body: { code: 'world.unit.elsewhere' } };
  }
  return { status: 200, body: describe(world) };
}

/** Hands at one vehicle. False for a key that there is not. */
function handle(found: Vehicle, body: Record<string, unknown>): boolean {
  const script = SCRIPT_NAMES.find((s) => s === body['script']);
  if (script) found.play(script);
  if (['off', 'on', 'running'].includes(String(body['ignition'])))
    found.turn(body['ignition'] as Ignition);
  if (typeof body['support'] === 'boolean') found.support(body['support']);
  const wrong = body['teachingFaults'];
  if (Array.isArray(wrong)) found.teachingFaults = TEACHING_FAULTS.filter((f) => wrong.includes(f));
  const key = body['key'];
  return typeof key !== 'string' || found.takeKey(key);
}

/** Hands at the vehicles: the cable, the key, the support supply, and what is wrong with one. */
function vehicle(world: World, body: Record<string, unknown>): Reply {
  const id = body['vehicle'];
  const plug = body['plug'];
  if (plug !== undefined) {
    const station = typeof body['station'] === 'string' ? body['station'] : undefined;
    if (!world.simulator.plug(typeof plug === 'string' ? plug : null, station))
      return { status: 404, body: { code: 'world.vehicle.unknown' } };
  }
  if (id !== undefined) {
    const found = typeof id === 'string' ? world.simulator.vehicles.get(id) : undefined;
    if (!found) return { status: 404, body: { code: 'world.vehicle.unknown' } };
    if (!handle(found, body)) return { status: 404, body: { code: 'world.vehicle.unknown' } };
    const unit = body['unit'];
    if (unit !== undefined && !world.mount(found.spec.id, typeof unit === 'string' ? unit : null))
      return { status: 409, body: { code: 'world.unit.elsewhere' } };
  }
  return { status: 200, body: describe(world) };
}

function fault(station: Station, body: Record<string, unknown>): Reply {
  if (body['kind'] === 'trip') station.supply.trip();
  else if (body['kind'] === 'refuse') {
    const module = station.clamped;
    if (module) {
      module.refuseNext = {
        sid: Number(body['sid']),
        nrc: Number(body['nrc']),
        times: Number(body['times'] ?? 1)
      };
    }
  } else if (body['kind'] === 'contact') {
    station.contact.fault = (body['fault'] ?? undefined) as ContactFault | undefined;
  } else if (body['kind'] === 'bench') {
    const wanted = Array.isArray(body['faults']) ? body['faults'] : [body['fault']];
    station.benchFaults = BENCH_FAULTS.filter((f) => wanted.includes(f));
  } else if (body['kind'] === 'none') station.fault = undefined;
  else
    station.fault = {
      kind: body['kind'],
      afterFrames: Number(body['afterFrames'] ?? 0)
    } as BoxFault;
  return { status: 200, body: {} };
}

function describe(world: World) {
  return {
    speed: world.speed,
    benchFaults: [...BENCH_FAULTS, ...READ_PRACTICE],
    stations: world.stations.map((s) => ({
      id: s.spec.id,
      name: s.spec.name,
      ratedMa: s.spec.ratedMa,
      unit: s.clamped?.spec.tag ?? null,
      padHeld: s.padHeld,
      vehicleFeeds: s.vehicleFeeds,
      boxPort: s.boxPort,
      supplyPort: s.supplyPort,
      chipPort: s.chipPort,
      sensePort: s.sensePort,
      chip: s.held?.tag ?? null,
      contact: s.contact.fault?.kind ?? null,
      benchFaults: [...s.benchFaults, ...(s.readPractice ? [s.readPractice] : [])]
    })),
    units: [...world.units.values()]
      .filter((m) => m.bitrateBps > 0)
      .map((m) => ({ tag: m.spec.tag, family: m.spec.family })),
    chips: [...world.chips.values()].map(({ tag, family }) => ({ tag, family })),
    partsPort: world.partsPort,
    stepsPort: world.stepsPort,
    filesPort: world.filesPort,
    doipPort: world.simulator.doipPort,
    plugged: world.simulator.vehicle()?.spec.id ?? null,
    pluggedStation: world.simulator.station ?? null,
    vehicles: [...world.simulator.vehicles.values()].map((v) => ({
      id: v.spec.id,
      name: v.spec.name,
      vin: v.spec.vin,
      carrier: v.layout.carrier,
      ignition: v.ignition,
      supported: v.supported,
      asleep: v.asleep,
      script: v.script,
      key: v.key.id,
      keys: v.keys.map((k) => k.id),
      teachingFaults: v.teachingFaults,
      /** The loose unit in its place, and the family that fits there; null: it has no such place. */
      place: v.spec.place ? { family: v.spec.place.family, unit: v.mounted ?? null } : null
    }))
  };
}

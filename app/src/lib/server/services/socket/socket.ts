import { fail, ok, type Result } from '@badger/core/base/result';
import type { BreakoutPort, Feeds } from '@badger/core/port/breakout';
import type { SocketReading } from '@badger/core/socket/socket-reading';
import type { SwitchFeeds } from '../../../schema/requests.ts';
import type { Deps } from '../../deps.ts';
import type { Person } from '../../repositories/people.ts';
import { mayTouchBench, setSupply } from '../operation/set-supply.ts';

/** What the breakout box of a station shows at this moment. */
export interface SocketState {
  readonly idn: string;
  /** Undefined: it tells nothing of its pins. */
  readonly reading: SocketReading | undefined;
  /** Undefined: it switches no feeds, or does not say. */
  readonly feeds: Feeds | undefined;
}

/** However many look, the box is asked so often at most: its lines serve a running operation too. Units: ms. */
const EVERY_MS = 400;
const asked = new WeakMap<
  BreakoutPort,
  { readonly atMs: number; readonly state: Promise<SocketState> }
>();

function look(box: BreakoutPort): Promise<SocketState> {
  const last = asked.get(box);
  if (last && performance.now() - last.atMs < EVERY_MS) return last.state;
  const state = ask(box);
  asked.set(box, { atMs: performance.now(), state });
  return state;
}

async function ask(box: BreakoutPort): Promise<SocketState> {
  const feeds = await box.readFeeds();
  return { idn: box.idn, feeds, reading: await box.readSocket() };
}

/** Pins and feeds of the breakout box. Errors: `station.id.unknown`, `exercise.box.absent`. */
export async function readSocket(deps: Deps, stationId: string): Promise<Result<SocketState>> {
  const station = deps.bench.stations.get(stationId);
  if (!station) return fail('station.id.unknown');
  if (!station.sense?.present) return fail('exercise.box.absent');
  return ok(await look(station.sense));
}

/**
 * Switches battery and ignition feed of a loose unit apart. Who is on the clamp is asked again afterwards.
 * Errors: those of {@link mayTouchBench}, `exercise.box.absent`, `wiring.power.held`, those of the box.
 */
export async function switchFeeds(
  deps: Deps,
  person: Person,
  { stationId, feeds }: { stationId: string; feeds: SwitchFeeds }
): Promise<Result<true>> {
  const may = mayTouchBench(deps, person, stationId);
  if (!may.ok) return may;
  const station = deps.bench.stations.get(stationId);
  if (!station?.sense?.present) return fail('exercise.box.absent');
  // a feed that is closed while the output is on is as good as switching the output on
  if ((feeds.battery || feeds.ignition) && station.supply.latest?.on) {
    const allowed = await setSupply(deps, person, { stationId, settings: { on: true } });
    if (!allowed.ok) return allowed;
  }
  const done = await station.sense.switchFeeds(feeds);
  asked.delete(station.sense);
  station.forget();
  return done.ok ? ok(true) : done;
}

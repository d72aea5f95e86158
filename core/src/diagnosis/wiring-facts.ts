import { judgeContinuity } from '../electrical/wire-check.ts';
import type { ConnectionPlan, PlannedWire } from '../wiring/connection-plan.ts';
import type { ConnectionFacts } from '../wiring/judge-connection.ts';
import type { HandshakeEvidence, WatchedWire, WireState } from './evidence.ts';

const WATCHED: Readonly<Partial<Record<PlannedWire['signal'], WatchedWire>>> = {
  battery: 'battery',
  ground: 'ground',
  ignition: 'ignition',
  'can-h': 'can',
  'can-l': 'can',
  program: 'programming',
  'boot-pad': 'boot-pad'
};

/** The worst first: of two wires of one kind that one counts. */
const WORST: readonly WireState[] = ['bad', 'left-out', 'ticked', 'good'];

/**
 * What is known of the wiring from ticks and meter, for the causes. A connection on which nobody ticked anything says nothing of
 * wires that are left out: whoever does not use the list leaves all of them out.
 */
export function wiringFacts(
  plan: ConnectionPlan,
  facts: ConnectionFacts
): Pick<HandshakeEvidence, 'pairOhm' | 'wires'> {
  const pair = facts.readings.findLast((r) => r.kind === 'pair');
  const states = new Map<WatchedWire, WireState>();
  for (const wire of plan.wires) {
    const watched = wire.programming ? 'programming' : WATCHED[wire.signal];
    const state = stateOf(wire, facts);
    if (!watched || !state) continue;
    const known = states.get(watched);
    if (!known || WORST.indexOf(state) < WORST.indexOf(known)) states.set(watched, state);
  }
  const ohm = pair && pair.mohm / 1000;
  return {
    ...(ohm === undefined || Number.isNaN(ohm) ? {} : { pairOhm: ohm === Infinity ? null : ohm }),
    ...(states.size > 0 ? { wires: Object.fromEntries(states) } : {})
  };
}

function stateOf(wire: PlannedWire, facts: ConnectionFacts): WireState | undefined {
  const last = facts.readings.findLast((r) => r.kind === 'wire' && r.wireKey === wire.key);
  const expectedMohm = wire.expected.kind === 'wire' ? wire.expected.mohm : undefined;
  const judged = last && judgeContinuity(last.mohm, { signal: wire.signal, expectedMohm });
  if (judged && judged.undone !== true) return judged.verdict === 'stop' ? 'bad' : 'good';
  if (facts.ticked.includes(wire.key)) return 'ticked';
  return facts.ticked.length > 0 ? 'left-out' : undefined;
}

// What goes to a chip and through an Ethernet cable is on record as messages: named, refusals in words, content never.
import { afterAll, beforeAll, expect, it } from 'vitest';
import type { Person } from '../app/src/lib/server/repositories/people.ts';
import { listEvents } from '../app/src/lib/server/repositories/events.ts';
import { loadJobView } from '../app/src/lib/server/services/job/job-view.ts';
import { takeOutTrace } from '../app/src/lib/server/services/reads/downloads.ts';
import { moveSimulator } from '../app/src/lib/server/services/simulator/simulator.ts';
import { TraceRecorder } from '../app/src/lib/server/station/trace-recorder.ts';
import { makeShop, runToEnd, type Shop } from './support/shop.ts';

const JOB = { jobNumber: 2024, stationId: 'corner', role: 'original' } as const;
let shop: Shop;
let bench: Person;
beforeAll(async () => {
  shop = await makeShop();
  bench = await shop.person('bench');
  await moveSimulator(shop.root.deps, bench, { stationId: 'corner', change: { chip: '0396' } });
});
afterAll(() => shop.close());

async function linesOf(kind: 'identify' | 'read') {
  const regionId = kind === 'read' ? { regionId: 'eeprom' } : {};
  const { operation } = await runToEnd(shop, bench, { kind, ...regionId, ...JOB });
  const taken = await takeOutTrace(shop.root.deps, bench, operation?.id ?? '');
  if (!taken.ok) throw new Error(taken.problem.code);
  return taken.value;
}

it('contact: latch set and cleared, identification asked; no frames', async () => {
  const { candump, lines } = await linesOf('identify');
  expect(candump).toBe('');
  const said = lines.map((l) => [l.direction, l.service, l.hex, l.detail].join('|'));
  expect(said).toContain('request|write enable||');
  expect(said.join('\n')).toMatch(/answer\|read status\|0?2\|/);
  expect(said).toContain('request|read identification||3 bytes');
  expect(lines[0]?.detail).toContain('programmer');
});

it('a read: every piece with its place and length, and not a byte of the content', async () => {
  const { lines } = await linesOf('read');
  const reads = lines.filter((l) => l.direction === 'request' && l.service === 'read');
  expect(reads.map((l) => l.detail)).toEqual(['at 0x0000, 2048 bytes', 'at 0x0800, 2048 bytes']);
  const memory = shop.world.chips.get('0396')?.chip.memory ?? new Uint8Array(0);
  const start = Buffer.from(memory.subarray(0, 6)).toString('hex');
  expect(start).toHaveLength(12);
  expect(JSON.stringify(lines).toLowerCase()).not.toContain(start);
});

it('that it was taken out is on record; the desk may not', async () => {
  const view = await loadJobView(shop.root.deps, JOB.jobNumber);
  const events = view ? await listEvents(shop.root.deps.db, view.job.id) : [];
  expect(events.filter((e) => e.kind === 'trace.downloaded')).toHaveLength(2);
  const last = view?.operations.at(-1)?.id ?? '';
  const taken = await takeOutTrace(shop.root.deps, await shop.person('desk'), last);
  expect(taken.ok ? 'ok' : taken.problem.code).toBe('gate.person.role');
});

it('of very many lines the first and the last stay, in their order, with the gap told', () => {
  const recorder = new TraceRecorder();
  for (let i = 0; i < 7003; i++) recorder.note(`line ${i}`);
  const details = recorder.trace().lines.map((l) => l.detail);
  expect(details).toHaveLength(5001);
  expect(details.slice(3998, 4003)).toEqual([
    ...['line 3998', 'line 3999', '2003 lines left out', 'line 6003', 'line 6004']
  ]);
  expect(details.at(-1)).toBe('line 7002');
  const few = new TraceRecorder();
  for (let i = 0; i < 4500; i++) few.note(`line ${i}`);
  expect(few.trace().lines.map((l) => l.detail)).toEqual(
    Array.from({ length: 4500 }, (_, i) => `line ${i}`)
  );
});

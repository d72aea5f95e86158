import type { SupplySample } from '@badger/core/port/supply';
import { judge } from '@badger/core/base/verdict';
import { describe, expect, it } from 'vitest';
import { PIECE_MS, SupplyRecorder } from './supply-recorder.ts';

const START = Date.UTC(2026, 10, 27, 9);
const ON: SupplySample = {
  ...{ measuredMv: 13_500, measuredMa: 900, on: true, setMv: 13_500, limitMa: 3000 }
};
const OFF: SupplySample = { ...ON, measuredMv: 0, measuredMa: 0, on: false };

/** A recorder with clocks that are moved by hand. */
function make() {
  const at = { wall: START, steady: 500.25 };
  const recorder = new SupplyRecorder(
    () => at.wall,
    () => at.steady
  );
  const pass = (ms: number) => {
    at.wall += ms;
    at.steady += ms;
  };
  const see = (sample: SupplySample | undefined, count = 1) => {
    for (let i = 0; i < count; i++) {
      pass(100);
      recorder.see(sample);
    }
  };
  return { at, recorder, pass, see };
}

describe('SupplyRecorder', () => {
  it('no point lies before the piece that it stands in, however long a line of ours takes', () => {
    // every look at the steady clock finds it later: the machine is busy
    let steady = 500.25;
    const recorder = new SupplyRecorder(
      () => START,
      () => (steady += 3)
    );
    recorder.see(OFF);
    recorder.see(ON);
    recorder.tripped(
      judge('stop', 'watch.limit.held', { limitMa: 3000, measuredMv: 2000 } as never)
    );
    for (const { startMs, points, marks } of recorder.unsaved)
      for (const { atMs } of [...points, ...marks]) expect(atMs).toBeGreaterThanOrEqual(startMs);
    expect(recorder.unsaved.flatMap((p) => p.points)).toHaveLength(1);
  });

  it('finishes a piece a minute, and begins the next with the limit that stands', () => {
    const { recorder, see } = make();
    see(OFF, 3);
    see(ON, 650);
    expect(recorder.finished()).toHaveLength(1);
    const [first, second] = recorder.unsaved;
    expect(first).toMatchObject({ limitMa: undefined, startMs: START + 400 });
    expect(first?.points).toHaveLength(PIECE_MS / 100);
    expect(second).toMatchObject({ limitMa: 3000, marks: [] });
    expect(second?.points[0]?.atMs).toBe(START + 400 + PIECE_MS);
  });

  it('keeps what could not be stored, and lets go what was, once', () => {
    const { recorder, see } = make();
    see(ON, 1300);
    const pieces = recorder.finished();
    expect(pieces).toHaveLength(2);
    recorder.stored(pieces.slice(0, 1));
    expect(recorder.finished().map((p) => p.id)).toEqual([pieces[1]?.id]);
    recorder.stored(pieces);
    expect(recorder.finished()).toEqual([]);
    expect(recorder.unsaved).toHaveLength(1);
  });

  it('finishes a piece of an output that went off long ago', () => {
    const { recorder, see, pass } = make();
    see(ON, 5);
    see(OFF);
    expect(recorder.finished()).toEqual([]);
    pass(PIECE_MS);
    see(OFF);
    expect(recorder.finished()).toHaveLength(1);
    expect(recorder.unsaved[0]?.marks.map((m) => m.kind)).toEqual(['found-on', 'off']);
  });

  it('within a piece time only runs on, whatever is done to the clock; the next piece follows it', () => {
    const { recorder, see, at } = make();
    see(ON, 5);
    at.wall -= 3_600_000;
    see(ON, 5);
    const moments = recorder.unsaved.flatMap((p) => p.points.map((q) => q.atMs - START));
    expect(moments).toEqual([100, 200, 300, 400, 500, 600, 700, 800, 900, 1000]);
    see(ON, 600);
    expect(recorder.unsaved[1]?.startMs).toBeLessThan(START - 3_500_000);
  });

  it('an order of the watch stands with its reason, also where the output was not seen on', () => {
    const { recorder, see } = make();
    recorder.tripped(
      judge('stop', 'watch.limit.held', { limitMa: 3000, measuredMv: 2000 } as never)
    );
    see(OFF);
    expect(recorder.unsaved[0]?.marks).toMatchObject([
      { kind: 'trip', why: { code: 'watch.limit.held' } }
    ]);
  });

  it('gives up the oldest of ten hours, not the newest', () => {
    const { recorder, see, pass } = make();
    for (let i = 0; i < 700; i++) {
      see(ON);
      pass(PIECE_MS);
    }
    const waiting = recorder.finished();
    expect(waiting).toHaveLength(600);
    expect(waiting.at(-1)?.startMs).toBe(START + 699 * (PIECE_MS + 100) + 100);
  });
});

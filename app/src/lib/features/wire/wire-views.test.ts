import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { resolveAccess } from '@badger/core/access/access';
import { parseProfile } from '@badger/core/profile/parse-profile';
import type { Profile } from '@badger/core/profile/profile';
import type { ProfileDocument } from '@badger/core/profile/schema';
import { planConnection } from '@badger/core/wiring/connection-plan';
import { drawBoard, drawLegs, type Turn } from './board.view.ts';
import { drawFace, type DrawnFace } from '../shared/face.view.ts';

const folder = new URL('../../../../../profiles/', import.meta.url);
const profiles = readdirSync(folder)
  .filter((n) => n.endsWith('.json'))
  .map((n): Profile => {
    const parsed = parseProfile(
      JSON.parse(readFileSync(new URL(n, folder), 'utf8')) as ProfileDocument
    );
    if (!parsed.ok) throw new Error(n);
    return parsed.value;
  });
const kit = { lead: undefined, adapter: undefined, box: undefined };
const faces = profiles.flatMap((p) => p.connectors.map((c) => [p, c] as const));
const wiresOf = (p: Profile) =>
  planConnection(p, resolveAccess(p, undefined), { kit, marking: undefined }).wires;

describe('connector face', () => {
  const overlap = (f: DrawnFace) =>
    f.cavities.some((a, i) =>
      f.cavities.some(
        (b, k) =>
          k > i &&
          a.x < b.x + b.width &&
          b.x < a.x + a.width &&
          a.y < b.y + b.height &&
          b.y < a.y + a.height
      )
    );
  it.each(faces.map(([p, c]) => [p.id, p, c] as const))(
    '%s: every cavity inside the body, none over another, on both sides',
    (_, profile, face) => {
      for (const side of ['mating', 'wire'] as const) {
        const drawn = drawFace(face, { side, wires: wiresOf(profile) });
        expect(overlap(drawn)).toBe(false);
        const { body } = drawn;
        for (const c of drawn.cavities) {
          expect(c.x).toBeGreaterThanOrEqual(body.x);
          expect(c.x + c.width).toBeLessThanOrEqual(body.x + body.width);
          expect(c.y + c.height).toBeLessThanOrEqual(body.y + body.height);
        }
        const ends = wiresOf(profile).filter((w) => w.connector === face.id);
        expect(drawn.leads.map((l) => l.key).sort()).toEqual(ends.map((w) => w.key).sort());
        // a wire into two cavities has two ends
        for (const lead of drawn.leads)
          expect(lead.paths).toHaveLength(
            ends.find((w) => w.key === lead.key)?.cavities.length ?? 0
          );
      }
    }
  );
  it('the wire side is the mirror of the mating side, keys included', () => {
    const [profile, face] = faces[0] as (typeof faces)[number];
    const mating = drawFace(face, { side: 'mating', wires: wiresOf(profile) });
    const wire = drawFace(face, { side: 'wire', wires: wiresOf(profile) });
    mating.cavities.forEach((c, i) => {
      expect(wire.cavities[i]?.x).toBeCloseTo(mating.width - c.x - c.width, 6);
      expect(wire.cavities[i]?.y).toBe(c.y);
    });
    mating.keys.forEach((k, i) =>
      expect(wire.keys[i]?.x).toBeCloseTo(mating.width - k.x - k.width, 6)
    );
  });
  it('numbers that fall run from right to left', () => {
    const gx7 = profiles.find((p) => p.id === 'CV-GX7') as Profile;
    const drawn = drawFace(gx7.connectors[0] as NonNullable<(typeof gx7.connectors)[0]>, {
      side: 'mating',
      wires: []
    });
    const x = (n: number) => drawn.cavities.find((c) => c.number === n)?.x ?? 0;
    expect(x(8)).toBeLessThan(x(1));
  });
});

describe('board', () => {
  const boards = profiles.flatMap((p) => p.boards.map((b) => [`${p.id} ${b.id}`, b] as const));
  it.each(boards)('%s: everything lies on it however it is turned', (_, board) => {
    for (const turn of [0, 90, 180, 270] as Turn[]) {
      const drawn = drawBoard(board, turn);
      const points = [
        ...drawn.pads.flatMap((p) => p.points),
        ...drawn.chips.map((c) => c.pin1),
        ...drawn.landmarks.map((l) => ({ x: l.x + l.width, y: l.y + l.height })),
        ...drawn.chips.map((c) => ({ x: c.x + c.width, y: c.y + c.height }))
      ];
      for (const { x, y } of points) {
        expect(x).toBeGreaterThanOrEqual(0);
        expect(x).toBeLessThanOrEqual(drawn.width);
        expect(y).toBeGreaterThanOrEqual(0);
        expect(y).toBeLessThanOrEqual(drawn.height);
      }
    }
  });
  it.each(boards)('%s: pin 1 lies inside its chip', (_, board) => {
    for (const turn of [0, 90, 180, 270] as Turn[])
      for (const c of drawBoard(board, turn).chips) {
        expect(c.pin1.x > c.x && c.pin1.x < c.x + c.width).toBe(true);
        expect(c.pin1.y > c.y && c.pin1.y < c.y + c.height).toBe(true);
      }
  });
  it('four quarter turns are none', () => {
    const board = boards[0]?.[1];
    if (!board) throw new Error('no board');
    const half = drawBoard(board, 180);
    const pad = board.pads[0]?.points[0];
    expect(half.pads[0]?.points[0]).toEqual({
      x: board.widthMm - (pad?.xMm ?? 0),
      y: board.heightMm - (pad?.yMm ?? 0)
    });
  });
  it('legs run down the left side and up the right one', () => {
    const legs = drawLegs(100, 80);
    expect(legs.map((l) => l.left)).toEqual([true, true, true, true, false, false, false, false]);
    expect(legs[0]?.y).toBe(legs[7]?.y);
    expect(legs[3]?.y).toBe(legs[4]?.y);
  });
});

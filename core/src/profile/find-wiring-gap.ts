import type { Problem } from '../base/result.ts';
import type { AccessSpec, Board, ConnectorFace, Profile, Wire } from './profile.ts';
import { rankOfSignal } from './wire-order.ts';

/**
 * The first thing in the wiring of a profile that contradicts itself; undefined for none. Errors: `profile.wire.place` (not
 * exactly one place), `profile.wire.unknown` (cavity, pad or chip that is not drawn), `profile.wire.twice` (two wires in one
 * cavity), `profile.wire.never` (a pad that must not be touched), `profile.access.order`, `profile.connector.numbers`.
 */
export function findWiringGap(profile: Profile): Problem | undefined {
  for (const [i, face] of profile.connectors.entries()) {
    if (hasNumberTwice(face)) return at('profile.connector.numbers', `connectors/${i}`);
  }
  for (const [i, access] of profile.accesses.entries()) {
    const found = gapOfAccess(profile, access, `accesses/${i}`);
    if (found) return found;
  }
  return undefined;
}

type WireCode =
  | 'profile.wire.place'
  | 'profile.wire.unknown'
  | 'profile.wire.twice'
  | 'profile.wire.never'
  | 'profile.access.order'
  | 'profile.connector.numbers';

function at(code: WireCode, path: string): Problem {
  return { code, params: { path } };
}

function gapOfAccess(profile: Profile, access: AccessSpec, path: string): Problem | undefined {
  const used = new Set<string>();
  let rank = -1;
  for (const [i, wire] of access.wiring.entries()) {
    const here = `${path}/wiring/${i}`;
    const gap = gapOfWire(profile, wire, here);
    if (gap) return gap;
    const places = placesOf(wire);
    if (places.some((p) => used.has(p))) return at('profile.wire.twice', here);
    for (const place of places) used.add(place);
    const own = rankOfSignal(wire);
    if (own < rank) return at('profile.access.order', here);
    rank = own;
  }
  return undefined;
}

function placesOf({ connector, cavities, pads, chip }: Wire): string[] {
  return [
    ...(cavities ?? []).map((c) => `${connector ?? ''} ${c}`),
    ...(pads ?? []).map((p) => `pad ${p}`),
    ...(chip === undefined ? [] : [`chip ${chip}`])
  ];
}

function gapOfWire(profile: Profile, wire: Wire, path: string): Problem | undefined {
  const kinds = [wire.cavities, wire.pads, wire.chip, wire.to].filter((k) => k !== undefined);
  if (kinds.length !== 1) return at('profile.wire.place', path);
  if (wire.cavities && !hasCavities(profile.connectors, wire))
    return at('profile.wire.unknown', path);
  for (const pad of wire.pads ?? []) {
    const drawn = profile.boards.map((b) => b.pads.find((p) => p.id === pad));
    if (drawn.length === 0 || drawn.includes(undefined)) return at('profile.wire.unknown', path);
    if (drawn.some((p) => p?.never !== undefined)) return at('profile.wire.never', path);
  }
  return wire.chip !== undefined && !everyBoardHas(profile.boards, wire.chip)
    ? at('profile.wire.unknown', path)
    : undefined;
}

function everyBoardHas(boards: readonly Board[], chip: string): boolean {
  return boards.length > 0 && boards.every((b) => b.chips.some((c) => c.id === chip));
}

function hasCavities(faces: readonly ConnectorFace[], { connector, cavities = [] }: Wire): boolean {
  const face = faces.find((f) => f.id === connector);
  const known = new Set(face ? face.rows.flatMap(cavitiesOfRow) : []);
  return cavities.every((c) => known.has(c));
}

/** Cavities of a row from left to right; the numbers may fall. */
export function cavitiesOfRow({ first, last }: ConnectorFace['rows'][number]): number[] {
  const step = last >= first ? 1 : -1;
  return Array.from({ length: Math.abs(last - first) + 1 }, (_, i) => first + i * step);
}

function hasNumberTwice(face: ConnectorFace): boolean {
  const all = face.rows.flatMap(cavitiesOfRow);
  return new Set(all).size !== all.length;
}

import { cavitiesOfRow } from '@badger/core/profile/find-wiring-gap';
import type { ConnectorFace } from '@badger/core/profile/profile';
import type { PlannedWire } from '@badger/core/wiring/connection-plan';

/** What a drawing needs of a wire. */
export type FaceWire = Pick<PlannedWire, 'key' | 'connector' | 'cavities'>;

/** Which side of a connector one looks at: into the unit, or at the wires that go into its counterpart. */
export type FaceSide = 'mating' | 'wire';

export interface DrawnCavity {
  readonly number: number;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

export interface DrawnKey {
  readonly name: string;
  readonly side: ConnectorFace['keys'][number]['side'];
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** Where a lead comes out at the bottom, and the curve that it takes to its cavity. */
export interface DrawnLead {
  readonly key: string;
  readonly index: number;
  readonly x: number;
  readonly y: number;
  readonly paths: readonly string[];
}

export interface DrawnFace {
  readonly width: number;
  readonly height: number;
  readonly body: {
    readonly x: number;
    readonly y: number;
    readonly width: number;
    readonly height: number;
  };
  readonly cavities: readonly DrawnCavity[];
  readonly keys: readonly DrawnKey[];
  readonly leads: readonly DrawnLead[];
}

const WIDTH = 560;
const EDGE = 14;
const ROW = 36;
const KEY = 9;
/** Room under the face for the leads. */
const LEADS = 70;

/**
 * Lays out a connector face and the leads that go to it. Units: of the drawing. On the wire side left and right are swapped, as
 * they are when the counterpart is turned round.
 */
export function drawFace(
  face: ConnectorFace,
  { side, wires }: { readonly side: FaceSide; readonly wires: readonly FaceWire[] }
): DrawnFace {
  const inner = WIDTH - 2 * (EDGE + KEY);
  const body = {
    x: EDGE + KEY - 6,
    y: KEY + 10,
    width: inner + 12,
    height: face.rows.length * ROW + 12
  };
  const mirror = (x: number, width: number) => (side === 'wire' ? WIDTH - x - width : x);
  const cavities = face.rows.flatMap((row, r) => {
    const numbers = cavitiesOfRow(row);
    const pitch = inner / numbers.length;
    const width = Math.min(pitch - 4, 18 + row.terminalMm * 6, 46);
    return numbers.map((number, i): DrawnCavity => ({
      number,
      x: mirror(EDGE + KEY + i * pitch + (pitch - width) / 2, width),
      y: body.y + 6 + r * ROW + 4,
      width,
      height: ROW - 8
    }));
  });
  const keys = face.keys.map((key) => drawKey(key, body, mirror));
  const own = wires.filter((w) => w.connector === face.id);
  const leads = drawLeads(own, cavities, body);
  return { width: WIDTH, height: body.y + body.height + LEADS, body, cavities, keys, leads };
}

function drawKey(
  key: ConnectorFace['keys'][number],
  body: DrawnFace['body'],
  mirror: (x: number, width: number) => number
): DrawnKey {
  const { side, name } = key;
  if (side === 'left' || side === 'right') {
    const x = side === 'left' ? body.x - KEY : body.x + body.width;
    const y = body.y + key.from * body.height;
    return {
      name,
      side,
      x: mirror(x, KEY),
      y,
      width: KEY,
      height: (key.to - key.from) * body.height
    };
  }
  const width = (key.to - key.from) * body.width;
  const x = mirror(body.x + key.from * body.width, width);
  const y = side === 'top' ? body.y - KEY : body.y + body.height;
  return { name, side, x, y, width, height: KEY };
}

/** Leads spread evenly under the face, ordered as their cavities lie so that few of them cross. */
function drawLeads(
  wires: readonly FaceWire[],
  cavities: readonly DrawnCavity[],
  body: DrawnFace['body']
): DrawnLead[] {
  const centre = (number: number) => {
    const c = cavities.find((k) => k.number === number);
    return c && { x: c.x + c.width / 2, y: c.y + c.height };
  };
  const middle = (wire: FaceWire) => {
    const at = wire.cavities.flatMap((c) => centre(c)?.x ?? []);
    return at.reduce((sum, x) => sum + x, 0) / Math.max(1, at.length);
  };
  const byPlace = [...wires].sort((a, b) => middle(a) - middle(b));
  const y = body.y + body.height + LEADS - 22;
  return byPlace.map((wire, place) => {
    const x = ((place + 0.5) / byPlace.length) * WIDTH;
    const paths = wire.cavities.flatMap((number) => {
      const from = centre(number);
      return from ? [curve(from, { x, y: y - 14 })] : [];
    });
    return { key: wire.key, index: wires.indexOf(wire), x, y, paths };
  });
}

interface Point {
  readonly x: number;
  readonly y: number;
}

const at = ({ x, y }: Point) => `${x.toFixed(1)} ${y.toFixed(1)}`;

function curve(from: Point, to: Point): string {
  const lean = (to.y - from.y) * 0.55;
  return `M ${at(from)} C ${at({ x: from.x, y: from.y + lean })}, ${at({ x: to.x, y: to.y - lean })}, ${at(to)}`;
}

import type { Access } from '../access/access.ts';
import { bandOf, planTermination, type TerminationPlan } from '../electrical/termination.ts';
import { wireOhm } from '../electrical/power-path.ts';
import type {
  AccessSpec,
  Board,
  ConnectorFace,
  Profile,
  Wire,
  WireSignal
} from '../profile/profile.ts';
import { cavitiesOfRow } from '../profile/find-wiring-gap.ts';
import { rankOfSignal } from '../profile/wire-order.ts';
import type { BoxSpec, LeadSet } from './lead-set.ts';

/** What a meter should show at one wire, everything switched off. Units: mΩ, Ω. */
export type Expected =
  | { readonly kind: 'wire'; readonly mohm: number | undefined }
  | { readonly kind: 'pair'; readonly minOhm: number; readonly maxOhm: number }
  | { readonly kind: 'contact' };

/** One connection that a hand makes. */
export interface PlannedWire {
  /** Stays the same for one access of one version of a profile. */
  readonly key: string;
  readonly signal: WireSignal;
  readonly connector: string | undefined;
  readonly cavities: readonly number[];
  /** Blade of the terminals; undefined where it is no cavity. Units: mm. */
  readonly terminalMm: number | undefined;
  readonly pads: readonly string[];
  readonly chip: string | undefined;
  readonly to: string | undefined;
  /** Number and colour in the lead set that was chosen; undefined where it has no such wire. */
  readonly lead: { readonly mark: string; readonly colour: string } | undefined;
  /** In no diagram of the vehicle: only the diagram of the interface has it. */
  readonly programming: boolean;
  readonly soldered: boolean;
  readonly note: string | undefined;
  readonly expected: Expected;
}

export interface ConnectionPlan {
  readonly wires: readonly PlannedWire[];
  readonly faces: readonly ConnectorFace[];
  /** Board of this unit; undefined where none is needed, or where nobody knows which it is. */
  readonly board: Board | undefined;
  /** Boards of the family from which a person must choose by the marking of the chip. */
  readonly boards: readonly Board[];
  readonly termination: TerminationPlan | undefined;
  readonly lead: LeadSet | undefined;
}

export interface PlanKit {
  readonly lead: LeadSet | undefined;
  readonly adapter: LeadSet | undefined;
  readonly box: BoxSpec | undefined;
}

/**
 * How this unit is connected over this access with this kit: wires in the order of connecting, faces and board to draw,
 * terminators. `marking`: what is printed on the unit's chip; two boards of one family give different plans, and without the
 * marking none of them is guessed.
 */
export function planConnection(
  profile: Profile,
  access: Access,
  { kit, marking }: { readonly kit: PlanKit; readonly marking: string | undefined }
): ConnectionPlan {
  const spec = access.spec;
  const wiring = spec?.wiring ?? [];
  const boards = boardsOf(profile, wiring);
  const wires = wiring
    .map((wire, i) => ({ wire, key: `${wire.signal}-${i}`, rank: rankOfSignal(wire) }))
    .sort((a, b) => a.rank - b.rank)
    .map(({ wire, key }) => planWire(profile, access, { wire, key, kit }));
  const used = new Set(wires.flatMap((w) => (w.connector === undefined ? [] : [w.connector])));
  return {
    wires,
    faces: profile.connectors.filter((f) => used.has(f.id)),
    ...chooseBoard(boards, marking),
    termination: spec && planPair(access, spec, kit),
    lead: kit.lead
  };
}

function boardsOf(profile: Profile, wiring: readonly Wire[]): readonly Board[] {
  return wiring.some((w) => w.pads !== undefined || w.chip !== undefined) ? profile.boards : [];
}

/** The board of a unit by the marking of its chip; one that all units share needs none. */
function chooseBoard(boards: readonly Board[], marking: string | undefined) {
  const board =
    boards.length === 1 && boards[0]?.marking === undefined
      ? boards[0]
      : boards.find((b) => b.marking !== undefined && b.marking === marking);
  return { board, boards };
}

function planWire(
  profile: Profile,
  access: Access,
  { wire, key, kit }: { wire: Wire; key: string; kit: PlanKit }
): PlannedWire {
  const own = kit.lead?.wires.find((w) => w.signal === wire.signal);
  return {
    ...{ key, signal: wire.signal, connector: wire.connector, cavities: wire.cavities ?? [] },
    terminalMm: terminalOf(profile.connectors, wire),
    ...{ pads: wire.pads ?? [], chip: wire.chip, to: wire.to, note: wire.note },
    lead: own && { mark: own.mark, colour: own.colour },
    programming: wire.programming ?? false,
    soldered: wire.soldered ?? false,
    expected: expectedOf(wire, access, kit)
  };
}

/** Blade of the terminals of these cavities; of several the smallest. Units: mm. */
function terminalOf(faces: readonly ConnectorFace[], wire: Wire): number | undefined {
  const rows = faces.find((f) => f.id === wire.connector)?.rows ?? [];
  const sizes = (wire.cavities ?? []).flatMap((c) =>
    rows.filter((r) => cavitiesOfRow(r).includes(c)).map((r) => r.terminalMm)
  );
  return sizes.length > 0 ? Math.min(...sizes) : undefined;
}

/** Both contacts of a wire. */
const CONTACTS_OF_WIRE = 2;

function expectedOf(wire: Wire, access: Access, { lead }: PlanKit): Expected {
  if (wire.signal === 'can-h' || wire.signal === 'can-l')
    return { kind: 'pair', ...bandOf(terminatorsOf(access)) };
  if (wire.chip !== undefined || wire.to !== undefined) return { kind: 'contact' };
  const copper = lead && wireOhm(lead);
  const contacts = lead?.contactMohm;
  const known = copper !== undefined && contacts !== undefined;
  return {
    kind: 'wire',
    mohm: known ? Math.round(copper * 1000 + contacts * CONTACTS_OF_WIRE) : undefined
  };
}

function terminatorsOf(access: Access): number {
  return access.carrier === 'can-uds' ? access.can.terminators : 2;
}

function planPair(access: Access, spec: AccessSpec, kit: PlanKit): TerminationPlan | undefined {
  if (!spec.wiring.some((w) => w.signal === 'can-h')) return undefined;
  const unitOhm = access.carrier === 'can-uds' ? access.can.terminatorOhm : undefined;
  return planTermination(
    [
      { place: 'unit', name: '', ohm: unitOhm },
      ...(kit.lead
        ? [{ place: 'lead' as const, name: kit.lead.name, ohm: kit.lead.terminatorOhm }]
        : []),
      ...(kit.adapter
        ? [{ place: 'adapter' as const, name: kit.adapter.name, ohm: kit.adapter.terminatorOhm }]
        : []),
      { place: 'interface', name: kit.box?.name ?? '', ohm: kit.box?.terminatorOhm }
    ],
    terminatorsOf(access)
  );
}

import { KIT_KINDS, type KitKind } from '@badger/core/kit/kit-item';
import { findGravest, type Judgement } from '@badger/core/base/verdict';
import { sortRows, type Sorting } from '../../sorting.ts';
import type { LeadWire } from '@badger/core/wiring/lead-set';
import type { KitEdit } from '../../schema/requests.ts';

export const KIND_WORDS: Record<KitKind, string> = {
  interface: 'Interface box',
  supply: 'Bench supply',
  adapter: 'Adapter',
  lead: 'Lead',
  computer: 'Computer',
  meter: 'Meter',
  'vehicle-supply': 'Vehicle support supply',
  'probe-frame': 'Probe frame',
  'solder-place': 'Soldering place',
  programmer: 'Chip programmer',
  clip: 'Chip clip',
  'fuse-lead': 'Power-cycling fuse lead',
  network: 'Network to servers'
};

export const KINDS = KIT_KINDS.map((id) => ({ id, name: KIND_WORDS[id] }));

/** What a piece of kit is as it is kept. */
export interface KitRowData {
  readonly id: string;
  readonly version: number;
  readonly kind: KitKind;
  readonly name: string;
  readonly stationId: string | null;
  readonly families: readonly string[];
  readonly software: string;
  readonly wantedSoftware: string;
  readonly firmware: string;
  readonly wantedFirmware: string;
  readonly dueAt: Date | null;
  readonly calibrationDueAt: Date | null;
  readonly plugCycles: number;
  readonly plugLimit: number;
  readonly cableLink: boolean;
  readonly radioLink: boolean;
  readonly ratedMa: number | null;
  readonly lengthMm: number | null;
  readonly areaUm2: number | null;
  readonly contactMohm: number | null;
  readonly terminatorOhm: number | null;
  readonly drawMa: number | null;
  readonly port: string;
  readonly wires: readonly LeadWire[];
}

const day = (at: Date | null) => at?.toISOString().slice(0, 10) ?? '';

const NEW_PIECE: KitEdit = {
  ...{ kind: 'lead', name: '', stationId: '', families: [], dueAt: '', calibrationDueAt: '' },
  ...{ software: '', wantedSoftware: '', firmware: '', wantedFirmware: '' },
  ...{ plugCycles: 0, plugLimit: 0, cableLink: false, radioLink: false, ratedMa: 0 },
  ...{ lengthMm: null, areaUm2: null, contactMohm: null, terminatorOhm: null, drawMa: null },
  ...{ port: '', wires: [] }
};

/** The form for a piece, or for a new one. */
export function toKitEdit(row: KitRowData | undefined): KitEdit {
  if (!row) return { ...NEW_PIECE, families: [], wires: [] };
  const { id, version, kind, name, software, wantedSoftware, firmware, wantedFirmware } = row;
  const { plugCycles, plugLimit, cableLink, radioLink } = row;
  const { lengthMm, areaUm2, contactMohm, terminatorOhm, drawMa, port } = row;
  return {
    ...{ id, version, kind, name, software, wantedSoftware, firmware, wantedFirmware },
    ...{ plugCycles, plugLimit, cableLink, radioLink },
    ...{ lengthMm, areaUm2, contactMohm, terminatorOhm, drawMa, port },
    wires: row.wires.map((w) => ({ ...w })),
    stationId: row.stationId ?? '',
    families: [...row.families],
    dueAt: day(row.dueAt),
    calibrationDueAt: day(row.calibrationDueAt),
    ratedMa: row.ratedMa ?? 0
  };
}

/** Which fields a kind has; the others stay out of its form. */
export function fieldsOf(kind: KitKind) {
  return {
    versions: ['interface', 'computer', 'meter', 'programmer'].includes(kind),
    link: kind === 'interface' || kind === 'network',
    plugs: ['lead', 'adapter', 'clip', 'fuse-lead'].includes(kind),
    calibration: kind === 'meter' || kind === 'supply' || kind === 'vehicle-supply',
    rated: kind === 'supply' || kind === 'vehicle-supply',
    conducts: kind === 'lead' || kind === 'adapter',
    box: kind === 'interface'
  };
}

/** What is known of a lead: length, cross-section, terminator. Example: `2.2 m, 0.5 mm², 120 Ω`. */
function leadWords({ kind, lengthMm, areaUm2, terminatorOhm }: KitRowData): string {
  if (!fieldsOf(kind).conducts) return '';
  const parts = [
    lengthMm === null ? '' : `${lengthMm / 1000} m`,
    areaUm2 === null ? '' : `${areaUm2 / 1e6} mm²`,
    terminatorOhm === null ? '' : terminatorOhm > 0 ? `${terminatorOhm} Ω` : 'no terminator'
  ];
  return parts.filter((p) => p !== '').join(', ');
}

/** The figure that matters most for a piece, in words. */
export function figureOf(row: KitRowData): string {
  const { kind } = row;
  if (fieldsOf(kind).plugs && row.plugLimit > 0)
    return [`${row.plugCycles} of ${row.plugLimit} plugs`, leadWords(row)]
      .filter((p) => p !== '')
      .join(', ');
  if (fieldsOf(kind).rated && row.ratedMa) return `${row.ratedMa / 1000} A`;
  const conducts = leadWords(row);
  const parts = [
    conducts,
    row.software && `software ${row.software}`,
    row.firmware && `firmware ${row.firmware}`
  ];
  return parts.filter((p) => p !== '').join(', ');
}

/** A piece with what is to be said of it. */
export interface JudgedKit {
  readonly row: KitRowData;
  readonly judged: readonly Judgement[];
}

/** What the kit list may be sorted by. */
export const KIT_SORTS = ['state', 'name', 'kind', 'due'] as const;
export type KitSorting = Sorting<(typeof KIT_SORTS)[number]>;

const RANK = { stop: 0, look: 1, none: 2, go: 3 };
const KIT_VALUES: Record<
  (typeof KIT_SORTS)[number],
  (k: JudgedKit) => string | number | undefined
> = {
  // what is wrong comes first
  state: ({ judged }) => RANK[findGravest(judged)?.verdict ?? 'go'],
  name: ({ row }) => row.name,
  kind: ({ row }) => KIND_WORDS[row.kind],
  due: ({ row }) => (row.calibrationDueAt ?? row.dueAt)?.getTime()
};

/** The list by a column; as it is kept (by kind and name) without one. */
export function sortKit<T extends JudgedKit>(
  items: readonly T[],
  sorting: KitSorting | undefined
): T[] {
  return sorting ? sortRows(items, KIT_VALUES[sorting.key], sorting.down) : [...items];
}

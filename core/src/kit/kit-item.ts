/** Things that the bench works with. */
export type KitKind =
  | 'interface'
  | 'supply'
  | 'adapter'
  | 'lead'
  | 'computer'
  | 'meter'
  | 'vehicle-supply'
  | 'probe-frame'
  | 'solder-place'
  | 'programmer'
  | 'clip'
  | 'fuse-lead'
  | 'network';

export const KIT_KINDS: readonly KitKind[] = [
  'interface',
  'supply',
  'adapter',
  'lead',
  'computer',
  'meter',
  'vehicle-supply',
  'probe-frame',
  'solder-place',
  'programmer',
  'clip',
  'fuse-lead',
  'network'
];

/** One piece of kit as the shop keeps it. Times are milliseconds since 1970, UTC. */
export interface KitItem {
  readonly id: string;
  readonly kind: KitKind;
  readonly name: string;
  readonly stationId: string | undefined;
  /** Families that it fits; empty fits all. */
  readonly families: readonly string[];
  readonly software: string;
  readonly wantedSoftware: string;
  readonly firmware: string;
  readonly wantedFirmware: string;
  /** Licence, service or inspection. */
  readonly dueAtMs: number | undefined;
  readonly calibrationDueAtMs: number | undefined;
  readonly plugCycles: number;
  /** Cycles after which the pins grip no more; 0 when it is not counted. */
  readonly plugLimit: number;
  readonly cableLink: boolean;
  readonly radioLink: boolean;
  /** What a supply can give. Units: mA. */
  readonly ratedMa: number | undefined;
}

/** One pin of the diagnostic socket against the box's ground lead. Units: mV, Hz; null where it told none. */
export interface PinReading {
  readonly mv: number | null;
  /** Highest less lowest. */
  readonly swingMv: number | null;
  readonly edgesHz: number | null;
}

/** All sixteen pins; pin 1 comes first. */
export type SocketReading = readonly PinReading[];

export const PIN_COUNT = 16;

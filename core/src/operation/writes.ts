/** What a write puts into the unit: the built image, only what of it the unit does not hold yet, or the unit's own backup. */
export const WRITES = ['image', 'rest', 'backup'] as const;

export type Writes = (typeof WRITES)[number];

/** What a unit told after it was written and reset. Texts are empty where it did not tell. */
export interface ToldAfter {
  readonly answered: boolean;
  readonly chipId: string;
  readonly vin: string;
  /** The VIN of what was written; empty where it holds none. */
  readonly meantVin: string;
}

/** Does what the unit tells fit what was written? Undefined where it told nothing, or nothing was meant. */
export function judgeAfter({ answered, vin, meantVin }: ToldAfter): boolean | undefined {
  return !answered || vin === '' || meantVin === '' ? undefined : vin === meantVin;
}

/** VINs that decide whether original and donor were taken for each other; undefined where nothing was read. */
export interface SwapFacts {
  readonly vehicleVin: string;
  readonly originalVin: string | undefined;
  readonly donorVin: string | undefined;
}

/**
 * True when the donor carries the vehicle's own VIN and the original does not. After a clone both carry it, so a
 * second look at a written donor is not taken for a swap. Source: common practice (read the VIN out and compare).
 */
export function areUnitsSwapped({ vehicleVin, originalVin, donorVin }: SwapFacts): boolean {
  return donorVin === vehicleVin && originalVin !== vehicleVin;
}

/** A classic CAN data frame. `id` has 11 bits, or 29 when `extended`. Source: ISO 11898-1. */
export interface CanFrame {
  readonly id: number;
  readonly extended: boolean;
  /** 0 to 8 bytes. */
  readonly data: Uint8Array;
}

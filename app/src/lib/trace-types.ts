/** A message as it went over the wire in an operation. */
export interface TraceLine {
  /** Since the operation began to speak. Units: ms. */
  readonly atMs: number;
  readonly direction: 'request' | 'answer' | 'note';
  readonly service: string;
  readonly hex: string;
  readonly detail: string;
}

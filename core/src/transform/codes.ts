import type { None } from '../base/codes.ts';

/** What `transform` refuses. */
export interface TransformCodes {
  'transform.step.malformed': { kind: string };
  'transform.chain.lossy': None;
  'transform.length.uneven': { step: number; bytes: number; unit: number };
}

declare module '../base/codes.ts' {
  interface CodeTable extends TransformCodes {}
}

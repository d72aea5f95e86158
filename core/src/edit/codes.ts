/** What `edit` refuses. */
export interface EditCodes {
  'edit.address.unknown': { address: number };
  'edit.image.holes': { pieces: number };
}

declare module '../base/codes.ts' {
  interface CodeTable extends EditCodes {}
}

/** What `field` refuses. */
export interface FieldCodes {
  'field.value.kept': { name: string };
  'field.value.malformed': { name: string; text: string };
}

declare module '../base/codes.ts' {
  interface CodeTable extends FieldCodes {}
}

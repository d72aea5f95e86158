/** What `patch` tells. */
export interface PatchCodes {
  'patch.content.other': { address: number; bytes: number };
  'patch.file.malformed': { where: string };
  'patch.source.other': { sha256: string };
}

declare module '../base/codes.ts' {
  interface CodeTable extends PatchCodes {}
}

/** What `file-service` tells: problems by code, each with its figures. */
export interface FileServiceCodes {
  'files.answer.malformed': { where: string };
  'files.file.beyond': { first: number };
  'files.file.short': { bytes: number; first: number };
}

declare module '../base/codes.ts' {
  interface CodeTable extends FileServiceCodes {}
}

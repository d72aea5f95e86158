/** What `checksum` refuses. */
export interface ChecksumCodes {
  'checksum.range.unknown': { address: number };
  'checksum.word.odd': { name: string; bytes: number; word: number };
}

declare module '../base/codes.ts' {
  interface CodeTable extends ChecksumCodes {}
}

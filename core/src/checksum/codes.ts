/** What `checksum` refuses. */
export interface ChecksumCodes {
  'checksum.range.unknown': { address: number };
  'checksum.word.odd': { name: string; bytes: number; word: number };
  'checksum.balance.kind': { name: string };
  'checksum.balance.room': { name: string; bytes: number };
  'checksum.rules.circle': { rule: string; other: string };
  'checksum.rules.clash': { rule: string };
}

declare module '../base/codes.ts' {
  interface CodeTable extends ChecksumCodes {}
}

/** What `format` tells of files; `line` counts from 1, `byte` from 0 in the file. */
export interface FormatCodes {
  'format.address.high': { address: number; most: number };
  'format.base.high': { address: number; base: number };
  'format.checksum.wrong': { line: number; byte: number; found: number; expected: number };
  'format.count.wrong': { line: number; byte: number; found: number; expected: number };
  'format.data.none': Readonly<Record<never, never>>;
  'format.end.after': { line: number; byte: number };
  'format.end.missing': Readonly<Record<never, never>>;
  'format.file.damaged': { finding: string };
  'format.hole.large': { bytes: number; most: number };
  'format.hole.unfilled': { address: number; bytes: number };
  'format.line.other': { line: number; byte: number };
  'format.overlap.other': { address: number };
  'format.overlap.same': { address: number; bytes: number };
  'format.record.cut': { line: number; byte: number };
  'format.record.long': { line: number; byte: number };
  'format.record.unknown': { line: number; byte: number; kind: string };
  'format.split.count': { found: number; parts: number };
  'format.split.lengths': { lengths: string };
  'format.split.odd': { bytes: number; turn: number };
  'format.wrap.segment': { line: number; byte: number };
  'format.zip.huge': { most: number };
  'format.zip.many': { most: number };
  'format.zip.malformed': { name: string };
  'format.width.mixed': { line: number; byte: number; kind: string; first: string };
}

declare module '../base/codes.ts' {
  interface CodeTable extends FormatCodes {}
}

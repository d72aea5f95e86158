/** What `reads` tells: problems, findings and verdicts by code, each with its figures. */
export interface ReadsCodes {
  'image.checksum.differs': { rule: string; stored: string; computed: string };
  'image.checksum.inverse': { rule: string };
  'image.note.empty': Readonly<Record<never, never>>;
  'image.note.many': { most: number };
  'image.note.unknown': Readonly<Record<never, never>>;
  'image.fill.single': { value: string };
  'image.identity.torn': { field: string };
  'image.repeat.mirrored': { everyBytes: number };
  'image.secret.torn': { secret: string };
  'image.size.empty': { found: number; expected: number; region: string };
  'image.size.huge': { most?: number; found?: number; expected?: number; region?: string };
  'image.size.wrong': { found: number; expected: number; region: string };
  'reads.donor.equal': { region: string };
  'reads.accept.needless': { region: string };
  'reads.accept.none': { region: string };
  'reads.region.accepted': { region: string; kind: string; reason: string; total: number };
  'reads.region.disputed': { region: string; total: number; bytes: number };
  'reads.region.doubtful': {
    region: string;
    agreeing: number;
    total: number;
    which: string;
    cause: string;
  };
  'reads.region.few': {
    region: string;
    agreeing: number;
    total: number;
    which: string;
    more: number;
  };
  'reads.region.implausible': { region: string; finding: string; cause: string };
  'reads.region.rebuilt': { region: string; total: number; cause: string };
  'reads.region.unseen': { region: string };
  'reads.region.none': { region: string };
  'reads.region.outvoted': { region: string; agreeing: number; total: number; which: string };
  'reads.region.remark': { region: string; agreeing: number; total: number; which: string };
  'reads.region.single': { region: string };
  'reads.region.trusted': { region: string; agreeing: number; total: number; which: string };
  'reads.series.contact': { made: number };
  'reads.series.implausible': { made: number };
  'reads.series.many': { made: number };
  'reads.series.reseat': { made: number };
  'reads.series.useless': { made: number; cause: string };
  'reads.series.settled': { made: number };
}

declare module '../base/codes.ts' {
  interface CodeTable extends ReadsCodes {}
}

import { statSync } from 'node:fs';
import { joinBytes } from '@badger/core/image/image';
import { judgeReads, type TrustJudgement } from '@badger/core/trust/judge-reads';
import { knowRegion, NOTHING_KNOWN, type TimedRead } from '@badger/core/trust/read-set';
import type { Profile, Region } from '@badger/core/profile/profile';
import { CAUSE_WORDS } from '../app/src/lib/messages/trust.ts';
import { sha256, type LoadedFile } from './files.ts';
import { loadFamilies, viewOf } from './profiles.ts';
import { tellFinding, WrongUse } from './report.ts';

/** Can files be trusted as reads of one region? Numbers of reads are those of the files, from 1. */
export interface TrustReport {
  readonly judgement: TrustJudgement;
  /** Address of the first byte. */
  readonly base: number;
  /** Files that are no read of their own. Shape: numbers from 1, and the one that each is. */
  readonly twice: readonly (readonly [number, number])[];
}

interface ToJudge {
  readonly required: number;
  readonly told: { readonly profile: Profile; readonly region: Region } | undefined;
}

/** Judges files as reads of a region. A file that is named twice, or linked, counts once. Error: {@link WrongUse} for holes. */
export function judgeFiles(files: readonly LoadedFile[], { told, required }: ToJudge): TrustReport {
  const views = files.map((file) => readOf(file, told?.region));
  const [first] = views;
  const base = first?.base ?? 0;
  const other = views.find((v) => v.base !== base);
  if (other) throw new WrongUse(`${other.path} begins at another address than the first file`);
  const twice = findTwice(files);
  const reads = views
    .map(({ bytes }, i): TimedRead => ({ number: i + 1, bytes }))
    .filter(({ number }) => !twice.some(([copy]) => copy === number));
  const knowledge = told ? knowRegion(told.profile, told.region.id, loadFamilies()) : NOTHING_KNOWN;
  return { judgement: judgeReads(reads, knowledge, { required }), base, twice };
}

function readOf(file: LoadedFile, region: Region | undefined) {
  // a file without addresses is a read from the start of the region, however long: more than the region is no sound read of it
  const cut = region !== undefined && file.format !== 'binary';
  const { image, base } = cut ? viewOf(file.image, region) : { image: file.image, base: 0 };
  const [piece, ...more] = image.pieces;
  if (more.length > 0) throw new WrongUse(`${file.path} has holes: a read is in one piece`);
  const start = piece?.range.start ?? 0;
  if (cut && start !== 0)
    throw new WrongUse(`${file.path} begins ${start} bytes behind the start of the region`);
  return { path: file.path, base: base + start, bytes: joinBytes(image) };
}

/** One physical read counts once: the same file, named twice or linked. Times tell nothing: two reads may well be stored in one tick. */
function findTwice(files: readonly LoadedFile[]): [number, number][] {
  const ids = files.map(({ path }) => {
    const { dev, ino } = statSync(path, { bigint: true });
    return `${dev} ${ino}`;
  });
  return ids.flatMap((id, i): [number, number][] => {
    const first = ids.indexOf(id);
    return first < i ? [[i + 1, first + 1]] : [];
  });
}

const MOST_LISTED = 10_000;

/** The agreed shape. Addresses are those of the files. */
export function tellTrust({ judgement, base, twice }: TrustReport) {
  const { verdict, cause, evidence, comparison, readsNeeded, reconstruction } = judgement;
  return {
    ...{ verdict, cause, evidence: evidence.map(tellFinding) },
    disputed: comparison.disputed
      .slice(0, MOST_LISTED)
      .map(({ start, end }) => ({ start: start + base, end: end + base })),
    readsNeeded: readsNeeded ?? null,
    reconstruction: reconstruction
      ? {
          sha256: sha256(reconstruction.bytes),
          wrongByteProbability: reconstruction.wrongByteProbability,
          writable: reconstruction.writable
        }
      : null,
    countedOnce: twice.map(([copy, of]) => ({ file: copy - 1, sameAs: of - 1 }))
  };
}

const VERDICT_WORDS: Readonly<Record<TrustJudgement['verdict'], string>> = {
  trusted: 'Trusted',
  reconstructed: 'Nothing agrees, but what was put together passes everything',
  'read-again': 'Not to be trusted yet',
  refuse: 'Not to be trusted, and reading on is useless'
};

/** The same for people. */
export function trustLines(report: TrustReport, files: readonly LoadedFile[]): string[] {
  const { verdict, cause, evidence, readsNeeded, reconstruction } = report.judgement;
  const { title, clear } = CAUSE_WORDS[cause];
  const more = readsNeeded === undefined ? '' : `, ${readsNeeded} more expected`;
  return [
    `${VERDICT_WORDS[verdict]}${verdict === 'read-again' ? more : ''}. ${title}.${clear && verdict !== 'trusted' ? ` ${clear}` : ''}`,
    ...evidence.map((f) => `  ${tellFinding(f).text}`),
    ...(reconstruction
      ? [
          `  put together of ${report.judgement.comparison.groups.length} contents at ${reconstruction.places.length} places, chance of any wrong byte ${reconstruction.wrongByteProbability.toExponential(1)}: ${reconstruction.writable ? 'may be written' : 'not to be written'}`
        ]
      : []),
    ...report.twice.map(
      ([copy, of]) =>
        `  ${files[copy - 1]?.path ?? ''} is the same file as ${files[of - 1]?.path ?? ''} and counts once`
    )
  ];
}

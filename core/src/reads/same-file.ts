/** A kept read with the same content as a file that comes in, as far as telling the two apart needs it. */
export interface EqualRead {
  readonly number: number;
  /** `bench`: the bench read it itself. */
  readonly source: 'bench' | 'file';
  /** Proposed name under which it is downloaded. */
  readonly name: string;
  /** Name of the file that was dropped. */
  readonly sourceName: string;
  /** When that file was last changed; undefined when nobody told. Units: ms since 1970. */
  readonly modifiedMs: number | undefined;
}

export interface IncomingFile {
  readonly name: string;
  readonly modifiedMs: number | undefined;
}

/**
 * The kept read that an incoming file *is*, among reads of the same region of the same unit with equal content; undefined
 * when it may be a reading of its own. One physical read counts once, and in doubt it is the same one: the same name
 * (copies numbered by a browser or a file manager included), the same moment of change, no moment told at all, the name
 * of a download of any of them, or content that the bench has read itself and that a file can add nothing to.
 * Example: `a.bin` dropped again as `a (1).bin` is the same read; `second.bin`, changed a minute later, is another one.
 */
export function findSameRead<T extends EqualRead>(
  file: IncomingFile,
  equal: readonly T[]
): T | undefined {
  const name = bareName(file.name);
  return equal.find(
    (read) =>
      read.source === 'bench' ||
      file.modifiedMs === undefined ||
      read.modifiedMs === undefined ||
      file.modifiedMs === read.modifiedMs ||
      name === bareName(read.sourceName) ||
      name === bareName(read.name)
  );
}

/** A file's name without what copying adds: `a (2).bin`, `a - Copy.bin`, `Copy of a.bin`, `a_copy.bin`; any case. */
function bareName(name: string): string {
  const text = name.normalize('NFKC').trim().toLowerCase();
  const dot = text.lastIndexOf('.');
  const stem = dot > 0 ? text.slice(0, dot) : text;
  const end = dot > 0 ? text.slice(dot) : '';
  let bare = stem;
  for (let before = ''; before !== bare;) {
    before = bare;
    bare = bare
      .replace(/^copy of /, '')
      .replace(/[ _-]*\(\d{1,4}\)$/, '')
      .replace(/[ _-]+copy( \d{1,4})?$/, '')
      .trim();
  }
  return `${bare}${end}`;
}

import { ok, type Result } from '@badger/core/base/result';
import type { ImageFormat } from '@badger/core/format/detect-format';
import type { SaveFormat, SaveOptions } from './dump-desk.ts';
import type { DumpFile } from './dump-file.svelte.ts';
import { safeName } from './safe-name.ts';
import { zipFiles } from './zip-files.ts';

/** What can be saved of a file on the desk. */
export type SaveKind = SaveFormat | 'parts-2' | 'parts-4' | 'patch' | 'csv' | 'bundle';

export interface SavedFile {
  readonly name: string;
  readonly content: Uint8Array | string;
}

const ENDINGS: Readonly<Record<ImageFormat, SaveFormat>> = {
  binary: 'bin',
  'intel-hex': 'hex',
  's-record': 's37'
};

/** The name of a file without its ending; a changed one is told apart from its original. */
export const stemOf = (file: DumpFile): string =>
  safeName(file.name).replace(/\.[a-z0-9]{1,5}$/i, '') + (file.edits.length > 0 ? '_changed' : '');

/** Makes the file. `others`: on the desk beside it, the first is what a patch starts from where nothing was changed. Errors: those of the writers. */
export async function makeSaved(
  file: DumpFile,
  kind: SaveKind,
  how: SaveOptions & { readonly others: readonly DumpFile[] }
): Promise<Result<SavedFile>> {
  const { others, fill, damaged } = how;
  const options = { fill, damaged };
  const stem = stemOf(file);
  if (kind === 'patch') {
    const from = file.edits.length === 0 ? others[0]?.pieces : undefined;
    return ok({ name: `${stem}_patch.json`, content: await file.desk.patch(from) });
  }
  if (kind === 'csv') {
    const names = [file, ...others].map((f) => safeName(f.name));
    const table = await file.desk.tellDifferences(
      others.map((f) => f.pieces),
      names
    );
    return ok({ name: `${stem}_differences.csv`, content: table });
  }
  if (kind === 'parts-2' || kind === 'parts-4') return saveParts(file, kind, options);
  if (kind === 'bundle') return saveBundle([file, ...others], options);
  const made = await file.desk.save(kind, options);
  return made.ok ? ok({ name: `${stem}.${kind}`, content: made.value }) : made;
}

async function saveParts(
  file: DumpFile,
  kind: 'parts-2' | 'parts-4',
  options: SaveOptions
): Promise<Result<SavedFile>> {
  const stem = stemOf(file);
  const made = await file.desk.split({ parts: kind === 'parts-2' ? 2 : 4, unitBytes: 1 }, options);
  if (!made.ok) return made;
  const parts = made.value.map((part, i) => [`${stem}_part${i + 1}.bin`, part] as const);
  return ok({ name: `${stem}_parts.zip`, content: await zipFiles(Object.fromEntries(parts)) });
}

/** Every image on the desk in its own format, with what was changed as a patch and what was remarked. */
async function saveBundle(
  files: readonly DumpFile[],
  options: SaveOptions
): Promise<Result<SavedFile>> {
  const bundle: Record<string, Uint8Array> = {};
  const put = (name: string, content: Uint8Array | string) => {
    // two files of one name are both kept
    let free = name;
    for (let i = 2; free in bundle; i++) free = name.replace(/(\.[^.]*)?$/, ` ${i}$1`);
    bundle[free] = typeof content === 'string' ? new TextEncoder().encode(content) : content;
  };
  for (const file of files) {
    const format = ENDINGS[file.opened.format];
    const made = await file.desk.save(format, options);
    if (!made.ok) return made;
    put(`${stemOf(file)}.${format}`, made.value);
    if (file.edits.length > 0) put(`${stemOf(file)}_patch.json`, await file.desk.patch());
    const notes = file.notes.map(({ start, end, text, by, at }) => ({ start, end, text, by, at }));
    if (notes.length > 0)
      put(
        `${stemOf(file)}_remarks.json`,
        JSON.stringify({ sha256: file.sha256, notes }, undefined, 2)
      );
  }
  return ok({
    name: `${stemOf(files[0] as DumpFile)}_bundle.zip`,
    content: await zipFiles(bundle)
  });
}

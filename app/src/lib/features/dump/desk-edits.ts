import type { Problem, Result } from '@badger/core/base/result';
import type { ByteChange, ImageEdit } from '@badger/core/edit/edits';
import type { FieldSpec } from '@badger/core/field/field';
import { encodeField } from '@badger/core/field/encode-field';
import type { Range } from '@badger/core/image/range';
import type { TransformStep } from '@badger/core/transform/steps';
import { balancedRule, rulesOf, verifyFile } from './desk-rules.ts';
import type { DumpFile } from './dump-file.svelte.ts';
import type { DumpState } from './dump-state.svelte.ts';
import { keptFields, viewOfPlace } from './families.ts';

/** Lays the changes over the file anew; what is refused changes nothing. Gives what was refused. */
async function lay(
  desk: DumpState,
  file: DumpFile,
  edits: readonly ImageEdit[]
): Promise<Problem | undefined> {
  const made = await file.desk.edit(edits, keptFields(file.opened.pieces, file.place));
  if (!made.ok) return made.problem;
  file.pieces = made.value;
  file.edits = edits;
  // what was found in other bytes is no longer told
  file.sums = undefined;
  file.suggestions = undefined;
  file.inspection = await file.desk.inspect(desk.families.flatMap((f) => f.labels));
  await verifyFile(file);
  await desk.compare();
  return undefined;
}

/** Adds a change with a name. Gives what was refused. */
export async function addEdit(
  desk: DumpState,
  file: DumpFile,
  edit: ImageEdit
): Promise<Problem | undefined> {
  const refused = await lay(desk, file, [...file.edits, edit]);
  if (!refused) file.undone = [];
  return refused;
}

/** Takes the last change back; it can be done again. */
export async function undo(desk: DumpState, file: DumpFile): Promise<void> {
  const last = file.edits.at(-1);
  if (!last) return;
  await lay(desk, file, file.edits.slice(0, -1));
  file.undone = [last, ...file.undone];
}

/** Does again what was taken back. */
export async function redo(desk: DumpState, file: DumpFile): Promise<void> {
  const [next, ...rest] = file.undone;
  if (!next) return;
  const refused = await lay(desk, file, [...file.edits, next]);
  if (!refused) file.undone = rest;
}

export const editOfBytes = (name: string, changes: readonly ByteChange[]): ImageEdit => ({
  ...{ name, changes, steps: [] }
});

export const editOfSteps = (name: string, steps: readonly TransformStep[]): ImageEdit => ({
  ...{ name, changes: [], steps }
});

/** The change that puts a value into a field, every copy of it. Errors: those of {@link encodeField}. */
export function editOfField(file: DumpFile, spec: FieldSpec, text: string): Result<ImageEdit> {
  const bytes = encodeField(spec, text);
  if (!bytes.ok) return bytes;
  const base = file.place ? viewOfPlace(file.pieces, file.place).base : 0;
  const changes = spec.offsets.map((at) => ({ at: base + at, becomes: bytes.value }));
  return { ok: true, value: editOfBytes(`${spec.name}: ${text.trim()}`, changes) };
}

/** Makes every rule right that is not. Gives what was refused. */
export async function correctAll(desk: DumpState, file: DumpFile): Promise<Problem | undefined> {
  for (const rules of rulesOf(file)) {
    if (rules.rules.length === 0) continue;
    const made = await file.desk.correct(rules);
    if (!made.ok) return made.problem;
    if (made.value.length === 0) continue;
    const refused = await addEdit(desk, file, editOfBytes('Checksums corrected', made.value));
    if (refused) return refused;
  }
  return undefined;
}

/** Changes the bytes of a range until a rule's stored value, which stays, is right. Gives what was refused. */
export async function balance(
  desk: DumpState,
  file: DumpFile,
  how: { readonly rule: string; readonly free: Range }
): Promise<Problem | undefined> {
  const rules = balancedRule(file, how.rule, how.free);
  if (!rules) return undefined;
  const made = await file.desk.correct(rules);
  if (!made.ok) return made.problem;
  if (made.value.length === 0) return undefined;
  return addEdit(desk, file, editOfBytes(`${how.rule} balanced`, made.value));
}

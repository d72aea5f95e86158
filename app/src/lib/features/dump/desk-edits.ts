import type { Problem, Result } from '@badger/core/base/result';
import type { ByteChange, ImageEdit, KeptField } from '@badger/core/edit/edits';
import type { FieldSpec } from '@badger/core/field/field';
import { encodeField } from '@badger/core/field/encode-field';
import type { Range } from '@badger/core/image/range';
import type { TransformStep } from '@badger/core/transform/steps';
import { balancedRule, rulesOf, verifyFile } from './desk-rules.ts';
import type { DumpFile } from './dump-file.svelte.ts';
import type { DumpState } from './dump-state.svelte.ts';
import { safeName } from './safe-name.ts';
import { keptFields, viewOfPlace, type DeskPlace } from './families.ts';

/** Lays the changes over the file anew; what is refused changes nothing. Gives what was refused. */
async function lay(
  desk: DumpState,
  file: DumpFile,
  how: { readonly edits: readonly ImageEdit[]; readonly kept: readonly KeptField[] }
): Promise<Problem | undefined> {
  const made = await file.desk.edit(how.edits, how.kept);
  if (!made.ok) return made.problem;
  file.pieces = made.value;
  file.edits = how.edits;
  // what was found in other bytes is no longer told
  file.sums = undefined;
  file.suggestions = undefined;
  await verifyFile(file);
  await desk.compare();
  void desk.inspect(file);
  return undefined;
}

/** One change of a file after the other: a second press while the first is at work does nothing. */
async function alone<T>(
  desk: DumpState,
  file: DumpFile,
  work: () => Promise<T>
): Promise<T | undefined> {
  if (file.working) return undefined;
  file.working = true;
  try {
    return await Promise.race([work(), file.link.failed]);
  } catch {
    desk.broken = `Work on ${safeName(file.name)} broke off: put the file away and open it again.`;
    return undefined;
  } finally {
    file.working = false;
  }
}

const keptOf = (file: DumpFile) => keptFields(file.opened.pieces, file.place);

/** Adds a change with a name, and forgets what was taken back. Gives what was refused. */
async function add(desk: DumpState, file: DumpFile, edit: ImageEdit): Promise<Problem | undefined> {
  const refused = await lay(desk, file, { edits: [...file.edits, edit], kept: keptOf(file) });
  if (!refused) file.undone = [];
  return refused;
}

/** Adds a change with a name. Gives what was refused. */
export const addEdit = (desk: DumpState, file: DumpFile, edit: ImageEdit) =>
  alone(desk, file, () => add(desk, file, edit));

/** Takes the last change back; it can be done again. Towards the original nothing is refused. */
export const undo = (desk: DumpState, file: DumpFile) =>
  alone(desk, file, async () => {
    const last = file.edits.at(-1);
    if (!last) return;
    await lay(desk, file, { edits: file.edits.slice(0, -1), kept: [] });
    file.undone = [last, ...file.undone];
  });

/** Does again what was taken back. Gives what was refused. */
export const redo = (desk: DumpState, file: DumpFile) =>
  alone(desk, file, async () => {
    const [next, ...rest] = file.undone;
    if (!next) return undefined;
    const refused = await lay(desk, file, { edits: [...file.edits, next], kept: keptOf(file) });
    if (!refused) file.undone = rest;
    return refused;
  });

/**
 * Says which family and region a file is of. Gives what was refused: a family whose mileage was changed before it was known is not taken until that
 * change is undone.
 */
export const choosePlace = (desk: DumpState, file: DumpFile, place: DeskPlace | undefined) =>
  alone(desk, file, async () => {
    const made = await file.desk.edit(file.edits, keptFields(file.opened.pieces, place));
    if (!made.ok) return made.problem;
    file.place = place;
    await verifyFile(file);
    return undefined;
  });

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
export const correctAll = (desk: DumpState, file: DumpFile) =>
  alone(desk, file, async () => {
    for (const rules of rulesOf(file)) {
      if (rules.rules.length === 0) continue;
      const made = await file.desk.correct(rules);
      if (!made.ok) return made.problem;
      if (made.value.length === 0) continue;
      const refused = await add(desk, file, editOfBytes('Checksums corrected', made.value));
      if (refused) return refused;
    }
    return undefined;
  });

/** Changes the bytes of a range until a rule's stored value, which stays, is right. Gives what was refused. */
export const balance = (
  desk: DumpState,
  file: DumpFile,
  how: { readonly rule: string; readonly free: Range }
) =>
  alone(desk, file, async () => {
    const rules = balancedRule(file, how.rule, how.free);
    if (!rules) return undefined;
    const made = await file.desk.correct(rules);
    if (!made.ok) return made.problem;
    if (made.value.length === 0) return undefined;
    return add(desk, file, editOfBytes(`${how.rule} balanced`, made.value));
  });

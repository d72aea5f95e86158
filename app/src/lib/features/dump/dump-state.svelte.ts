import { transfer } from 'comlink';
import { formatSize } from '@badger/core/base/format';
import type { Problem } from '@badger/core/base/result';
import { joinSet } from '@badger/core/format/split-set';
import type { ManyComparison } from '@badger/core/survey/compare-many';
import { createDesk } from './create-desk.ts';
import { verifyFile } from './desk-rules.ts';
import { DumpFile } from './dump-file.svelte.ts';
import { guessPlace, type DeskFamily } from './families.ts';
import { fetchNotes } from './image-notes.ts';
import { safeName } from './safe-name.ts';
import { searchShared } from './search-shared.ts';
import { unzipFiles } from './zip-files.ts';

/** Files that lie on the desk at once. */
export const MOST_FILES = 8;
/** A file of records of the largest image is smaller. Units: bytes. */
const MOST_FILE_BYTES = 256 * 2 ** 20;

/** The desk: up to eight files, one of them looked at. */
export class DumpState {
  files = $state.raw<readonly DumpFile[]>([]);
  active = $state(0);
  problem = $state.raw<{ readonly name: string; readonly problem: Problem } | undefined>();
  busy = $state('');
  broken = $state('');
  comparison = $state.raw<ManyComparison | undefined>();
  readonly families: readonly DeskFamily[];

  constructor(families: readonly DeskFamily[]) {
    this.families = families;
  }

  get file(): DumpFile | undefined {
    return this.files[this.active];
  }

  async open(list: Iterable<File>): Promise<void> {
    const unpacked = await unzipFiles(list);
    if (!unpacked.ok) this.problem = { name: 'zip', problem: unpacked.problem };
    for (const file of unpacked.ok ? unpacked.value : []) {
      if (this.files.length >= MOST_FILES) {
        this.broken = `No more than ${MOST_FILES} files lie on the desk at once. Put one away first.`;
        return;
      }
      await this.#openOne(file);
    }
    await this.compare();
  }

  /** Opens kept reads by their ids; that they were taken out stands in the record of their job. */
  async openReads(ids: readonly string[]): Promise<void> {
    for (const id of ids.slice(0, MOST_FILES)) {
      const answer = await fetch(`/api/reads/${encodeURIComponent(id)}/image`).catch(
        () => undefined
      );
      if (!answer?.ok) {
        const body = (await answer?.json().catch(() => undefined)) as
          { problem?: Problem } | undefined;
        if (body?.problem) this.problem = { name: 'kept read', problem: body.problem };
        else this.broken = 'A kept read could not be fetched: the shop’s server does not answer.';
        return;
      }
      const name = /filename="([^"]+)"/.exec(answer.headers.get('content-disposition') ?? '')?.[1];
      await this.#openOne(new File([await answer.blob()], name ?? 'read'));
    }
    await this.compare();
  }

  async #openOne(file: File): Promise<void> {
    if (file.size > MOST_FILE_BYTES) {
      this.broken = `${file.name} is too large: files up to ${formatSize(MOST_FILE_BYTES)} are opened.`;
      return;
    }
    this.busy = file.name;
    this.problem = undefined;
    this.broken = '';
    const link = createDesk();
    try {
      const bytes = new Uint8Array(await file.arrayBuffer());
      const opened = await Promise.race([
        link.desk.open(transfer(bytes, [bytes.buffer])),
        link.failed
      ]);
      if (!opened.ok) {
        this.problem = { name: file.name, problem: opened.problem };
        link.worker.terminate();
        return;
      }
      const added = new DumpFile(file.name, opened.value, link);
      this.files = [...this.files, added];
      this.active = this.files.length - 1;
      added.place = guessPlace(added.name, opened.value.pieces, this.families);
      void this.#look(added);
    } catch {
      link.worker.terminate();
      this.broken = `${file.name} could not be opened: it may be too large for this computer.`;
    } finally {
      this.busy = '';
    }
  }

  /** Looks at the image as it is now. */
  async inspect(file: DumpFile): Promise<void> {
    file.inspection = await file.desk.inspect(this.families.flatMap((f) => f.labels));
  }

  /** Everything that an image tells by itself, and what others remarked on it. */
  async #look(file: DumpFile): Promise<void> {
    await this.inspect(file);
    await verifyFile(file);
    file.sha256 = await file.desk.sha256();
    const told = await fetchNotes(file.sha256);
    if (told?.ok) file.notes = told.value.notes;
  }

  /** One image of the parts of a wide memory, in the order in which they lie on the desk. */
  async joinParts(unitBytes: 1 | 2): Promise<void> {
    const parts = this.files.length === 4 ? 4 : 2;
    const joined = joinSet(
      this.files.map((f) => f.pieces[0]?.bytes ?? new Uint8Array(0)),
      { parts, unitBytes }
    );
    if (!joined.ok) {
      this.problem = { name: 'joined', problem: joined.problem };
      return;
    }
    const stem = (this.files[0]?.name ?? 'image').replace(/\.[a-z0-9]{1,5}$/i, '');
    await this.open([new File([joined.value as BlobPart], `${stem}_joined.bin`)]);
  }

  /** Puts a file away. */
  close(index: number): void {
    this.files[index]?.link.worker.terminate();
    this.files = this.files.filter((_, i) => i !== index);
    const active = index < this.active ? this.active - 1 : this.active;
    this.active = Math.max(0, Math.min(active, this.files.length - 1));
    void this.compare();
  }

  closeAll(): void {
    for (const file of this.files) file.link.worker.terminate();
    this.files = [];
  }

  async show(index: number): Promise<void> {
    const at = this.file?.cursor;
    this.active = index;
    // the same place in the other file: that is what one wants to see
    if (at !== undefined) this.file?.moveTo(at);
    await this.compare();
  }

  /** Compares the file that is looked at with all others. */
  async compare(): Promise<void> {
    const file = this.file;
    const others = this.files.filter((f) => f !== file);
    if (!file || others.length === 0) {
      this.comparison = undefined;
      return;
    }
    const told = await file.desk.compare(
      others.map((f) => f.pieces),
      [file, ...others].map((f) => safeName(f.name))
    );
    if (this.file === file) this.comparison = told;
  }

  async findSums(now: () => number): Promise<void> {
    const file = this.file;
    if (!file || file.sums?.state === 'running') return;
    const from = now();
    const searched = file.pieces;
    file.sums = { state: 'running', share: 0 };
    const others = this.files.filter((f) => f !== file).map((f) => f.pieces);
    try {
      const { candidates, tried } = await searchShared(file, others, (share) => {
        if (file.pieces === searched && file.sums?.state === 'running')
          file.sums = { state: 'running', share };
      });
      // what was found in bytes that were changed meanwhile says nothing of those that are here
      if (file.pieces !== searched) return;
      file.sums = { state: 'done', candidates, tried, seconds: (now() - from) / 1000 };
    } catch {
      file.sums = undefined;
      this.broken = `The search in ${file.name} broke off: the image may be too large for this computer.`;
    }
  }
}

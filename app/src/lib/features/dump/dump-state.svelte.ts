import { proxy, transfer } from 'comlink';
import { formatSize } from '@badger/core/base/format';
import type { Problem } from '@badger/core/base/result';
import type { ManyComparison } from '@badger/core/survey/compare-many';
import type { SumCandidate } from '@badger/core/sum-search/confirm';
import { createDesk, type DeskLink } from './create-desk.ts';
import type { DeskInspection, OpenedFile } from './dump-desk.ts';
import { safeName } from './safe-name.ts';
import { layoutRows, nearestKnown, type RowLayout } from './layout-rows.ts';

/** Files that lie on the desk at once. */
export const MOST_FILES = 8;
/** A file of records of the largest image is smaller. Units: bytes. */
const MOST_FILE_BYTES = 256 * 2 ** 20;

/** What the search for checksums has come to. */
export type SumsState =
  | { readonly state: 'running'; readonly share: number }
  | {
      readonly state: 'done';
      readonly candidates: readonly SumCandidate[];
      readonly tried: number;
      readonly seconds: number;
    };

/** A file on the desk, with a worker of its own. */
export class DumpFile {
  readonly layout: RowLayout;
  readonly known: number;
  inspection = $state.raw<DeskInspection | undefined>();
  sums = $state.raw<SumsState | undefined>();
  cursor = $state(0);
  anchor = $state(0);

  readonly name: string;
  readonly opened: OpenedFile;
  readonly link: DeskLink;

  constructor(name: string, opened: OpenedFile, link: DeskLink) {
    this.name = name;
    this.opened = opened;
    this.link = link;
    this.layout = layoutRows(opened.pieces);
    this.known = opened.pieces.reduce((n, p) => n + p.bytes.length, 0);
    this.cursor = this.anchor = opened.pieces[0]?.range.start ?? 0;
  }

  get desk() {
    return this.link.desk;
  }

  /** What is selected: from the anchor to the cursor, both counted. */
  get selection() {
    return {
      start: Math.min(this.cursor, this.anchor),
      end: Math.max(this.cursor, this.anchor) + 1
    };
  }

  /** Moves the cursor to the nearest byte; the anchor stays where a selection grows. */
  moveTo(address: number, grow = false): void {
    const at = nearestKnown(this.layout, address);
    if (at === undefined) return;
    this.cursor = at;
    if (!grow) this.anchor = at;
  }

  select(start: number, end: number): void {
    this.anchor = nearestKnown(this.layout, end - 1) ?? start;
    this.cursor = nearestKnown(this.layout, start) ?? start;
  }
}

/** The desk: up to eight files, one of them looked at. */
export class DumpState {
  files = $state.raw<readonly DumpFile[]>([]);
  active = $state(0);
  problem = $state.raw<{ readonly name: string; readonly problem: Problem } | undefined>();
  busy = $state('');
  broken = $state('');
  comparison = $state.raw<ManyComparison | undefined>();

  get file(): DumpFile | undefined {
    return this.files[this.active];
  }

  async open(list: Iterable<File>): Promise<void> {
    for (const file of list) {
      if (this.files.length >= MOST_FILES) {
        this.broken = `No more than ${MOST_FILES} files lie on the desk at once. Put one away first.`;
        return;
      }
      await this.#openOne(file);
    }
    await this.#compare();
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
    await this.#compare();
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
      void link.desk.inspect().then((inspection) => (added.inspection = inspection));
    } catch {
      link.worker.terminate();
      this.broken = `${file.name} could not be opened: it may be too large for this computer.`;
    } finally {
      this.busy = '';
    }
  }

  /** Puts a file away. */
  close(index: number): void {
    this.files[index]?.link.worker.terminate();
    this.files = this.files.filter((_, i) => i !== index);
    const active = index < this.active ? this.active - 1 : this.active;
    this.active = Math.max(0, Math.min(active, this.files.length - 1));
    void this.#compare();
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
    await this.#compare();
  }

  /** Compares the file that is looked at with all others. */
  async #compare(): Promise<void> {
    const file = this.file;
    const others = this.files.filter((f) => f !== file);
    if (!file || others.length === 0) {
      this.comparison = undefined;
      return;
    }
    const told = await file.desk.compare(
      others.map((f) => f.opened.pieces),
      [file, ...others].map((f) => safeName(f.name))
    );
    if (this.file === file) this.comparison = told;
  }

  async findSums(now: () => number): Promise<void> {
    const file = this.file;
    if (!file || file.sums?.state === 'running') return;
    const from = now();
    file.sums = { state: 'running', share: 0 };
    const others = this.files.filter((f) => f !== file).map((f) => f.opened.pieces);
    const tell = proxy((share: number) => {
      if (file.sums?.state === 'running') file.sums = { state: 'running', share };
    });
    try {
      const { candidates, tried } = await Promise.race([
        file.desk.findSums(others, tell),
        file.link.failed
      ]);
      file.sums = { state: 'done', candidates, tried, seconds: (now() - from) / 1000 };
    } catch {
      file.sums = undefined;
      this.broken = `The search in ${file.name} broke off: the image may be too large for this computer.`;
    }
  }
}

import type { ChecksumRule } from '@badger/core/checksum/rule';
import type { ImageEdit } from '@badger/core/edit/edits';
import type { SumCandidate } from '@badger/core/sum-search/confirm';
import type { Suggestion } from '@badger/core/transform/suggest';
import type { CheckState } from './check-region.ts';
import type { DeskLink } from './create-desk.ts';
import type { OpenedFile } from './dump-desk.ts';
import type { DeskPlace } from './families.ts';
import type { ImageNote } from './image-notes.ts';
import type { DeskInspection } from './inspect-desk.ts';
import { layoutRows, nearestKnown, type RowLayout } from './layout-rows.ts';

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
  /** The bytes with all changes. */
  pieces: OpenedFile['pieces'] = $state.raw([]);
  readonly layout: RowLayout = $derived(layoutRows(this.pieces));
  readonly known: number = $derived(this.pieces.reduce((n, p) => n + p.bytes.length, 0));
  inspection = $state.raw<DeskInspection | undefined>();
  sums = $state.raw<SumsState | undefined>();
  cursor = $state(0);
  anchor = $state(0);

  /** The family and region that it is of, if somebody says. */
  place = $state.raw<DeskPlace | undefined>();
  /** Rules that somebody made on the desk. Units: addresses. */
  ownRules = $state.raw<readonly ChecksumRule[]>([]);
  checks = $state.raw<readonly CheckState[]>([]);
  edits = $state.raw<readonly ImageEdit[]>([]);
  /** A change is being made. */
  working = $state(false);
  undone = $state.raw<readonly ImageEdit[]>([]);
  suggestions = $state.raw<readonly Suggestion[] | 'running' | undefined>();
  sha256 = $state('');
  notes = $state.raw<readonly ImageNote[]>([]);

  readonly name: string;
  readonly opened: OpenedFile;
  readonly link: DeskLink;

  constructor(name: string, opened: OpenedFile, link: DeskLink) {
    this.name = name;
    this.opened = opened;
    this.link = link;
    this.pieces = opened.pieces;
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

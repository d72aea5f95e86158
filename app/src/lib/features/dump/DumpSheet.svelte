<script lang="ts">
  import { onMount, untrack } from 'svelte';
  import { formatCount } from '@badger/core/base/format';
  import { messageOfProblem } from '$lib/messages/catalogue.ts';
  import { DumpState } from './dump-state.svelte.ts';
  import type { DeskFamily } from './families.ts';
  import FileBar from './FileBar.svelte';
  import { firstBehind } from './hex-row.ts';
  import type { HexToolsHandle } from './hex-tools.ts';
  import HexTools from './HexTools.svelte';
  import HexView from './HexView.svelte';
  import ChangesPanel from './ChangesPanel.svelte';
  import FamilyPanel from './FamilyPanel.svelte';
  import NotesPanel from './NotesPanel.svelte';
  import TransformPanel from './TransformPanel.svelte';
  import ImageFacts from './ImageFacts.svelte';
  import ImageSide from './ImageSide.svelte';
  import { bandsOf, byRow, maskedRanges, ribbonsOf } from './ribbons.ts';
  import { supportIn } from './support.ts';
  import { safeName } from './safe-name.ts';
  import SumFinder from './SumFinder.svelte';

  let { reads = [], families }: { reads?: readonly string[]; families: readonly DeskFamily[] } =
    $props();

  // the families of the shop do not change while the page is open
  const desk = untrack(() => new DumpState(families));
  onMount(() => {
    void desk.openReads(reads);
    return () => desk.closeAll();
  });

  let tools = $state<HexToolsHandle | undefined>();
  const file = $derived(desk.file);
  const differences = $derived(desk.comparison?.ranges ?? []);
  const others = $derived(desk.files.filter((f) => f !== file));
  const remarks = $derived(byRow(file ? ribbonsOf(file) : []));
  const bands = $derived(file ? bandsOf(file) : []);
  const masked = $derived(maskedRanges(bands));
  // with three images and more it tells who is alone
  const alone = $derived(
    file && others.length > 1
      ? supportIn(
          file.layout,
          others.map((f) => f.layout)
        )
      : undefined
  );
  const trouble = $derived(desk.problem && messageOfProblem(desk.problem.problem));

  function showDifference(back: boolean) {
    if (!file || differences.length === 0) return;
    const here = firstBehind(file.selection.start, differences);
    const inside =
      differences[here] !== undefined && differences[here].start <= file.selection.start;
    const next = back ? here - 1 : inside ? here + 1 : here;
    const range = differences[(next + differences.length) % differences.length];
    if (range) file.select(range.start, range.end);
  }
  const KEYS: Readonly<Record<string, () => void>> = {
    g: () => tools?.focusGo(),
    f: () => tools?.focusFind(),
    n: () => tools?.search(false),
    N: () => tools?.search(true),
    d: () => showDifference(false),
    D: () => showDifference(true)
  };
  function onkey(key: string): boolean {
    KEYS[key]?.();
    return KEYS[key] !== undefined;
  }
  function drop(event: DragEvent) {
    event.preventDefault();
    void desk.open([...(event.dataTransfer?.files ?? [])]);
  }
</script>

<div
  class="desk"
  role="group"
  aria-label="Dump desk"
  ondragover={(e) => e.preventDefault()}
  ondrop={drop}
>
  <FileBar {desk} />
  {#if trouble}
    <p class="wrong" role="alert">
      <b>{safeName(desk.problem?.name ?? '')}: {trouble.title}.</b>
      {trouble.text}
      {trouble.clear ?? ''}
    </p>
  {/if}
  {#if desk.broken}<p class="wrong" role="alert">{desk.broken}</p>{/if}
  {#if file}
    <div class="sides">
      <ImageSide {file} {others} {differences} onstep={showDifference} />
      <section class="card-sheet bytes" aria-label="Bytes of the image">
        <HexTools bind:this={tools} {file} {masked} />
        {#key file}<HexView {file} {differences} {remarks} {bands} {alone} {onkey} />{/key}
      </section>
    </div>
    <div class="below">
      <div class="wide"><FamilyPanel {desk} {file} /></div>
      <div class="column">
        <SumFinder
          {file}
          others={others.length}
          onfind={() => void desk.findSums(() => performance.now())}
        />
        <ImageFacts {file} comparison={desk.comparison} {masked} />
      </div>
      <div class="column">
        {#key file}
          <ChangesPanel {desk} {file} />
          <TransformPanel {desk} {file} />
          <NotesPanel {file} />
        {/key}
      </div>
    </div>
  {:else}
    <section class="card-sheet empty" aria-label="Nothing on the desk">
      <h2>Nothing lies on the desk</h2>
      <p>
        Open a read, an update or any memory image. It stays on this computer and is looked at here;
        only its SHA-256 goes to the shop’s server, which keeps remarks under it. An original is
        never altered; what is saved is a new file.
      </p>
      <p class="soft">
        Two to {formatCount(8)} images of one family show where they differ, and their checksums prove
        each other.
      </p>
    </section>
  {/if}
</div>

<style>
  .desk {
    min-height: 60vh;
  }
  .sides {
    display: grid;
    grid-template-columns: 232px minmax(0, 1fr);
    gap: 12px;
    align-items: start;
  }
  h2 {
    font-weight: 600;
  }
  .bytes {
    overflow: hidden;
  }
  .below {
    display: grid;
    grid-template-columns: minmax(0, 3fr) minmax(0, 2fr);
    gap: 12px;
    margin-top: 12px;
    align-items: start;
  }
  .wide {
    grid-column: 1 / -1;
    min-width: 0;
  }
  .column {
    display: grid;
    grid-template-columns: minmax(0, 1fr);
    gap: 12px;
  }
  .empty {
    padding: 20px 24px;
    display: grid;
    gap: 8px;
    max-width: 720px;
  }
  .wrong {
    color: var(--stop);
    margin: 0 0 12px;
  }
  @media (max-width: 1100px) {
    .sides {
      grid-template-columns: 204px minmax(0, 1fr);
    }
  }
  @media (max-width: 1000px) {
    .sides,
    .below {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>

<script lang="ts">
  import type { Range } from '@badger/core/image/range';
  import type { DumpFile } from './dump-file.svelte.ts';
  import ImageMap from './ImageMap.svelte';
  import SaveAs from './SaveAs.svelte';

  let {
    file,
    others,
    differences,
    onstep
  }: {
    file: DumpFile;
    others: readonly DumpFile[];
    differences: readonly Range[];
    onstep: (back: boolean) => void;
  } = $props();
</script>

<section class="card-sheet map" aria-label="The whole image">
  <h2>The whole image</h2>
  {#if file.inspection}
    <ImageMap
      cells={file.inspection.cells}
      cursor={file.cursor}
      {differences}
      onpick={(at: number) => file.moveTo(at)}
    />
  {:else}<p role="status">Looking at it …</p>{/if}
  {#if differences.length > 0}
    <div class="steps join">
      <button class="btn" onclick={() => onstep(true)} aria-label="Previous difference">‹</button>
      <span>difference</span>
      <button class="btn" onclick={() => onstep(false)} aria-label="Next difference">›</button>
    </div>
  {/if}
  <SaveAs {file} {others} />
</section>

<style>
  .map {
    padding: 12px 14px;
    display: grid;
    grid-template-columns: minmax(0, 1fr);
    gap: 10px;
  }
  h2 {
    font-weight: 600;
  }
  .steps {
    display: flex;
    align-items: center;
    justify-content: space-between;
  }
</style>

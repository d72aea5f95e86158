<script lang="ts">
  import { shapeOf } from '@badger/core/job/shape';
  import Panel from '$lib/ui/Panel.svelte';
  import type { IntakeDraft } from './intake.view.ts';
  import UnitFields from './UnitFields.svelte';

  let { draft = $bindable() }: { draft: IntakeDraft } = $props();

  const HOWS = [
    { id: 'vehicle', name: 'The vehicle' },
    { id: 'post', name: 'By post' },
    { id: 'counter', name: 'Over the counter' }
  ] as const;
</script>

<Panel label="What came in" title="What came in">
  <div
    class="choices flex flex-wrap items-center gap-x-4 gap-y-2.5"
    role="radiogroup"
    aria-label="How it came"
  >
    {#each HOWS as how (how.id)}
      <label
        ><input
          type="radio"
          class="radio"
          name="how"
          value={how.id}
          bind:group={draft.how}
        />{how.name}</label
      >
    {/each}
  </div>
  <div class="grid">
    {#if draft.how === 'post'}
      <label
        >Parcel number<input
          class="mono input w-full"
          bind:value={draft.parcelNumber}
          maxlength="60"
        /></label
      >
    {/if}
    <label class={draft.how === 'post' ? '' : 'wide'}
      >Condition on arrival<input
        class="input w-full"
        bind:value={draft.condition}
        maxlength="300"
      /></label
    >
  </div>
  <UnitFields role="original" bind:unit={draft.original} />
  {#if shapeOf(draft.reason).target === 'donor'}
    <UnitFields role="donor" bind:unit={draft.donor} />
  {/if}
</Panel>

<style>
  .choices label:not(.btn) {
    display: flex;
    gap: 8px;
    align-items: center;
    min-height: 40px;
  }
  .grid {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 8px 14px;
  }
  .wide {
    grid-column: 1 / -1;
  }
  @media (max-width: 900px) {
    .grid {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>

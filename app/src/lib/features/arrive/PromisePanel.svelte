<script lang="ts">
  import Panel from '$lib/ui/Panel.svelte';
  import { promiseChoices } from './intake.view.ts';

  let { promised = $bindable(), now }: { promised: string; now: Date } = $props();

  const promises = $derived(promiseChoices(now));
</script>

<Panel label="Promise" title="Promised for">
  <div class="choices">
    {#each promises as p (p.value)}
      <button
        type="button"
        class="btn btn-outline"
        aria-pressed={promised === p.value}
        onclick={() => (promised = p.value)}>{p.name}</button
      >
    {/each}
    <input type="datetime-local" class="input" aria-label="Promised for" bind:value={promised} />
  </div>
</Panel>

<style>
  .choices {
    display: flex;
    gap: 10px 16px;
    align-items: center;
    flex-wrap: wrap;
  }
  [aria-pressed='true'] {
    background: var(--ink);
    color: var(--sheet);
  }
</style>

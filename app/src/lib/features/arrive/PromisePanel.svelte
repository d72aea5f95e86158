<script lang="ts">
  import Panel from '$lib/ui/Panel.svelte';
  import { promiseChoices } from './intake.view.ts';

  let { promised = $bindable(), now }: { promised: string; now: Date } = $props();

  const promises = $derived(promiseChoices(now));
</script>

<Panel label="Promise" title="Promised for">
  <div class="flex flex-wrap items-center gap-x-4 gap-y-2.5">
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
  [aria-pressed='true'] {
    background: var(--ink);
    color: var(--sheet);
  }
</style>

<script lang="ts">
  import Dialog from '$lib/ui/Dialog.svelte';

  let { open = $bindable() }: { open: boolean } = $props();
  const keys = [
    ['?', 'these keys'],
    ['/', 'find a job, unit, tag, number or VIN end'],
    ['1 … 9', 'open a stop of the job on the page'],
    ['.', 'go to the next step of the job'],
    ['scan', 'a tag that is scanned opens its unit'],
    ['Esc', 'close what is open']
  ];
</script>

<Dialog bind:open title="Keys">
  <dl>
    {#each keys as [key, what] (key)}<dt><kbd class="kbd">{key}</kbd></dt>
      <dd>{what}</dd>{/each}
  </dl>
</Dialog>

<style>
  dl {
    display: grid;
    grid-template-columns: auto 1fr;
    gap: 8px 16px;
    align-items: center;
  }
</style>

<script lang="ts">
  import { judgeAfter, type ToldAfter } from '@badger/core/operation/writes';
  import VerdictMark from '$lib/ui/VerdictMark.svelte';

  let { told }: { told: ToldAfter } = $props();

  const fits = $derived(judgeAfter(told));
</script>

<p class="card-sheet after" role="status" aria-label="After the write">
  <VerdictMark verdict={fits === undefined ? 'none' : fits ? 'go' : 'look'} />
  <span>
    {#if !told.answered}
      <b>Reset, and it did not answer.</b> What it holds is proven; that it starts shows in the vehicle.
    {:else}
      <b>Reset and asked again:</b>
      {told.chipId ? `chip id ${told.chipId}` : 'contact'}{told.vin ? `, VIN ${told.vin}` : ''}.
      {#if fits === false}It was meant to tell <b class="mono">{told.meantVin}</b>: look before it
        goes into the vehicle.{:else if fits}That is the VIN that was written.{/if}
    {/if}
  </span>
</p>

<style>
  .after {
    margin: 0;
    padding: 10px 16px;
    display: flex;
    gap: 12px;
    align-items: center;
  }
</style>

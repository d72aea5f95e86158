<script lang="ts">
  import SendToJob from '$lib/features/shared/SendToJob.svelte';
  import Calculator from '$lib/features/shared/Calculator.svelte';
  import Figure from '$lib/features/shared/Figure.svelte';
  import { computePair } from '$lib/desk-values.ts';

  let { jobs }: { jobs: readonly { readonly number: number; readonly name: string }[] } = $props();

  let pair = $state('60');
  let high = $state('');
  let low = $state('');
  let wanted = $state<1 | 2>(2);
  const judgement = $derived(computePair({ pair, high, low, wanted }));
</script>

<Calculator label="CAN pair" title="CAN pair: which terminators are there" {judgement}>
  {#snippet figures()}
    <Figure name="H to L, power off" unit="Ω" bind:value={pair} />
    <Figure name="H to ground" unit="Ω" bind:value={high} />
    <Figure name="L to ground" unit="Ω" bind:value={low} />
    <label
      ><span>Wanted</span>
      <select class="select" bind:value={wanted}>
        <option value={2}>two terminators</option>
        <option value={1}>one terminator</option>
      </select></label
    >
  {/snippet}
  <SendToJob {jobs} value={{ kind: 'pair', input: { pair, high, low, wanted } }} />
  {#snippet formula()}
    1/R = n / 120 Ω. Each may have 100 to 130 Ω (ISO 11898-2, from memory): 1: 100 to 130, 2: 50 to
    65, 3: 33 to 43 Ω, and 2 Ω for leads.
  {/snippet}
</Calculator>

<style>
  .select {
    width: 170px;
  }
</style>

<script lang="ts">
  import Calculator from './Calculator.svelte';
  import Figure from './Figure.svelte';
  import { computePair } from './power.view.ts';

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

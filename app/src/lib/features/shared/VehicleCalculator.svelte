<script lang="ts">
  import type { Snippet } from 'svelte';
  import { formatAmps } from '@badger/core/base/format';
  import { computeVehicle, parseFigure, type VehicleInput } from '$lib/desk-values.ts';
  import Calculator from './Calculator.svelte';
  import Figure from './Figure.svelte';
  import LevelChart from './LevelChart.svelte';

  let {
    start,
    acts
  }: {
    /** Figures to begin with. */
    start: VehicleInput;
    /** What can be done with them. */
    acts?: Snippet<[VehicleInput]>;
  } = $props();

  // typed over from here on: what the page loads anew does not wipe it
  // svelte-ignore state_referenced_locally
  let input = $state({ ...start });
  const plan = $derived(computeVehicle(input));
</script>

<Calculator
  label="Battery plan"
  title="Vehicle: does it hold its voltage to the end"
  judgement={plan.judgement}
>
  {#snippet figures()}
    <Figure name="Battery at rest" unit="V" bind:value={input.rest} />
    <label
      ><span>Kind</span>
      <select class="select" bind:value={input.kind}>
        <option value="flooded">flooded</option>
        <option value="agm">AGM</option>
      </select></label
    >
    <Figure name="Capacity" unit="Ah" bind:value={input.capacity} />
    <Figure name="Temperature" unit="°C" bind:value={input.celsius} />
    <Figure name="Awake vehicle draws" unit="A" bind:value={input.load} />
    <Figure name="Work takes" unit="min" bind:value={input.minutes} />
    <label
      ><span>Support</span>
      <select class="select" bind:value={input.support}>
        <option value="supply">steady supply</option>
        <option value="charger">battery charger</option>
        <option value="none">none</option>
      </select></label
    >
    {#if input.support !== 'none'}
      <Figure name="It gives" unit="A" bind:value={input.given} />
      <Figure name="It holds" unit="V" bind:value={input.held} />
    {/if}
    <Figure name="Model year" unit="" bind:value={input.year} />
    <Figure name="Work needs" unit="V" bind:value={input.least} />
  {/snippet}
  {#if plan.curve.length > 0}
    <LevelChart
      label="Voltage over the work"
      points={plan.curve.map((p) => ({ x: p.minute, y: p.mv / 1000 }))}
      least={parseFigure(input.least)}
      xName="minutes"
      yName="volts"
    />
  {/if}
  {@render acts?.({ ...input })}
  {#snippet formula()}
    {plan.chargeShare === undefined
      ? ''
      : `Battery at ${Math.round(plan.chargeShare * 100)} %. `}What the support does not give comes
    out of the battery: U = rest voltage of what is left − missing amps · 10 mΩ, colder more. 1 % of
    capacity less a kelvin below 25 °C. Common practice; rest voltages BCI, from memory. Shops use {formatAmps(
      plan.tradeMa
    )} A for this age.
  {/snippet}
</Calculator>

<style>
  .select {
    width: 150px;
  }
</style>

<script lang="ts">
  import {
    planVehiclePower,
    type BatteryKind,
    type SupportKind
  } from '@badger/core/electrical/battery';
  import { formatAmps } from '@badger/core/base/format';
  import Calculator from './Calculator.svelte';
  import Figure from './Figure.svelte';
  import LevelChart from './LevelChart.svelte';
  import { parseFigure } from './power.view.ts';

  let rest = $state('12.5');
  let capacity = $state('70');
  let celsius = $state('20');
  let load = $state('25');
  let minutes = $state('40');
  let given = $state('60');
  let held = $state('13.5');
  let year = $state('2014');
  let least = $state('12');
  let kind = $state<BatteryKind>('flooded');
  let support = $state<SupportKind>('supply');

  const modelYear = $derived(parseFigure(year));
  const plan = $derived(
    planVehiclePower({
      ...{ kind, support, restMv: parseFigure(rest) * 1000, capacityAh: parseFigure(capacity) },
      ...{ temperatureC: parseFigure(celsius), loadMa: parseFigure(load) * 1000 },
      ...{ minutes: parseFigure(minutes), minMv: parseFigure(least) * 1000 },
      supportMa: support === 'none' ? 0 : parseFigure(given) * 1000,
      supportMv: support === 'none' ? 0 : parseFigure(held) * 1000,
      modelYear: Number.isFinite(modelYear) ? modelYear : undefined
    })
  );
</script>

<Calculator
  label="Vehicle"
  title="Vehicle: does it hold its voltage to the end"
  judgement={plan.judgement}
>
  {#snippet figures()}
    <Figure name="Battery at rest" unit="V" bind:value={rest} />
    <label
      ><span>Kind</span>
      <select class="select" bind:value={kind}>
        <option value="flooded">flooded</option>
        <option value="agm">AGM</option>
      </select></label
    >
    <Figure name="Capacity" unit="Ah" bind:value={capacity} />
    <Figure name="Temperature" unit="°C" bind:value={celsius} />
    <Figure name="Awake vehicle draws" unit="A" bind:value={load} />
    <Figure name="Work takes" unit="min" bind:value={minutes} />
    <label
      ><span>Support</span>
      <select class="select" bind:value={support}>
        <option value="supply">steady supply</option>
        <option value="charger">battery charger</option>
        <option value="none">none</option>
      </select></label
    >
    {#if support !== 'none'}
      <Figure name="It gives" unit="A" bind:value={given} />
      <Figure name="It holds" unit="V" bind:value={held} />
    {/if}
    <Figure name="Model year" unit="" bind:value={year} />
    <Figure name="Work needs" unit="V" bind:value={least} />
  {/snippet}
  {#if plan.curve.length > 0}
    <LevelChart
      label="Voltage over the work"
      points={plan.curve.map((p) => ({ x: p.minute, y: p.mv / 1000 }))}
      least={parseFigure(least)}
      xName="minutes"
      yName="volts"
    />
  {/if}
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

<script lang="ts">
  import BitRateCalculator from '$lib/features/power/BitRateCalculator.svelte';
  import BudgetCalculator from '$lib/features/power/BudgetCalculator.svelte';
  import LeadCalculator from '$lib/features/power/LeadCalculator.svelte';
  import PairCalculator from '$lib/features/power/PairCalculator.svelte';
  import VehicleCalculator from '$lib/features/shared/VehicleCalculator.svelte';
  import { VEHICLE_EXAMPLE, type VehicleInput } from '$lib/desk-values.ts';
  import SendToJob from '$lib/features/shared/SendToJob.svelte';
  import type { PageProps } from './$types';
  import PageHead from '$lib/ui/PageHead.svelte';

  let { data }: PageProps = $props();
</script>

<svelte:head><title>Power · Upright Badger</title></svelte:head>
<PageHead title="Power" note="The same arithmetic as on Wire, without a job." />
<p>
  <a class="btn btn-outline" href="/power/trace">What the supplies gave: trace of the last hours</a>
</p>
<div class="desk">
  <LeadCalculator jobs={data.jobs} />
  <BudgetCalculator jobs={data.jobs} />
  <VehicleCalculator start={VEHICLE_EXAMPLE}>
    {#snippet acts(input: VehicleInput)}
      <SendToJob jobs={data.jobs} value={{ kind: 'vehicle', input }} />
    {/snippet}
  </VehicleCalculator>
  <PairCalculator jobs={data.jobs} />
  <BitRateCalculator />
</div>

<style>
  .desk {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(min(480px, 100%), 1fr));
    gap: 12px;
    align-items: start;
  }
</style>

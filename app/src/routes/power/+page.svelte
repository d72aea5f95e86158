<script lang="ts">
  import BudgetCalculator from '$lib/features/power/BudgetCalculator.svelte';
  import LeadCalculator from '$lib/features/power/LeadCalculator.svelte';
  import PairCalculator from '$lib/features/power/PairCalculator.svelte';
  import VehicleCalculator from '$lib/features/power/VehicleCalculator.svelte';
  import PageHead from '$lib/ui/PageHead.svelte';
</script>

<svelte:head><title>Power · Upright Badger</title></svelte:head>
<PageHead title="Power" note="The same arithmetic as on Wire, without a job." />
<div class="desk">
  <LeadCalculator />
  <BudgetCalculator />
  <VehicleCalculator />
  <PairCalculator />
</div>

<style>
  .desk {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(min(480px, 100%), 1fr));
    gap: 12px;
    align-items: start;
  }
</style>

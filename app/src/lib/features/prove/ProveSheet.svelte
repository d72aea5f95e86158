<script lang="ts">
  import type { StageProps } from '$lib/features/shared/stage-props.ts';
  import Panel from '$lib/ui/Panel.svelte';
  import ChangesTable from '$lib/features/shared/ChangesTable.svelte';
  import { live } from '$lib/features/live/live.svelte.ts';
  import BenchFaults from '$lib/features/prove/BenchFaults.svelte';
  import CausePanel from '$lib/features/prove/CausePanel.svelte';
  import DecisionPanel from '$lib/features/prove/DecisionPanel.svelte';
  import ExercisePanel from '$lib/features/prove/ExercisePanel.svelte';
  import FaultGroups from '$lib/features/prove/FaultGroups.svelte';
  import AccessesLeft from '$lib/features/prove/AccessesLeft.svelte';
  import ScanPanel from '$lib/features/prove/ScanPanel.svelte';
  import TestPanel from '$lib/features/prove/TestPanel.svelte';

  let { job, extras, stationId }: StageProps = $props();

  const scans = $derived(extras.scans);
  const changes = $derived(extras.changes);

  const scanning = $derived(live.bench.scans.find((s) => s.jobNumber === job.number));
</script>

<p class="soft care">
  Airbag and high-voltage systems are for qualified persons. Battery off: minus first; on: minus
  last.
</p>
<ScanPanel {job} {scans} {scanning} {stationId} />
{#if job.proof.vehicleScan}<FaultGroups proof={job.proof} />{/if}
{#if changes.length > 0}
  <Panel label="Since the pre-scan" title="Since the pre-scan">
    <ChangesTable {changes} />
  </Panel>
{/if}
<div class="two">
  <TestPanel {job} />
  <div class="pile">
    <CausePanel proof={job.proof} />
    <DecisionPanel {job} />
  </div>
</div>
<BenchFaults {job} {stationId} />
<ExercisePanel {job} list={extras.exercises} {stationId} />
<AccessesLeft {job} />

<style>
  .care {
    margin: 0;
    font-size: 13.5px;
  }
  .two {
    display: grid;
    grid-template-columns: minmax(0, 1.15fr) minmax(0, 1fr);
    gap: 12px;
    align-items: start;
  }
  .pile {
    display: grid;
    gap: 12px;
  }
  @media (max-width: 1000px) {
    .two {
      grid-template-columns: 1fr;
    }
  }
</style>

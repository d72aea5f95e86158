<script lang="ts">
  import type { VehicleInput } from '$lib/desk-values.ts';
  import { may } from '$lib/features/live/may.ts';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import VehicleCalculator from '$lib/features/shared/VehicleCalculator.svelte';
  import { messageOfJudgement } from '$lib/messages/catalogue.ts';
  import VerdictMark from '$lib/ui/VerdictMark.svelte';
  import type { DeskData } from '$lib/wiring-types.ts';

  let {
    jobNumber,
    vehicle,
    closed
  }: { jobNumber: number; vehicle: NonNullable<DeskData['vehicle']>; closed: boolean } = $props();

  let busy = $state(false);
  const now = $derived(messageOfJudgement(vehicle.now));

  async function keep(input: VehicleInput) {
    busy = true;
    try {
      noted(await send(`/api/jobs/${jobNumber}/desk`, { kind: 'vehicle', input }));
    } finally {
      busy = false;
    }
  }
</script>

<VehicleCalculator start={vehicle.start}>
  {#snippet acts(input: VehicleInput)}
    {#if !closed && may('bench.operate')}
      <p class="keep">
        <button class="btn btn-primary" disabled={busy} onclick={() => keep(input)}
          >Keep with the job</button
        >
        <span><VerdictMark verdict={vehicle.now.verdict} size={16} /> Kept now: {now.title}</span>
      </p>
    {/if}
  {/snippet}
</VehicleCalculator>

<style>
  .keep {
    display: flex;
    flex-wrap: wrap;
    gap: 12px;
    align-items: center;
    margin: 10px 0 0;
  }
</style>

<script lang="ts">
  import { formatVolts } from '@badger/core/base/format';
  import { liveFacts } from '$lib/features/shared/job-gates.view.ts';
  import type { JobData } from '$lib/job-types.ts';
  import type { LiveStation } from '$lib/live-types.ts';
  import { live } from '$lib/features/live/live.svelte.ts';
  import SimulatedVehicle from '$lib/features/live/SimulatedVehicle.svelte';
  import Panel from '$lib/ui/Panel.svelte';

  let { job, station }: { job: JobData; station: LiveStation } = $props();

  const reading = $derived(liveFacts(job, station).vehicle);
  const line = $derived(
    job.gateFacts.vehicleLine === 'doip' ? 'Ethernet cable' : 'box on its CAN pair'
  );
  const told = (value: number | undefined, words: (n: number) => string) =>
    value === undefined ? 'not told' : words(value);
  const ago = (seconds: number) =>
    seconds < 60 ? 'just now' : `${Math.floor(seconds / 60)} min ago`;
</script>

<Panel label="Vehicle" title="1 · Vehicle, {line}">
  {#if live.bench.simulator}
    <SimulatedVehicle
      {job}
      simulator={live.bench.simulator}
      stationId={station.id}
      busy={station.operation !== undefined}
    />
  {/if}
  <ol>
    {#each job.access?.steps ?? [] as step, i (i)}<li>{step}</li>{/each}
  </ol>
  {#if reading}
    <dl>
      <div>
        <dt>Supply</dt>
        <dd class="mono">{told(reading.batteryMv, (n) => `${formatVolts(n)} V`)}</dd>
      </div>
      <div>
        <dt>Speed</dt>
        <dd>{told(reading.speedKmh, (n) => (n > 0 ? `${n} km/h` : 'standing'))}</dd>
      </div>
      <div>
        <dt>Engine</dt>
        <dd>{told(reading.engineRpm, (n) => (n > 0 ? `${Math.round(n)} rpm` : 'off'))}</dd>
      </div>
      <div>
        <dt>Measured</dt>
        <dd>{ago(reading.ageSeconds)}</dd>
      </div>
    </dl>
  {/if}
</Panel>

<style>
  ol {
    padding-left: 20px;
    list-style: decimal;
  }
  dl {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 24px;
    margin: 10px 0 0;
  }
  dt {
    font-size: 13px;
    color: var(--soft);
  }
  dd {
    margin: 0;
    font-size: 20px;
  }
</style>

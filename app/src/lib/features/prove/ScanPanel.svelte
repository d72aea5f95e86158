<script lang="ts">
  import { formatVolts } from '@badger/core/base/format';
  import type { JobData, ScanHead } from '$lib/job-types.ts';
  import type { LiveScanData } from '$lib/live-types.ts';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { live } from '$lib/features/live/live.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import { messageOf } from '$lib/messages/catalogue.ts';
  import Panel from '$lib/ui/Panel.svelte';
  import ScanProgress from './ScanProgress.svelte';
  import TypedScan from './TypedScan.svelte';
  import SimulatedVehicle from '$lib/features/live/SimulatedVehicle.svelte';

  let {
    job,
    scans,
    scanning,
    stationId
  }: {
    job: JobData;
    scans: readonly ScanHead[];
    scanning: LiveScanData | undefined;
    stationId: string | null;
  } = $props();

  let starting = $state(false);
  let typing = $state(false);
  const canClear = $derived(scans.some((s) => s.kind === 'pre'));
  const when = (d: Date) =>
    d.toLocaleString('en-GB', {
      day: 'numeric',
      month: 'short',
      hour: '2-digit',
      minute: '2-digit'
    });

  async function start(kind: 'pre' | 'post' | 'cleared') {
    starting = true;
    const body = { kind, ...(stationId ? { stationId } : {}) };
    noted(await send(`/api/jobs/${job.number}/scans`, body));
    starting = false;
  }
  async function stop() {
    noted(await send(`/api/jobs/${job.number}/scans/stop`));
  }
</script>

<Panel
  label="Scan"
  title="Full scan of the vehicle"
  note="standing still, support supply on, ignition on"
>
  {#if !job.closedAt}
    {#if live.bench.simulator}
      <SimulatedVehicle
        {job}
        simulator={live.bench.simulator}
        {stationId}
        busy={scanning !== undefined}
      />
    {/if}
    {#if scanning}
      <ScanProgress scan={scanning} onstop={stop} />
    {:else}
      <div class="acts">
        <button class="btn btn-primary" disabled={starting} onclick={() => start('pre')}>
          {starting ? 'Asking the vehicle…' : 'Scan the vehicle'}
        </button>
        {#if canClear}
          <button class="btn btn-outline" disabled={starting} onclick={() => start('cleared')}
            >Clear, then scan again</button
          >
          <button class="btn btn-outline" disabled={starting} onclick={() => start('post')}
            >Post-scan</button
          >
        {/if}
        <button class="btn btn-ghost" aria-expanded={typing} onclick={() => (typing = !typing)}
          >Enter a scan from another tool</button
        >
      </div>
      {#if typing}<TypedScan jobNumber={job.number} ondone={() => (typing = false)} />{/if}
    {/if}
  {/if}
  {#if scans.length > 0}
    <table class="plain">
      <tbody>
        {#each scans as s (s.number)}
          <tr data-scan={s.kind}>
            <td><a class="link" href="/jobs/{job.number}/scans/{s.number}">{s.name}</a></td>
            <td>
              {s.unitCount} units, {s.silentCount > 0 ? `${s.silentCount} silent, ` : ''}<b
                >{s.faultCount} {s.faultCount === 1 ? 'fault' : 'faults'}</b
              >
              {#if s.brokenOff}<span class="bad">{messageOf(s.brokenOff).title}</span>{/if}
            </td>
            <td class="mono">{s.batteryMv === null ? '' : `${formatVolts(s.batteryMv)} V`}</td>
            <td class="soft">{when(s.endedAt)}, {s.personName}</td>
          </tr>
        {/each}
      </tbody>
    </table>
  {:else if !scanning}
    <p class="soft">No scan is kept yet.</p>
  {/if}
</Panel>

<style>
  .acts {
    display: flex;
    gap: 10px;
    flex-wrap: wrap;
    margin-bottom: 8px;
  }
  .bad {
    color: var(--stop);
  }
  p {
    margin: 4px 0 0;
  }
  td.mono {
    white-space: nowrap;
  }
</style>

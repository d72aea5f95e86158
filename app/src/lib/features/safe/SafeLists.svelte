<script lang="ts">
  import type { JobData } from '$lib/job-types.ts';
  import type { SafeData } from '$lib/safe-types.ts';
  import { may } from '$lib/features/live/may.ts';
  import Panel from '$lib/ui/Panel.svelte';
  import { when } from '../shared/when.ts';

  let { job, safe }: { job: JobData; safe: SafeData } = $props();
</script>

{#if safe.handovers.length > 0}
  <Panel label="Handed over" title="Handed over">
    <table class="plain">
      <thead><tr><th>Receipt</th><th>What</th><th>To</th><th>When</th></tr></thead>
      <tbody>
        {#each safe.handovers as h (h.number)}
          <tr>
            <td
              ><a
                class="mono"
                class:link={may('paper.see')}
                href={may('paper.see')
                  ? `/jobs/${job.number}/safe/receipts/${h.number}`
                  : undefined}>{job.number}-{h.number}</a
              ></td
            >
            <td>{h.names.join(', ')}</td>
            <td>{h.receiver}, {h.capacity}</td>
            <td>{when(h.at)} · {h.personName}</td>
          </tr>
        {/each}
      </tbody>
    </table>
  </Panel>
{/if}
<Panel label="Looks" title="Who looked, and why">
  {#if safe.looks.length === 0}<p class="soft">Nobody has looked.</p>{:else}
    <table class="plain">
      <thead><tr><th>What</th><th>Who</th><th>When</th><th>Why</th></tr></thead>
      <tbody>
        {#each safe.looks as l, i (i)}
          <tr><td>{l.name}</td><td>{l.personName}</td><td>{when(l.at)}</td><td>{l.reason}</td></tr>
        {/each}
      </tbody>
    </table>
  {/if}
</Panel>

<style>
  p {
    margin: 0;
  }
</style>

<script lang="ts">
  import type { JobData } from '$lib/job-types.ts';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import { textOfFault } from '$lib/scan-rows.ts';
  import Panel from '$lib/ui/Panel.svelte';

  let { job, stationId }: { job: JobData; stationId: string | null } = $props();

  const because = {
    list: 'on the list of this family',
    type: 'usual for any lone unit',
    internal: 'inside the unit',
    'other-type': 'listed, but not with this failure type',
    unknown: 'not explained by lying on a bench'
  } as const;
  let asking = $state(false);
  const list = $derived(job.proof.benchFaults);
  const count = (kind: string) => list.filter((f) => f.class === kind).length;
  const summary = $derived(
    [
      `${count('expected')} expected`,
      ...(count('internal') > 0 ? [`${count('internal')} internal`] : []),
      ...(count('unexplained') > 0 ? [`${count('unexplained')} unexplained`] : [])
    ].join(', ')
  );

  async function ask() {
    asking = true;
    noted(await send(`/api/jobs/${job.number}/scans/bench`, { stationId }));
    asking = false;
  }
</script>

<Panel
  label="On the bench"
  title="Alone on the bench"
  note={job.proof.benchScan ? `${list.length} codes: ${summary}` : ''}
>
  {#if list.length > 0}
    <table class="plain">
      <tbody>
        {#each list as f (f.label)}
          <tr data-class={f.class}>
            <td class="mono"><b>{f.label}</b></td>
            <td>{textOfFault(f.fault)}</td>
            <td><b>{f.class}</b> <span class="soft">{because[f.because]}</span></td>
          </tr>
        {/each}
      </tbody>
    </table>
  {:else if job.proof.benchScan?.units[0]?.faultMemory === 'read'}
    <p>No fault stored.</p>
  {:else if job.proof.benchScan}
    <p>It answered, but its fault memory could not be read: what it holds is not known.</p>
  {:else}
    <p class="soft">
      Clamp the unit and read its chip id at <a class="link" href="/jobs/{job.number}/wire">Wire</a
      >, then ask it here: codes for absent sensors are told apart from internal ones.
    </p>
  {/if}
  {#if !job.closedAt && stationId && job.access?.carrier === 'can-uds'}
    <button class="btn btn-outline" disabled={asking} onclick={ask}
      >Ask the unit on the clamp for its faults</button
    >
  {/if}
</Panel>

<style>
  tr[data-class='internal'] td {
    background: var(--stop-tint);
  }
  tr[data-class='unexplained'] td {
    background: var(--look-tint);
  }
  td {
    padding-top: 4px;
    padding-bottom: 4px;
  }
  p {
    margin: 0 0 8px;
  }
  button {
    margin-top: 8px;
  }
  td.mono {
    white-space: nowrap;
  }
</style>

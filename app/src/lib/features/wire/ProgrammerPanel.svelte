<script lang="ts">
  import { JOB_ROLES } from '@badger/core/job/roles';
  import type { JobData } from '$lib/job-types.ts';
  import type { LiveStation } from '$lib/live-types.ts';
  import { live } from '$lib/features/live/live.svelte.ts';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import Panel from '$lib/ui/Panel.svelte';

  let { job, station }: { job: JobData; station: LiveStation } = $props();

  const busy = $derived(station.operation !== undefined);
  const roleOf = (tag: string) => JOB_ROLES.find((role) => job.units[role]?.tag === tag);

  async function put(chip: string | null) {
    noted(await send(`/api/stations/${station.id}/simulator`, { chip }));
  }
  const off = async () => noted(await send(`/api/stations/${station.id}/supply`, { on: false }));
</script>

<Panel label="Chip programmer" title="1 · Chip on the programmer">
  {#if station.simulated}
    <label>
      <span class="soft"
        >Chip on the clip or in the socket (your hands, in the simulated bench)</span
      >
      <select
        class="mono select"
        disabled={busy}
        value={station.simulated.chip ?? ''}
        onchange={(e) => put(e.currentTarget.value || null)}
      >
        <option value="">nothing</option>
        {#each live.bench.chips as u (u.tag)}
          {@const role = roleOf(u.tag)}
          <option value={u.tag}>{u.tag} · {u.family}{role ? ` · ${role} of this job` : ''}</option>
        {/each}
      </select>
    </label>
  {/if}
  <ol>
    {#each job.access?.steps ?? [] as step, i (i)}<li>{step}</li>{/each}
  </ol>
  {#if station.supply?.on}
    <p class="bad" role="alert">
      <b>The bench supply is on.</b> The programmer feeds the chip: switch the supply off and take
      its leads off the unit.
      <button class="btn btn-outline" disabled={busy} onclick={off}>Switch off</button>
    </p>
  {/if}
</Panel>

<style>
  label span {
    display: block;
    font-size: 13px;
  }
  .select {
    width: 100%;
  }
  ol {
    margin: 8px 0 0;
    padding-left: 20px;
    list-style: decimal;
    color: var(--soft);
  }
  p {
    margin: 8px 0 0;
  }
  .bad {
    color: var(--stop);
  }
</style>

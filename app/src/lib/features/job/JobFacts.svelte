<script lang="ts">
  import { formatChipId } from '@badger/core/base/format';
  import type { JobData } from '$lib/job-types.ts';
  import { live } from '$lib/features/live/live.svelte.ts';
  import { messageOfJudgement } from '$lib/messages/catalogue.ts';
  import { rolesOf } from '../shared/roles.view.ts';
  import UnitCard from './UnitCard.svelte';

  let { job }: { job: JobData } = $props();

  const whereIs = (tag: string | undefined) => {
    const station = live.bench.stations.find((s) => s.connected?.tag === tag && tag !== undefined);
    return station && (station.connected?.inVehicle ? 'in its vehicle' : `on ${station.name}`);
  };
  const next = $derived(messageOfJudgement(job.next.judgement));
</script>

<aside class="pocket" aria-label="Facts of this job">
  <div class="card-sheet box">
    <h2>Units of this job</h2>
    {#each rolesOf(job) as role (role)}
      <UnitCard {role} unit={job.units[role]} where={whereIs(job.units[role]?.tag)} />
    {/each}
  </div>
  {#if job.units.original?.chipId}
    <div class="card-sheet box">
      <h2>Numbers of the original</h2>
      <dl>
        {#each job.units.original.numbers as n (n.id)}
          {#if n.id !== 'vin'}<dt>{n.name}</dt>
            <dd>{n.value}</dd>{/if}
        {/each}
        <dt>Chip id</dt>
        <dd>{formatChipId(job.units.original.chipId)}</dd>
      </dl>
    </div>
  {/if}
  <div class="card-sheet box">
    <h2>Next</h2>
    <p>{next.clear ?? next.title}</p>
    {#if !job.closedAt}
      <a class="btn w-full btn-outline" href="/jobs/{job.number}/{job.next.stage}" data-next>
        Open {job.next.stage.charAt(0).toUpperCase() + job.next.stage.slice(1)}
      </a>
    {/if}
  </div>
  {#if job.needsAuthority}
    <div class="card-sheet box">
      <h2>Security data</h2>
      <a class="btn w-full btn-outline" href="/jobs/{job.number}/safe">Open the safe</a>
    </div>
  {/if}
  {#if job.lastWrite && job.line.write.verdict !== 'go'}
    <div class="card-sheet box">
      <h2>If a write stops</h2>
      <p>
        Leave the unit as it is. Its backup and the clone image are kept; this page says which way
        back is open.
      </p>
    </div>
  {/if}
  {#if job.note}
    <div class="card-sheet box">
      <h2>Note</h2>
      <p>{job.note}</p>
    </div>
  {/if}
</aside>

<style>
  .pocket {
    display: flex;
    flex-direction: column;
    gap: 12px;
    min-width: 0;
  }
  .box {
    padding: 12px 14px;
  }
  h2 {
    margin: 0 0 6px;
    font: 600 13px/1.2 var(--font-sans);
    color: var(--soft);
  }
  p {
    margin: 0 0 10px;
  }
  p:last-child {
    margin: 0;
  }
  dl {
    display: grid;
    grid-template-columns: auto 1fr;
    gap: 4px 12px;
    margin: 0;
  }
  dt {
    color: var(--soft);
    font-size: 13.5px;
  }
  dd {
    margin: 0;
    font-family: var(--font-mono);
    font-size: 14px;
    text-align: right;
  }
</style>

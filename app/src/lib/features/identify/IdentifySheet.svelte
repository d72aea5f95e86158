<script lang="ts">
  import type { StageProps } from '$lib/features/shared/stage-props.ts';
  import { JOB_ROLES, type UnitRole } from '@badger/core/job/roles';
  import LabelNumbers from '$lib/features/shared/label/LabelNumbers.svelte';
  import PartsLookup from '$lib/features/shared/label/PartsLookup.svelte';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import IdentityTable from './IdentityTable.svelte';
  import TagForm from '../shared/TagForm.svelte';

  let { job, extras }: StageProps = $props();

  const profile = $derived(extras.profile);
  const labels = $derived(extras.labels);

  const original = $derived(job.units.original);
  const benchReads = (role: UnitRole) =>
    job.regions[role].some((r) => r.reads.some((read) => read.source === 'bench'));

  async function forget(role: UnitRole) {
    noted(await send(`/api/jobs/${job.number}/forget-chip`, { role }));
  }
</script>

<IdentityTable {job} {labels} />
{#if profile && original && !job.closedAt}
  <LabelNumbers
    tag={original.tag}
    {profile}
    kept={labels['original'] ?? {}}
    title="Label of the original, {original.tag}"
  />
{/if}
<PartsLookup
  vin={job.vin}
  number={original?.numbers.find((n) => n.id === 'hardware-number')?.value ??
    labels['original']?.['hardware-number'] ??
    ''}
  family={job.family}
/>
{#if !job.closedAt && !job.regions.original.some((r) => r.reads.length > 0)}
  <TagForm jobNumber={job.number} role="original" present={original !== undefined} />
{/if}
{#if !job.closedAt}
  <div class="row">
    {#each JOB_ROLES as role (role)}
      {#if job.units[role]?.chipId && !benchReads(role)}
        <button class="long btn btn-outline" onclick={() => forget(role)}>
          Wrong unit was clamped: forget the chip id of the {role}
        </button>
      {/if}
    {/each}
    <a class="btn btn-outline" href="/jobs/{job.number}/wire">Open Wire to read a chip id</a>
  </div>
{/if}

<style>
  /* a long press wraps on a phone */
  .long {
    height: auto;
    white-space: normal;
    text-align: left;
  }
  .row {
    display: flex;
    gap: 12px;
    flex-wrap: wrap;
  }
</style>

<script lang="ts">
  import type { JobData } from '$lib/job-types.ts';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import MatchTable from './MatchTable.svelte';

  let { job }: { job: JobData } = $props();
  let tag = $state('');

  async function choose(event: SubmitEvent) {
    event.preventDefault();
    if (noted(await send(`/api/jobs/${job.number}/donor`, { tag: tag.trim() }))) tag = '';
  }
</script>

<MatchTable {job} />
{#if !job.closedAt}
  <form class="card-sheet pick" onsubmit={choose}>
    <label>
      <span class="soft">Tag of the donor (scan or type)</span>
      <input class="mono input" bind:value={tag} required pattern="[0-9A-Za-z\-]+" maxlength="12" />
    </label>
    <button class="btn btn-outline"
      >{job.units.donor ? 'Take another donor' : 'Take this donor'}</button
    >
  </form>
{/if}

<style>
  .pick {
    padding: 12px 16px;
    display: flex;
    gap: 12px;
    align-items: end;
    flex-wrap: wrap;
  }
  label span {
    display: block;
  }
</style>

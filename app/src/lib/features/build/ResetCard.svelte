<script lang="ts">
  import { inSentence } from '@badger/core/base/format';
  import { may } from '$lib/features/live/may.ts';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import type { JobData } from '$lib/job-types.ts';

  let { job }: { job: JobData } = $props();

  async function change({ regionId, start, end, why, on }: JobData['resets'][number]) {
    const from = on ? 'family' : 'filler';
    const reason = on ? 'Carried as it was read' : `Set back on the bench. ${why}`.slice(0, 300);
    noted(
      await send(`/api/jobs/${job.number}/clone/source`, { regionId, start, end, from, reason })
    );
  }
</script>

{#if job.resets.length > 0}
  <section class="card-sheet resets" aria-label="Learnt values">
    {#each job.resets as reset (reset.regionId + reset.start)}
      <div>
        <p>
          <b>{reset.name}</b>
          {#if reset.on}is set back in what is written.{:else}is carried as it was read.{/if}
          <span class="soft">{reset.why}</span>
        </p>
        {#if !job.closedAt && may('clone.change')}
          <button class="btn btn-outline" onclick={() => change(reset)}
            >{reset.on ? 'Carry' : 'Set back'} {inSentence(reset.name)}</button
          >
        {/if}
      </div>
    {/each}
  </section>
{/if}

<style>
  .resets {
    padding: 10px 16px;
    display: grid;
    gap: 10px;
  }
  div {
    display: flex;
    gap: 8px 20px;
    align-items: center;
    justify-content: space-between;
    flex-wrap: wrap;
  }
  p {
    margin: 0;
    flex: 1 1 320px;
  }
  .btn {
    white-space: nowrap;
  }
</style>

<script lang="ts">
  import type { JobData } from '$lib/job-types.ts';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';

  let { job }: { job: JobData } = $props();
  let outcome = $state<'cause' | 'not-cause' | 'open'>('open');
  let reason = $state('');

  async function record(event: SubmitEvent) {
    event.preventDefault();
    if (noted(await send(`/api/jobs/${job.number}/proof`, { outcome, reason }))) reason = '';
  }
</script>

{#if job.proofReason}
  <div class="card-sheet box">
    <h2>What is recorded</h2>
    <p>{job.proofReason}</p>
  </div>
{/if}
{#if !job.closedAt}
  <form class="card-sheet box" onsubmit={record}>
    <h2>Record what was tried</h2>
    <div class="choices">
      {#each [['cause', 'It is this unit'], ['not-cause', 'It is something else'], ['open', 'Not decided']] as [value, label] (value)}
        <label class="choice"
          ><input type="radio" class="radio" bind:group={outcome} {value} /> {label}</label
        >
      {/each}
    </div>
    <label>
      <span class="soft">What was tried and what it showed</span>
      <textarea class="textarea w-full" rows="2" bind:value={reason} required minlength="3"
      ></textarea>
    </label>
    <button class="btn btn-primary">Record it</button>
  </form>
{/if}

<style>
  .box {
    padding: 12px 16px;
    display: grid;
    gap: 10px;
  }
  h2 {
    margin: 0;
    font-weight: 600;
  }
  .choices {
    display: flex;
    gap: 8px 24px;
    flex-wrap: wrap;
  }
  .choice {
    display: flex;
    gap: 8px;
    align-items: center;
    min-height: 44px;
  }
  button {
    justify-self: start;
  }
</style>

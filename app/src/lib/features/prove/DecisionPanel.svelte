<script lang="ts">
  import type { JobData } from '$lib/job-types.ts';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import Panel from '$lib/ui/Panel.svelte';

  let { job }: { job: JobData } = $props();
  let outcome = $state<'cause' | 'not-cause' | 'open' | undefined>();
  let reason = $state('');
  let writing = $state(false);
  const words = {
    cause: 'It is this unit',
    'not-cause': 'It is something else',
    open: 'Not decided'
  };
  const open = $derived(!job.closedAt && (writing || !job.proofReason));

  async function record(event: SubmitEvent) {
    event.preventDefault();
    if (noted(await send(`/api/jobs/${job.number}/proof`, { outcome, reason }))) {
      reason = '';
      outcome = undefined;
      writing = false;
    }
  }
</script>

<Panel label="Decision" title="The decision">
  {#if job.proofReason}
    <p><b>{words[job.proofOutcome]}.</b> {job.proofReason}</p>
    {#if !job.closedAt && !writing}
      <button class="btn btn-outline" onclick={() => (writing = true)}>Decide anew</button>
    {/if}
  {/if}
  {#if open}
    <form onsubmit={record}>
      <div class="choices">
        {#each Object.entries(words) as [value, label] (value)}
          <label class="choice"
            ><input type="radio" class="radio" bind:group={outcome} {value} required />
            {label}</label
          >
        {/each}
      </div>
      <label>
        <span class="soft">What was tried and what it showed</span>
        <textarea
          class="textarea w-full"
          rows="2"
          bind:value={reason}
          required
          minlength="3"
          maxlength="500"></textarea>
      </label>
      <button class="btn btn-primary">Record it</button>
    </form>
  {/if}
</Panel>

<style>
  form {
    display: grid;
    gap: 8px;
    justify-items: start;
  }
  form label:not(.choice) {
    width: 100%;
  }
  .choices {
    display: flex;
    gap: 4px 20px;
    flex-wrap: wrap;
  }
  .choice {
    display: flex;
    gap: 8px;
    align-items: center;
    min-height: 44px;
  }
  p {
    margin: 0 0 8px;
  }
</style>

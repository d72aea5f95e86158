<script lang="ts">
  import type { JobData } from '$lib/job-types.ts';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';

  let { job }: { job: JobData } = $props();
  let reason = $state('');

  async function waive(why: string) {
    if (noted(await send(`/api/jobs/${job.number}/waiver`, { reason: why }))) reason = '';
  }
</script>

<details class="card-sheet waiver">
  <summary
    >{job.backupWaived
      ? 'The donor’s backup is waived'
      : 'Go on without the donor’s backup'}</summary
  >
  {#if job.backupWaived}
    <p>{job.backupWaived}</p>
    <button class="btn btn-outline" onclick={() => waive('')}>Ask for the backup again</button>
  {:else}
    <p class="soft">
      If the write fails there is then no way back. Your reason stays in the record.
    </p>
    <label>
      Why
      <input class="input w-full" bind:value={reason} maxlength="300" autocomplete="off" />
    </label>
    <button
      class="btn btn-outline"
      disabled={reason.trim().length < 8}
      onclick={() => waive(reason.trim())}>Waive the backup</button
    >
  {/if}
</details>

<style>
  .waiver {
    padding: 10px 16px;
    display: grid;
    gap: 10px;
  }
  summary {
    cursor: pointer;
    min-height: 34px;
    font-weight: 600;
  }
</style>

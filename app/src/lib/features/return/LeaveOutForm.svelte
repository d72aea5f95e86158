<script lang="ts">
  import { LEAST_REASON } from '@badger/core/job/close';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';

  let { jobNumber, steps }: { jobNumber: number; steps: number } = $props();

  let note = $state('');

  async function leaveOut(event: SubmitEvent) {
    event.preventDefault();
    const body = { note: note.trim() };
    if (noted(await send(`/api/jobs/${jobNumber}/return/leave-out`, body))) note = '';
  }
</script>

<details class="card-sheet">
  <summary>Leave out what is open: {steps === 1 ? '1 step' : `${steps} steps`}</summary>
  <form onsubmit={leaveOut} aria-label="Leave out what is open">
    <label
      >Why nobody looks at it; the certificate says so
      <input class="input w-full" bind:value={note} maxlength="300" autocomplete="off" />
    </label>
    <button class="btn btn-outline" disabled={note.trim().length < LEAST_REASON}
      >Leave them out</button
    >
  </form>
</details>

<style>
  details {
    padding: 4px 16px;
  }
  summary {
    min-height: 44px;
    display: flex;
    align-items: center;
    cursor: pointer;
    font-weight: 600;
  }
  form {
    display: flex;
    gap: 12px;
    align-items: end;
    flex-wrap: wrap;
    padding-bottom: 10px;
  }
  label {
    flex: 1 1 320px;
  }
</style>

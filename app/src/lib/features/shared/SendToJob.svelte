<script lang="ts">
  import type { DeskValue } from '$lib/desk-values.ts';
  import { may } from '$lib/features/live/may.ts';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';

  let {
    value,
    jobs
  }: { value: DeskValue; jobs: readonly { readonly number: number; readonly name: string }[] } =
    $props();

  let chosen = $state('');
  let sent = $state<number | undefined>();

  async function keep() {
    const number = Number(chosen);
    const { kind, input } = value;
    sent = noted(await send(`/api/jobs/${number}/desk`, { kind, input })) ? number : undefined;
  }
</script>

{#if jobs.length > 0 && may('bench.operate')}
  <div class="send">
    <select class="select" aria-label="Job" bind:value={chosen}>
      <option value="">to a job …</option>
      {#each jobs as job (job.number)}
        <option value={String(job.number)}>{job.number} · {job.name}</option>
      {/each}
    </select>
    <button class="btn btn-outline" disabled={chosen === ''} onclick={keep}>Send</button>
    {#if sent !== undefined}
      <span role="status">Kept with <a class="link" href="/jobs/{sent}/wire">job {sent}</a></span>
    {/if}
  </div>
{/if}

<style>
  .send {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    align-items: center;
    margin-top: 10px;
  }
  .select {
    width: 210px;
  }
</style>

<script lang="ts">
  import type { JobData } from '$lib/job-types.ts';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';

  let { job }: { job: JobData } = $props();
  let role = $state<'new' | 'partner'>('partner');
  let tag = $state('');
  let family = $state('');
  const ready = $derived(
    role === 'new' || tag.trim() !== '' || /^[A-Z]{2}-[A-Z0-9]{3}$/.test(family)
  );

  async function add(event: SubmitEvent) {
    event.preventDefault();
    const sent = await send(`/api/jobs/${job.number}/unit`, {
      ...{ role, tag: tag.trim() },
      ...(role === 'partner' && family !== '' ? { family } : {})
    });
    if (noted(sent)) tag = family = '';
  }
</script>

<details>
  <summary>Another unit of this job</summary>
  <form onsubmit={add}>
    <label>
      It is
      <select class="select" bind:value={role}>
        <option value="partner">the partner that holds or expects the secret</option>
        <option value="new">the brand-new unit</option>
      </select>
    </label>
    <label>Tag <input class="mono input" bind:value={tag} maxlength="12" placeholder="new" /></label
    >
    {#if role === 'partner'}
      <label>
        Family
        <input class="mono input" bind:value={family} maxlength="6" placeholder="MD-CM5" />
      </label>
    {/if}
    <button class="btn btn-outline" disabled={!ready}>Add it</button>
  </form>
</details>

<style>
  summary {
    cursor: pointer;
    min-height: 40px;
    padding-top: 8px;
  }
  form {
    display: flex;
    flex-wrap: wrap;
    gap: 12px;
    align-items: end;
    padding-bottom: 10px;
  }
  .input {
    width: 110px;
  }
</style>

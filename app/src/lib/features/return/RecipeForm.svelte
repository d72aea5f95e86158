<script lang="ts">
  import type { JobData } from '$lib/job-types.ts';
  import type { ReturnData, StepData } from '$lib/return-types.ts';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';

  let { job, step, wayBack }: { job: JobData; step: StepData; wayBack: ReturnData } = $props();

  let minutes: number | null = $state(null);
  let currentMa: number | null = $state(null);
  const sleeping = $derived(step.does === 'sleep');

  async function keep(shown: boolean) {
    const body = {
      ...{ stepId: step.id, state: 'seen', note: '' },
      ...(minutes === null ? {} : { triedMinutes: minutes }),
      ...(sleeping ? (currentMa === null ? {} : { currentMa }) : { shown })
    };
    if (noted(await send(`/api/jobs/${job.number}/return`, body))) minutes = currentMa = null;
  }
</script>

<form onsubmit={(e) => e.preventDefault()} aria-label={sleeping ? 'Sleep current' : 'Complaint'}>
  {#if sleeping && wayBack.sleep}
    <p class="soft">
      At most {wayBack.sleep.maxMa} mA, {wayBack.sleep.afterMinutes} min after it was locked, bonnet lock
      closed by hand.
    </p>
  {/if}
  <label
    >{sleeping ? 'Minutes after locking' : 'Tried for, minutes'}
    <input class="mono input" type="number" min="0" max="10000" bind:value={minutes} /></label
  >
  {#if sleeping}
    <label
      >Current, mA
      <input class="mono input" type="number" min="0" max="100000" bind:value={currentMa} /></label
    >
    <button
      class="btn btn-primary"
      disabled={minutes === null || currentMa === null}
      onclick={() => keep(false)}>Keep the figure</button
    >
  {:else}
    <button class="btn btn-primary" disabled={minutes === null} onclick={() => keep(false)}
      >It did not show</button
    >
    <button class="btn btn-outline" onclick={() => keep(true)}>It shows again</button>
  {/if}
</form>

<style>
  form {
    display: flex;
    gap: 12px;
    flex-wrap: wrap;
    align-items: end;
  }
  p {
    flex-basis: 100%;
    margin: 0;
  }
  label {
    display: grid;
  }
  input {
    width: 150px;
  }
</style>

<script lang="ts">
  import type { JobData } from '$lib/job-types.ts';
  import { OLD_PARTS, type OldParts, type StepData } from '$lib/return-types.ts';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import { OLD_PARTS_WORDS } from '$lib/messages/return-words.ts';

  let { job, step }: { job: JobData; step: StepData } = $props();

  let parts: OldParts | undefined = $state();
  let partsTo = $state('');

  async function keep(event: SubmitEvent) {
    event.preventDefault();
    const body = { stepId: step.id, state: 'seen', note: '', parts, partsTo: partsTo.trim() };
    if (noted(await send(`/api/jobs/${job.number}/return`, body))) partsTo = '';
  }
</script>

<form onsubmit={keep} aria-label="Old parts">
  <fieldset class="join">
    <legend class="sr-only">What becomes of them</legend>
    {#each OLD_PARTS as what (what)}
      <button
        type="button"
        class="btn join-item"
        class:btn-primary={parts === what}
        aria-pressed={parts === what}
        onclick={() => (parts = what)}>{OLD_PARTS_WORDS[what]}</button
      >
    {/each}
  </fieldset>
  <label
    >Who has them now, by name or shelf
    <input class="input" bind:value={partsTo} maxlength="120" autocomplete="off" />
  </label>
  <button class="btn btn-primary" disabled={!parts || partsTo.trim().length < 3}>Keep it</button>
</form>

<style>
  form {
    display: flex;
    gap: 12px;
    flex-wrap: wrap;
    align-items: end;
  }
  fieldset {
    border: 0;
    padding: 0;
    margin: 0;
    flex-wrap: wrap;
  }
  label {
    display: grid;
    flex: 1 1 260px;
  }
</style>

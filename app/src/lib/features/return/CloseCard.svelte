<script lang="ts">
  import { LEAST_REASON } from '@badger/core/job/close';
  import type { JobData } from '$lib/job-types.ts';
  import { may } from '$lib/features/live/may.ts';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import { messageOfProblem } from '$lib/messages/catalogue.ts';
  import { RESULT_WORDS } from '$lib/messages/job.ts';
  import VerdictMark from '$lib/ui/VerdictMark.svelte';

  let { job }: { job: JobData } = $props();

  // to end without a result is never proposed, only chosen
  const first = $derived(
    job.endings.find((e) => e.missing === undefined && e.result !== 'ended')?.result
  );
  let picked: string | undefined = $state();
  let reason = $state('');
  const chosen = $derived(job.endings.find((e) => e.result === (picked ?? first)));
  const ready = $derived(
    chosen !== undefined &&
      chosen.missing === undefined &&
      (!chosen.told || reason.trim().length >= LEAST_REASON)
  );

  async function close(event: SubmitEvent) {
    event.preventDefault();
    if (chosen)
      noted(await send(`/api/jobs/${job.number}/close`, { result: chosen.result, reason }));
  }
</script>

<form class="card-sheet box" onsubmit={close} aria-label="Close the job">
  <fieldset>
    <legend>How does it end?</legend>
    {#each job.endings as e (e.result)}
      {@const m = e.missing ? messageOfProblem(e.missing) : undefined}
      <label class="ending" data-result={e.result}>
        <input
          type="radio"
          class="radio"
          name="result"
          value={e.result}
          checked={chosen?.result === e.result}
          disabled={e.missing !== undefined}
          onchange={() => (picked = e.result)}
        />
        <VerdictMark verdict={e.missing || e.result === 'ended' ? 'none' : 'go'} size={18} />
        <b>{RESULT_WORDS[e.result]}</b>
        {#if m}<span class="soft">{m.clear ?? m.title}</span>{/if}
      </label>
    {/each}
  </fieldset>
  {#if chosen?.told}
    <label class="why">
      In words: what was found, to whom it was given, or why it ends
      <input class="input w-full" bind:value={reason} maxlength="500" autocomplete="off" />
    </label>
  {/if}
  <button class="btn btn-primary" disabled={!ready || !may('job.close')}>Close the job</button>
</form>

<style>
  .box {
    padding: 12px 16px;
    display: grid;
    gap: 12px;
    justify-items: start;
  }
  fieldset {
    border: 0;
    padding: 0;
    margin: 0;
    display: grid;
    width: 100%;
  }
  legend {
    font-weight: 700;
    padding: 0;
  }
  .ending {
    display: flex;
    gap: 10px;
    align-items: center;
    min-height: 46px;
    border-top: 1px solid var(--line);
    cursor: pointer;
  }
  .why {
    width: 100%;
  }
</style>

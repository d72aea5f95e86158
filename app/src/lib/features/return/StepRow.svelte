<script lang="ts">
  import { LEAST_REASON } from '@badger/core/job/close';
  import { isSettled } from '@badger/core/return/read-return';
  import type { JobData } from '$lib/job-types.ts';
  import type { LiveActData } from '$lib/live-types.ts';
  import type { ReturnData, StepData } from '$lib/return-types.ts';
  import { may } from '$lib/features/live/may.ts';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import { when } from '$lib/features/shared/when.ts';
  import { STEP_STATES } from '$lib/messages/return-words.ts';
  import VerdictMark from '$lib/ui/VerdictMark.svelte';
  import { actsOf, isLookedAt, isToldByPoint, isWatched } from '@badger/core/return/step-acts';
  import { lastWords, STEP_VERDICTS, wordsOf } from '$lib/features/shared/return-steps.view.ts';
  import CodingTable from './CodingTable.svelte';
  import FunctionsForm from './FunctionsForm.svelte';
  import LeftFaults from './LeftFaults.svelte';
  import OldPartsForm from './OldPartsForm.svelte';
  import RecipeForm from './RecipeForm.svelte';
  import StartWatch from './StartWatch.svelte';
  import TeachForm from './TeachForm.svelte';

  let {
    job,
    step,
    wayBack,
    stationId,
    acting,
    now
  }: {
    job: JobData;
    step: StepData;
    wayBack: ReturnData;
    stationId: string | null;
    acting: LiveActData | undefined;
    /** The first that is not done. */
    now: boolean;
  } = $props();

  let note = $state('');
  let saying = $state(false);
  const words = $derived(wordsOf(step, job));
  const last = $derived(lastWords(step.last));
  const settled = $derived(isSettled(step.state));
  const mine = $derived(acting?.stepId === step.id ? acting : undefined);
  const told = $derived(note.trim().length >= LEAST_REASON);
  const shown = $derived(!job.closedAt && (now || (!settled && step.state !== 'waiting')));

  async function say(state: 'seen' | 'wrong' | 'waived' | 'again') {
    const body = { stepId: step.id, state, note: note.trim() };
    if (!noted(await send(`/api/jobs/${job.number}/return`, body))) return;
    note = '';
    saying = false;
  }
</script>

<li data-step={step.id} data-state={step.state} class:now>
  <VerdictMark verdict={STEP_VERDICTS[step.state]} size={22} />
  <div class="what">
    <p>
      <b>{words.name}</b>
      <span class="soft"
        >{STEP_STATES[step.state]}{step.last
          ? `, ${step.last.personName}, ${when(step.last.at)}`
          : ''}</span
      >
    </p>
    {#if now || (!settled && step.state !== 'waiting')}<p class="soft">{words.how}</p>{/if}
    {#if last && last !== words.name}<p class="last">{last}</p>{/if}
    {#if step.does === 'coding'}<CodingTable codings={wayBack.codings} />{/if}
    {#if step.does === 'faults'}<LeftFaults {job} {step} {wayBack} acting={shown} />{/if}
    {#if shown}
      {#if step.does === 'functions'}<FunctionsForm {job} {step} {wayBack} />{/if}
      {#if step.does === 'old-parts'}<OldPartsForm {job} {step} />{/if}
      {#if step.does === 'complaint' || step.does === 'sleep'}
        <RecipeForm {job} {step} {wayBack} />
      {/if}
      {#if actsOf(step.does).length > 0 && may('vehicle.teach')}
        <TeachForm {job} {step} {wayBack} {stationId} busy={acting !== undefined} />
      {/if}
      {#if isWatched(step.does)}
        <StartWatch {job} {step} {stationId} watching={mine} busy={acting !== undefined} />
      {/if}
      <div class="acts">
        {#if isLookedAt(step.does)}
          <button
            class="btn btn-primary"
            disabled={acting !== undefined}
            onclick={() => say('seen')}
            >{step.does === 'photo' ? 'Seen, photo taken' : 'Seen, it is right'}</button
          >
        {/if}
        {#if step.does === 'scan' || step.does === 'clear-faults'}
          <a class="btn btn-outline" href="/jobs/{job.number}/prove">Scan on Prove</a>
        {/if}
        <button class="btn btn-ghost" aria-expanded={saying} onclick={() => (saying = !saying)}
          >Something else</button
        >
      </div>
      {#if saying}
        <div class="acts">
          <label
            >In words
            <input class="input" bind:value={note} maxlength="300" autocomplete="off" />
          </label>
          {#if step.does !== 'scan'}
            <button class="btn btn-outline" disabled={!told} onclick={() => say('wrong')}
              >Not right</button
            >
            {#if !isLookedAt(step.does) && !isToldByPoint(step.does) && may('return.waive')}
              <button class="btn btn-outline" disabled={!told} onclick={() => say('seen')}
                >Done by other means</button
              >
            {/if}
          {/if}
          {#if may('return.waive') && !(step.does === 'faults' && wayBack.left)}
            <button class="btn btn-outline" disabled={!told} onclick={() => say('waived')}
              >Leave it out</button
            >
          {/if}
        </div>
      {/if}
    {/if}
  </div>
  {#if settled && !job.closedAt && step.does !== 'scan'}
    <button class="btn btn-ghost" onclick={() => say('again')}>Open again</button>
  {/if}
</li>

<style>
  li {
    display: flex;
    gap: 14px;
    padding: 10px 0;
    border-top: 1px solid var(--line);
  }
  li.now {
    box-shadow: -16px 0 0 -12px var(--ink);
  }
  .what {
    flex: 1;
    min-width: 0;
    display: grid;
    gap: 6px;
    justify-items: start;
  }
  p {
    margin: 0;
  }
  .acts {
    display: flex;
    gap: 10px;
    flex-wrap: wrap;
    align-items: end;
  }
  label {
    display: grid;
    flex: 1 1 260px;
  }
</style>

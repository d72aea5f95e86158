<script lang="ts">
  import { VEHICLE_SIGNS, type VehicleSign } from '@badger/core/clone/in-vehicle';
  import { may } from '$lib/features/live/may.ts';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import type { ToldInVehicleData } from '$lib/in-vehicle-types.ts';
  import type { JobData } from '$lib/job-types.ts';
  import { SIGN_WORDS, seenWords } from '$lib/messages/in-vehicle.ts';
  import VerdictMark from '$lib/ui/VerdictMark.svelte';

  let { job, word }: { job: JobData; word: ToldInVehicleData | undefined } = $props();

  let signs = $state<VehicleSign[]>([]);
  let note = $state('');
  let failing = $state(false);
  const write = $derived(job.standingWrite);
  /** Told of an earlier write of just this content. */
  const before = $derived(word !== undefined && word.operationId !== write?.id);
  const enough = $derived(
    signs.some((s) => s !== 'other-fault') || (signs.length > 0 && note.trim() !== '')
  );

  async function tell(outcome: 'runs' | 'fails') {
    const seen = outcome === 'fails' ? { signs, note: note.trim() } : { signs: [], note: '' };
    const body = { operationId: write?.id, outcome, ...seen };
    if (!noted(await send(`/api/jobs/${job.number}/in-vehicle`, body))) return;
    failing = false;
    signs = [];
    note = '';
  }
</script>

<section class="card-sheet box" aria-label="In the vehicle">
  <p class="now">
    <VerdictMark verdict={word === undefined ? 'none' : word.outcome === 'runs' ? 'go' : 'stop'} />
    <span>
      {#if !word}
        <b>In the vehicle: not told yet.</b> Proven is what it holds; that it runs shows there.
      {:else if word.outcome === 'runs'}
        <b>It runs in the vehicle</b>, told by {word.personName}.
      {:else if before}
        <b>Just this content failed in this unit before: {seenWords(word.signs, word.note)}</b>,
        told by {word.personName}. How it does now is not told yet.
      {:else}
        <b>It fails in the vehicle: {seenWords(word.signs, word.note)}</b>, told by {word.personName}.
      {/if}
    </span>
  </p>
  {#if !job.closedAt && may('vehicle.tell')}
    <div class="acts">
      {#if word?.outcome !== 'runs'}
        <button class="btn btn-outline" onclick={() => tell('runs')}>It runs in the vehicle</button>
      {/if}
      <details bind:open={failing}>
        <summary>It fails in the vehicle</summary>
        <fieldset>
          <legend>What is seen</legend>
          {#each VEHICLE_SIGNS as sign (sign)}
            <label>
              <input type="checkbox" class="checkbox" value={sign} bind:group={signs} />
              {SIGN_WORDS[sign]}
            </label>
          {/each}
        </fieldset>
        <label class="note">
          In words, where that helps
          <input class="input w-full" bind:value={note} maxlength="200" autocomplete="off" />
        </label>
        <button class="btn btn-outline" disabled={!enough} onclick={() => tell('fails')}
          >Keep that it fails</button
        >
      </details>
    </div>
  {/if}
</section>

<style>
  .box {
    padding: 10px 16px;
    display: grid;
    gap: 8px;
  }
  .now {
    margin: 0;
    display: flex;
    gap: 12px;
    align-items: center;
  }
  .acts {
    display: flex;
    gap: 8px 24px;
    align-items: start;
    flex-wrap: wrap;
  }
  summary {
    cursor: pointer;
    min-height: 44px;
    display: list-item;
    line-height: 44px;
    font-weight: 600;
  }
  fieldset {
    border: 0;
    padding: 0;
    margin: 0;
    display: flex;
    flex-wrap: wrap;
    gap: 0 20px;
  }
  legend {
    color: var(--soft);
    padding: 0;
  }
  fieldset label {
    display: inline-flex;
    gap: 8px;
    align-items: center;
    min-height: 44px;
  }
  .note {
    display: block;
    margin-bottom: 8px;
  }
</style>

<script lang="ts">
  import { formatFault } from '@badger/core/faults/fault';
  import { LEAST_REASON } from '@badger/core/job/close';
  import type { JobData } from '$lib/job-types.ts';
  import type { ReturnData, StepData } from '$lib/return-types.ts';
  import { may } from '$lib/features/live/may.ts';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import SignHere from '$lib/features/shared/SignHere.svelte';
  import type { Strokes } from '$lib/features/shared/signature.svelte.ts';
  import { GAP_WORDS, POINTS_AT_WORDS } from '$lib/messages/return-words.ts';
  import { textOfFault } from '$lib/scan-rows.ts';

  let {
    job,
    step,
    wayBack,
    acting
  }: { job: JobData; step: StepData; wayBack: ReturnData; acting: boolean } = $props();

  let chosen: string[] = $state([]);
  let reason = $state('');
  let signedBy = $state('');
  let strokes: Strokes = $state.raw([]);
  const left = $derived(wayBack.left ?? []);
  const content = $derived(left.filter((f) => f.pointsAt !== undefined));
  const open = $derived(left.filter((f) => !f.signed));
  const ready = $derived(
    chosen.length > 0 &&
      reason.trim().length >= LEAST_REASON &&
      signedBy.trim().length >= 3 &&
      strokes.length > 0
  );

  async function sign(event: SubmitEvent) {
    event.preventDefault();
    const body = {
      ...{ stepId: step.id, state: 'seen', note: reason.trim() },
      ...{ exceptions: chosen, signedBy: signedBy.trim(), signature: strokes }
    };
    if (!noted(await send(`/api/jobs/${job.number}/return`, body))) return;
    chosen = [];
    reason = signedBy = '';
    strokes = [];
  }
</script>

{#if wayBack.left === undefined}
  <p class="soft">Nobody knows before the scan after the work is kept.</p>
{:else if left.length > 0}
  <table>
    <tbody>
      {#each left as f (f.key)}
        <tr data-left={f.key} data-signed={f.signed}>
          <td
            >{#if acting && !f.signed && may('return.waive')}
              <input
                type="checkbox"
                class="checkbox"
                aria-label="{f.unitName} {f.fault ? formatFault(f.fault) : ''} may stay"
                value={f.key}
                bind:group={chosen}
              />
            {:else if f.signed}<b>signed for</b>{/if}</td
          >
          <td class="mono code">{f.fault ? formatFault(f.fault) : ''}</td>
          <td
            >{f.fault ? textOfFault(f.fault) : f.gap ? GAP_WORDS[f.gap] : ''}
            {#if f.pointsAt}<b class="points">{POINTS_AT_WORDS[f.pointsAt]}</b>{/if}</td
          >
          <td class="soft">{f.unitName}, {f.before ? 'was there before' : 'new'}</td>
        </tr>
      {/each}
    </tbody>
  </table>
  {#if content.length > 0 && job.standingWrite?.touched}
    <p class="points">
      <b>What was written may be wrong:</b>
      <a class="link" href="/jobs/{job.number}/write">tell it at Write</a>, and take another kept
      read.
    </p>
  {/if}
{/if}
{#if acting && open.length > 0 && may('return.waive')}
  <details>
    <summary>Somebody signs that they may stay</summary>
    <form onsubmit={sign} aria-label="Sign for faults that stay">
      <label
        >Why they may stay
        <input class="input w-full" bind:value={reason} maxlength="300" autocomplete="off" />
      </label>
      <label
        >Who signs, by name
        <input class="input w-full" bind:value={signedBy} maxlength="120" autocomplete="off" />
      </label>
      <SignHere title="Signature" label="Signature for faults that stay" bind:strokes />
      <button class="btn btn-primary" disabled={!ready}
        >{chosen.length === 0 ? 'Tick faults above' : `${chosen.length} may stay`}</button
      >
    </form>
  </details>
{/if}

<style>
  table {
    border-collapse: collapse;
  }
  td {
    padding: 3px 14px 3px 0;
    vertical-align: top;
  }
  td:first-child,
  .code {
    white-space: nowrap;
  }
  .points {
    color: var(--stop);
  }
  p {
    margin: 0;
  }
  details {
    width: 100%;
    max-width: 720px;
  }
  summary {
    min-height: 44px;
    display: flex;
    align-items: center;
    cursor: pointer;
  }
  form {
    display: grid;
    gap: 14px;
  }
</style>

<script lang="ts">
  import type { StageProps } from '$lib/features/shared/stage-props.ts';
  import { formatSize } from '@badger/core/base/format';
  import type { JobData } from '$lib/job-types.ts';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';

  import SuppliedFiles from './SuppliedFiles.svelte';

  let { job }: StageProps = $props();
  const itself = $derived(job.target === 'original');
  const nameOf = (readId: string) =>
    job.regions.original.flatMap((r) => r.reads).find((r) => r.id === readId)?.name ??
    'the supplied file';

  async function build() {
    noted(await send(`/api/jobs/${job.number}/clone`));
  }
</script>

<div class="card-sheet head">
  <p>
    {#if itself}
      <b>Same unit.</b> Only what is supplied is written; the unit’s own reads are the way back.
    {:else}
      <b>Whole image.</b> Every region exactly as read from the original, small region first: a bad connection
      then shows after seconds.
    {/if}
  </p>
  {#if !job.closedAt}
    <button
      class="btn"
      disabled={itself && job.supplied.length === 0}
      class:btn-primary={job.cloneState !== 'built'}
      class:btn-outline={job.cloneState === 'built'}
      onclick={build}
    >
      {job.clone
        ? 'Build the image again'
        : itself
          ? 'Build what is written'
          : 'Build the clone image'}
    </button>
  {/if}
</div>
{#if itself}<SuppliedFiles {job} />{/if}
{#if job.clone}
  <div class="card-sheet">
    <table class="plain">
      <thead><tr><th>Order</th><th>Region</th><th>Source read</th><th>SHA-256</th></tr></thead>
      <tbody>
        {#each job.clone.plan.lines as line, i (line.regionId)}
          <tr>
            <td><b>{i + 1}</b></td>
            <td
              ><b>{line.regionName}</b><br /><span class="mono soft"
                >{formatSize(line.lengthBytes)}</span
              ></td
            >
            <td class="mono">{nameOf(line.readId)}</td>
            <td class="mono sha">{line.sha256}</td>
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
  <p class="soft">
    Built {job.clone.builtAt.toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })} by
    {job.clone.builtBy}.
  </p>
{/if}

<style>
  .head {
    padding: 12px 16px;
    display: flex;
    justify-content: space-between;
    gap: 20px;
    align-items: center;
  }
  p {
    margin: 0;
  }
  .sha {
    font-size: 13px;
    overflow-wrap: anywhere;
    max-width: 280px;
  }
</style>

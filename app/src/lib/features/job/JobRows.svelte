<script lang="ts">
  import { STAGES } from '@badger/core/job/stages';
  import type { JobLine } from '$lib/job-line-types.ts';
  import { messageOfJudgement, VERDICT_WORDS } from '$lib/messages/catalogue.ts';
  import VerdictMark from '$lib/ui/VerdictMark.svelte';
  import { formatPromise } from './promise.view.ts';

  let {
    jobs,
    now,
    signedIn,
    label = 'Jobs'
  }: { jobs: readonly JobLine[]; now: Date; signedIn: boolean; label?: string } = $props();
  const wordsOfScan = ({ faults, silent }: NonNullable<JobLine['lastScan']>) =>
    `${faults} ${faults === 1 ? 'fault' : 'faults'}${silent > 0 ? `, ${silent} silent` : ''}`;
  const says = (job: JobLine) =>
    job.verdicts.map((v, i) => `${STAGES[i] ?? ''} ${VERDICT_WORDS[v].toLowerCase()}`).join(', ');
</script>

<div class="card-sheet" role="list" aria-label={label}>
  {#each jobs as job (job.number)}
    {@const promise = formatPromise(job.promisedAt, now)}
    <div class="row" role="listitem" data-job={job.number}>
      <b class="no">{job.number}</b>
      <span class="who">
        <b>{job.customer}, {job.vehicle}</b>
        <span class="soft">
          {job.family} · {#if job.vinEnd}<span class="mono">{job.vinEnd}</span
            >&nbsp;·&nbsp;{/if}{job.closedAt
            ? 'closed'
            : messageOfJudgement(job.next).title}{#if job.lastScan}&nbsp;· scan: {wordsOfScan(
              job.lastScan
            )}{/if}
        </span>
      </span>
      <span class="mini" role="img" aria-label={says(job)}>
        {#each job.verdicts as v, i (i)}<VerdictMark verdict={v} size={14} />{/each}
      </span>
      <span class="when" class:late={promise.late}>{job.closedAt ? '' : promise.text}</span>
      {#if signedIn}
        <a class="btn btn-outline" href="/jobs/{job.number}" aria-label="Open job {job.number}"
          >Open</a
        >
      {:else}<span></span>{/if}
    </div>
  {/each}
</div>

<style>
  .row {
    display: grid;
    grid-template-columns: 58px 1fr 166px 140px 120px;
    gap: 14px;
    align-items: center;
    padding: 4px 16px;
    border-bottom: 1px solid var(--line);
  }
  .row:last-child {
    border-bottom: 0;
  }
  .no {
    font-family: var(--font-mono);
  }
  .who b,
  .who .soft {
    display: block;
  }
  .who .soft .mono {
    font-size: 14px;
  }
  .mini {
    display: flex;
    gap: 4px;
  }
  .late {
    color: var(--stop);
    font-weight: 700;
  }
  @media (max-width: 900px) {
    .row {
      grid-template-columns: 52px 1fr 110px;
    }
    .mini {
      order: 5;
      grid-column: 2 / -1;
    }
  }
  @media (max-width: 640px) {
    .row {
      grid-template-columns: 44px 1fr auto;
      padding: 8px 12px;
    }
    .who {
      grid-column: 2 / -1;
    }
    .mini {
      order: 0;
    }
    .when {
      grid-column: 2;
    }
  }
</style>

<script lang="ts">
  import type { JobData } from '$lib/job-types.ts';
  import { PROOF_WORDS } from '$lib/features/shared/reasons.ts';
  import { pathOfStrokes } from '$lib/features/shared/signature.svelte.ts';
  import { wordsOfResult } from '$lib/features/shared/cause.view.ts';
  import { nameOfTest } from '$lib/messages/prove.ts';

  let { job }: { job: JobData } = $props();

  const OUTCOMES = { cause: 'It is this unit', 'not-cause': 'It is something else', open: 'Open' };
  const scans = $derived(
    [job.proof.vehicleScan, job.proof.benchScan].filter((s) => s !== undefined)
  );
  const results = $derived(job.proof.tests.flatMap((t) => (t.result ? [t.result] : [])));
</script>

<h2>Authority</h2>
{#if job.authority}
  <p class="authority">
    <span
      >{job.authority.orderedBy} · {PROOF_WORDS[job.authority.proofKind] ?? ''}{job.authority
        .proofNumber
        ? ` ${job.authority.proofNumber}`
        : ''} · recorded by {job.authority.personName}</span
    >
    {#if job.authority.signature.length > 0}
      <svg viewBox="0 0 1000 1000" preserveAspectRatio="none" role="img" aria-label="Signature">
        <path d={pathOfStrokes(job.authority.signature)} />
      </svg>
    {:else}not signed{/if}
  </p>
{:else}<p>Nothing recorded.</p>{/if}
<h2>Proof</h2>
<p>
  {OUTCOMES[job.proofOutcome]}{job.proofReason ? `: ${job.proofReason}` : ''}.
  {#each scans as s (s.number)}{s.name}: {s.unitCount} units, {s.silentCount} silent, {s.faultCount}
    {s.faultCount === 1 ? 'fault' : 'faults'}.&nbsp;{/each}
  {#each results as r (r.test)}{nameOfTest(r.test)}: {wordsOfResult(r.test, r.values)}.&nbsp;{/each}
</p>

<style>
  h2 {
    font-weight: 650;
    margin: 14px 0 4px;
  }
  p {
    margin: 0;
  }
  .authority {
    display: flex;
    gap: 20px;
    align-items: end;
  }
  svg {
    width: 150px;
    height: 36px;
    border-bottom: 1px solid currentColor;
  }
  path {
    fill: none;
    stroke: currentColor;
    stroke-width: 1.5;
    vector-effect: non-scaling-stroke;
  }
</style>

<script lang="ts">
  import { isSettled } from '@badger/core/return/read-return';
  import type { JobData } from '$lib/job-types.ts';
  import type { ReturnData } from '$lib/return-types.ts';
  import { live } from '$lib/features/live/live.svelte.ts';
  import { PHASE_WORDS } from '$lib/messages/return-words.ts';
  import StepRow from './StepRow.svelte';

  let { job, wayBack, stationId }: { job: JobData; wayBack: ReturnData; stationId: string | null } =
    $props();

  const acting = $derived(live.bench.acts.find((a) => a.jobNumber === job.number));
  const phases = $derived([...new Set(wayBack.steps.map((s) => s.phase))]);
  const first = $derived(wayBack.steps.find((s) => !isSettled(s.state))?.id);
</script>

{#each phases as phase (phase)}
  {@const steps = wayBack.steps.filter((s) => s.phase === phase)}
  {#if steps.length > 0}
    <section class="card-sheet" aria-label={PHASE_WORDS[phase]}>
      <h2>
        {PHASE_WORDS[phase]}
        <span class="soft"
          >{steps.filter((s) => s.state === 'done').length} of {steps.length} done</span
        >
      </h2>
      <ol>
        {#each steps as step (step.id)}
          <StepRow {job} {step} {wayBack} {stationId} {acting} now={step.id === first} />
        {/each}
      </ol>
    </section>
  {/if}
{/each}

<style>
  section {
    padding: 12px 16px 4px;
  }
  h2 {
    margin: 0 0 4px;
    font-weight: 600;
  }
  ol {
    margin: 0;
    padding: 0;
    list-style: none;
  }
</style>

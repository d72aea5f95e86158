<script lang="ts">
  import type { JobData } from '$lib/job-types.ts';
  import type { StepData } from '$lib/return-types.ts';
  import { STEP_STATES } from '$lib/messages/return-words.ts';
  import { lastWords, wordsOf } from '../shared/return-steps.view.ts';
  import { when } from '../shared/when.ts';

  let { job, steps }: { job: JobData; steps: readonly StepData[] } = $props();

  const kept = $derived(steps.filter((s) => s.last !== undefined || s.state === 'done'));
</script>

{#if steps.length > 0}
  <p>
    <b>The way back:</b>
    {steps.filter((s) => s.state === 'done').length} of {steps.length} steps seen done.
  </p>
{/if}
{#if kept.length > 0}
  <table>
    <thead><tr><th>Step</th><th>State</th><th>Who, when</th><th>Seen</th></tr></thead>
    <tbody>
      {#each kept as step (step.id)}
        <tr>
          <td>{wordsOf(step, job).name}</td>
          <td>{STEP_STATES[step.state]}</td>
          <td>{step.last ? `${step.last.personName}, ${when(step.last.at)}` : '–'}</td>
          <td>{lastWords(step.last) || '–'}</td>
        </tr>
      {/each}
    </tbody>
  </table>
{/if}

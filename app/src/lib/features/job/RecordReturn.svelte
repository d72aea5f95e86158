<script lang="ts">
  import type { JobData } from '$lib/job-types.ts';
  import type { StepData } from '$lib/return-types.ts';
  import { STEP_STATES } from '$lib/messages/returns.ts';
  import { lastWords, wordsOf } from '../shared/return-steps.view.ts';
  import { when } from '../shared/when.ts';

  let { job, steps }: { job: JobData; steps: readonly StepData[] } = $props();
</script>

{#if steps.length > 0}
  <h2>The way back</h2>
  <table>
    <thead><tr><th>Step</th><th>State</th><th>Who, when</th><th>Seen</th></tr></thead>
    <tbody>
      {#each steps as step (step.id)}
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

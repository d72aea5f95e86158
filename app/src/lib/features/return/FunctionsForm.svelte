<script lang="ts">
  import {
    FUNCTION_RESULTS,
    type FunctionId,
    type FunctionResults
  } from '@badger/core/return/functions';
  import type { JobData } from '$lib/job-types.ts';
  import type { ReturnData, StepData } from '$lib/return-types.ts';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import { FUNCTION_RESULT_WORDS, FUNCTION_WORDS } from '$lib/messages/return-words.ts';

  let { job, step, wayBack }: { job: JobData; step: StepData; wayBack: ReturnData } = $props();

  /** Ticked here and not kept yet. */
  let ticked: FunctionResults = $state({});
  const results: FunctionResults = $derived({ ...wayBack.functionResults, ...ticked });
  const told = $derived(wayBack.functions.filter((id) => results[id] !== undefined).length);

  const tick = (id: FunctionId, result: FunctionResults[FunctionId]) => {
    ticked = { ...ticked, [id]: result };
  };

  async function keep() {
    const body = { stepId: step.id, state: 'seen', note: '', functions: results };
    if (noted(await send(`/api/jobs/${job.number}/return`, body))) ticked = {};
  }
</script>

<table>
  <tbody>
    {#each wayBack.functions as id (id)}
      <tr data-function={id} data-result={results[id] ?? ''}>
        <th scope="row">{FUNCTION_WORDS[id]}</th>
        <td>
          <span class="join">
            {#each FUNCTION_RESULTS as result (result)}
              <button
                type="button"
                class="btn join-item"
                class:btn-primary={results[id] === result}
                aria-pressed={results[id] === result}
                onclick={() => tick(id, result)}>{FUNCTION_RESULT_WORDS[result]}</button
              >
            {/each}
          </span>
        </td>
      </tr>
    {/each}
  </tbody>
</table>
<button class="btn btn-primary" disabled={Object.keys(ticked).length === 0} onclick={keep}
  >{told === wayBack.functions.length
    ? 'Keep what was seen'
    : `Keep ${told} of ${wayBack.functions.length}`}</button
>

<style>
  table {
    width: 100%;
    max-width: 720px;
    border-collapse: collapse;
  }
  th {
    font-weight: 400;
    text-align: left;
  }
  td {
    text-align: right;
    padding: 3px 0;
  }
  tr[data-result='fails'] th {
    color: var(--stop);
    font-weight: 700;
  }
  tr + tr {
    border-top: 1px solid var(--line);
  }
</style>

<script lang="ts">
  import type { StageProps } from '$lib/features/shared/stage-props.ts';
  import ChangesTable from '$lib/features/shared/ChangesTable.svelte';
  import Panel from '$lib/ui/Panel.svelte';
  import { RESULT_WORDS } from '$lib/messages/job.ts';
  import CloseCard from './CloseCard.svelte';

  let { job, extras }: StageProps = $props();

  const changes = $derived(extras.changes);
</script>

<div class="card-sheet box">
  {#if job.closedAt && job.result}
    <p class="result" data-result={job.result}>
      <b>{RESULT_WORDS[job.result]}.</b>
      {job.resultReason ?? ''}
    </p>
  {/if}
  <ol>
    <li>Flux cleaned, case closed and sealed so that no moisture gets in.</li>
    <li>Refit with the vehicle battery disconnected, reconnect, battery support on.</li>
    <li>Key on: the immobiliser lamp goes out. Start, stop, start again, then scan again.</li>
  </ol>
  <div class="row">
    <a class="btn btn-outline" href="/jobs/{job.number}/record">Open the record for printing</a>
  </div>
</div>

{#if !job.closedAt}<CloseCard {job} />{/if}

{#if changes.length > 0}
  <Panel label="Faults since the pre-scan" title="Faults since the pre-scan">
    <ChangesTable {changes} />
  </Panel>
{/if}

<style>
  .box {
    padding: 12px 16px;
    display: grid;
    gap: 12px;
  }
  .result {
    margin: 0;
    font-size: 17px;
  }
  ol {
    margin: 0;
    padding-left: 20px;
    list-style: decimal;
  }
  .row {
    display: flex;
    gap: 12px;
  }
</style>

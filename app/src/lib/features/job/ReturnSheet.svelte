<script lang="ts">
  import type { ScanChange } from '@badger/core/scan/compare-scans';
  import ChangesTable from '$lib/features/prove/ChangesTable.svelte';
  import Panel from '$lib/ui/Panel.svelte';
  import type { JobData } from '$lib/job-types.ts';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';

  let { job, changes }: { job: JobData; changes: readonly ScanChange[] } = $props();
  const may = $derived(job.line.write.code === 'write.clone.verified' && !job.closedAt);

  async function close() {
    noted(await send(`/api/jobs/${job.number}/close`));
  }
</script>

<div class="card-sheet box">
  <ol>
    <li>Flux cleaned, case closed and sealed so that no moisture gets in.</li>
    <li>Refit with the vehicle battery disconnected, reconnect, battery support on.</li>
    <li>Key on: the immobiliser lamp goes out. Start, stop, start again, then scan again.</li>
  </ol>
  <div class="row">
    {#if !job.closedAt}
      <button class="btn btn-primary" disabled={!may} onclick={close}>Close the job</button>
    {/if}
    <a class="btn btn-outline" href="/jobs/{job.number}/record">Open the record for printing</a>
  </div>
</div>

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

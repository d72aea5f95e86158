<script lang="ts">
  import { formatSize } from '@badger/core/base/format';
  import type { FileOrderData } from '$lib/file-order-types.ts';
  import type { JobData } from '$lib/job-types.ts';
  import { may } from '$lib/features/live/may.ts';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { sendBytes } from '$lib/features/live/send.ts';
  import { messageOf } from '$lib/messages/catalogue.ts';

  import AskForFile from './AskForFile.svelte';

  let { job, orders }: { job: JobData; orders: readonly FileOrderData[] } = $props();
  let busy = $state(false);

  async function supply(regionId: string, input: HTMLInputElement) {
    const file = input.files?.[0];
    if (!file) return;
    busy = true;
    const query = new URLSearchParams({
      role: 'supplied',
      region: regionId,
      name: file.name,
      modified: String(file.lastModified)
    });
    noted(await sendBytes(`/api/jobs/${job.number}/reads?${query}`, file));
    busy = false;
    input.value = '';
  }
</script>

<div class="card-sheet">
  <table class="plain">
    <thead><tr><th>Region</th><th>What is supplied for it</th><th>SHA-256</th><th></th></tr></thead>
    <tbody>
      {#each job.regions.original as region (region.id)}
        {@const file = job.supplied.find((s) => s.regionId === region.id)}
        <tr data-region={region.id}>
          <td
            ><b>{region.name}</b><br /><span class="mono soft"
              >{formatSize(region.lengthBytes)}</span
            ></td
          >
          <td>
            {#if file}
              <span class="mono">{file.sourceName}</span>
              {#each file.findings as f (f.code)}
                <br /><span class={f.severity}>{messageOf(f.code, f.params).title}</span>
              {/each}
            {:else}<span class="soft">nothing: it stays as it is</span>{/if}
            <AskForFile
              {job}
              regionId={region.id}
              order={orders.find((o) => o.regionId === region.id)}
            />
          </td>
          <td class="mono sha">{file?.sha256 ?? ''}</td>
          <td>
            {#if !job.closedAt && may('memory.import')}
              <label class="btn btn-outline" class:btn-disabled={busy}>
                {file ? 'Another file' : 'Choose the file'}
                <input
                  type="file"
                  class="sr-only"
                  disabled={busy}
                  onchange={(e) => supply(region.id, e.currentTarget)}
                />
              </label>
            {/if}
          </td>
        </tr>
      {/each}
    </tbody>
  </table>
  <p class="soft">
    What goes to the file service: the unit’s numbers and its trusted read, without security data.
    What comes back is looked at before it is written. Emissions and road law hold for the file too.
  </p>
</div>

<style>
  p {
    margin: 0;
    padding: 10px 16px;
  }
  .sha {
    font-size: 13px;
    overflow-wrap: anywhere;
    max-width: 220px;
  }
  .stop {
    color: var(--stop);
    font-weight: 700;
  }
</style>

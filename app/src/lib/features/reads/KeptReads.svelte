<script lang="ts">
  import { JOB_ROLES } from '@badger/core/job/roles';
  import { may } from '$lib/features/live/may.ts';
  import { formatAmps, formatCount, formatVolts } from '@badger/core/base/format';
  import type { JobData } from '$lib/job-types.ts';

  let { job }: { job: JobData } = $props();
  const reads = $derived(
    JOB_ROLES.flatMap((role) =>
      job.regions[role].flatMap((r) =>
        [...r.reads, ...(r.secrets?.reads ?? [])].map((read) => ({ region: r, read }))
      )
    )
  );
</script>

{#if reads.length > 0}
  <details class="card-sheet kept">
    <summary>Kept reads, {reads.length}: names, SHA-256, supply</summary>
    <div class="scroll">
      <table class="plain as-cards">
        <thead
          ><tr><th>Name</th><th>Bytes</th><th>SHA-256</th><th>Taken</th><th>Supply</th><th></th></tr
          ></thead
        >
        <tbody>
          {#each reads as { read } (read.id)}
            <tr>
              <td class="mono name all"
                >{read.name}{#if read.source === 'file'}<br /><span class="soft"
                    >from file {read.sourceName}</span
                  >{/if}</td
              >
              <td class="mono" data-name="bytes">{formatCount(read.lengthBytes)}</td>
              <td class="mono sha all" data-name="SHA-256">{read.sha256}</td>
              <td>{read.takenAt.toLocaleTimeString('en-GB')}, {read.personName}</td>
              <td class="mono">
                {#if read.supply}{formatVolts(read.supply.minMv)}–{formatVolts(read.supply.maxMv)} V<br
                  />{formatAmps(read.supply.minMa)}–{formatAmps(read.supply.maxMa)} A{/if}
              </td>
              <td
                >{#if read.operationId && may('memory.download')}<a
                    class="link"
                    href="/trace?operation={read.operationId}">trace</a
                  >{/if}</td
              >
            </tr>
          {/each}
        </tbody>
      </table>
    </div>
  </details>
{/if}

<style>
  .kept summary {
    padding: 11px 16px;
    cursor: pointer;
    font-weight: 600;
  }
  .scroll {
    overflow-x: auto;
  }
  .sha {
    max-width: 180px;
    overflow-wrap: anywhere;
    font-size: 12px;
  }
  @media (max-width: 700px) {
    .sha {
      max-width: none;
    }
  }
  .name {
    font-size: 13px;
    overflow-wrap: anywhere;
  }
</style>

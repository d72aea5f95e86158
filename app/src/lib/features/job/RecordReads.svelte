<script lang="ts">
  import { JOB_ROLES } from '@badger/core/job/roles';
  import { formatAmps, formatCount, formatVolts } from '@badger/core/base/format';
  import type { JobData } from '$lib/job-types.ts';
  import { when } from '../shared/when.ts';

  let { job }: { job: JobData } = $props();
</script>

<h2>Kept reads</h2>
<table>
  <thead
    ><tr
      ><th>Unit</th><th>Region, read</th><th>Bytes</th><th>SHA-256</th><th>Supply</th><th
        >When, who, where</th
      ></tr
    ></thead
  >
  <tbody>
    {#each JOB_ROLES as role (role)}
      {#each job.regions[role] as region (region.id)}
        {#each [...region.reads, ...(region.secrets?.reads ?? [])] as r (r.id)}
          <tr>
            <td>{role}</td><td
              >{region.name}{r.lengthBytes === region.lengthBytes ? '' : ', security data alone'}, {r.number}</td
            ><td class="mono">{formatCount(r.lengthBytes)}</td>
            <td class="mono sha">{r.sha256}</td>
            <td class="mono"
              >{r.supply
                ? `${formatVolts(r.supply.minMv)}–${formatVolts(r.supply.maxMv)} V, ${formatAmps(r.supply.minMa)}–${formatAmps(r.supply.maxMa)} A`
                : '–'}</td
            >
            <td
              >{when(r.takenAt)}, {r.personName}, {r.source === 'file'
                ? `file ${r.sourceName}`
                : r.sourceName}</td
            >
          </tr>
        {/each}
      {/each}
    {/each}
  </tbody>
</table>

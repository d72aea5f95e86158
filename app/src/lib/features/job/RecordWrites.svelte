<script lang="ts">
  import { formatCount } from '@badger/core/base/format';
  import type { JobData } from '$lib/job-types.ts';
  import { messageOf } from '$lib/messages/catalogue.ts';
  import { when } from '../shared/when.ts';

  let { job }: { job: JobData } = $props();

  const writes = $derived(job.operations.filter((o) => o.kind === 'write'));
</script>

<h2>Written</h2>
{#if writes.length === 0}<p>Nothing was written.</p>{/if}
{#each writes as w (w.id)}
  <p>
    Unit {w.unitTag}, {when(w.startedAt)} to {when(w.endedAt)}, {w.personName}:
    <b>{messageOf(w.meaning ?? '').title}</b>. {w.regions
      .map((r) => `${r.name}: ${r.phase}`)
      .join(', ')}.
  </p>
{/each}
{#if job.clone}
  <table>
    <thead><tr><th>Region written</th><th>Bytes</th><th>SHA-256</th></tr></thead>
    <tbody>
      {#each job.clone.plan.lines as l (l.regionId)}
        <tr
          ><td>{l.regionName}</td><td class="mono">{formatCount(l.lengthBytes)}</td><td
            class="mono sha">{l.sha256}</td
          ></tr
        >
      {/each}
    </tbody>
  </table>
{/if}

<script lang="ts">
  import { formatCount } from '@badger/core/base/format';
  import type { ToldInVehicleData, WrittenData } from '$lib/in-vehicle-types.ts';
  import type { JobData } from '$lib/job-types.ts';
  import { messageOf } from '$lib/messages/catalogue.ts';
  import { seenWords } from '$lib/messages/in-vehicle.ts';
  import { when } from '../shared/when.ts';

  let { job, written }: { job: JobData; written: readonly WrittenData[] } = $props();

  const writes = $derived(
    job.operations.flatMap((o) => {
      const data = written.find((w) => w.operationId === o.id);
      return o.kind === 'write'
        ? [{ ...o, contents: data?.contents ?? [], told: data?.told ?? [] }]
        : [];
    })
  );
  const words = ({ outcome, signs, note }: ToldInVehicleData) =>
    outcome === 'runs' ? 'it runs' : `it fails: ${seenWords(signs, note)}`;
</script>

<h2>Written</h2>
{#if writes.length === 0}<p>Nothing was written.</p>{/if}
{#each writes as w (w.id)}
  <p>
    Unit {w.unitTag}, {when(w.startedAt)} to {when(w.endedAt)}, {w.personName}:
    <b>{messageOf(w.meaning ?? '').title}</b>. {w.regions
      .map((r) => `${r.name}: ${r.phase}`)
      .join(', ')}.
    {#each w.told as t (t.at)}
      In the vehicle, {when(t.at)}, {t.personName}: <b>{words(t)}</b>.
    {/each}
  </p>
  {#if w.contents.length > 0}
    <table>
      <thead><tr><th>Region meant</th><th>Bytes</th><th>SHA-256</th></tr></thead>
      <tbody>
        {#each w.contents as c (c.name)}
          <tr
            ><td>{c.name}</td><td class="mono">{formatCount(c.lengthBytes)}</td><td class="mono sha"
              >{c.sha256}</td
            ></tr
          >
        {/each}
      </tbody>
    </table>
  {/if}
{/each}

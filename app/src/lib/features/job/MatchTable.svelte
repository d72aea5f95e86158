<script lang="ts">
  import { formatChipId } from '@badger/core/base/format';
  import type { JobData } from '$lib/job-types.ts';
  import VerdictMark from '$lib/ui/VerdictMark.svelte';

  let { job }: { job: JobData } = $props();
  const chip = (id: string | null | undefined) => (id ? formatChipId(id) : '–');
</script>

<div class="card-sheet">
  <table class="plain">
    <thead><tr><th>Field</th><th>Original</th><th>Donor</th><th>Rule</th><th></th></tr></thead>
    <tbody>
      {#each job.match as m (m.id)}
        <tr>
          <td>{m.name}</td>
          <td class="mono">{m.original || '–'}</td>
          <td class="mono">{m.donor || '–'}</td>
          <td>{m.rule === 'equal' ? 'must be equal' : 'does not matter'}</td>
          <td>
            {#if m.rule === 'equal' && m.original && m.donor}
              <VerdictMark verdict={m.differs ? 'stop' : 'go'} /> {m.differs ? 'differs' : 'equal'}
            {/if}
          </td>
        </tr>
      {/each}
      <tr>
        <td>Chip id</td>
        <td class="mono">{chip(job.units.original?.chipId)}</td>
        <td class="mono">{chip(job.units.donor?.chipId)}</td>
        <td>must differ</td>
        <td></td>
      </tr>
    </tbody>
  </table>
</div>

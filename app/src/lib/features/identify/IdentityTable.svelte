<script lang="ts">
  import { formatChipId } from '@badger/core/base/format';
  import type { JobData } from '$lib/job-types.ts';
  import VerdictMark from '$lib/ui/VerdictMark.svelte';

  let {
    job,
    labels
  }: { job: JobData; labels: Readonly<Record<string, Readonly<Record<string, string>>>> } =
    $props();

  const unit = $derived(job.units.original);
  const label = $derived(labels['original'] ?? {});
</script>

{#if unit}
  <div class="card-sheet">
    <table class="plain">
      <thead
        ><tr><th>The original, {unit.tag}</th><th>Read from it</th><th>Label</th><th></th></tr
        ></thead
      >
      <tbody>
        {#each unit.numbers as n (n.id)}
          {@const onLabel = label[n.id] ?? ''}
          <tr>
            <td>{n.name}</td>
            <td class="mono">{n.value || '–'}</td>
            <td class="mono">{onLabel || '–'}</td>
            <td>
              {#if onLabel !== '' && n.value !== ''}
                <VerdictMark verdict={onLabel === n.value ? 'go' : 'look'} />
                {onLabel === n.value ? 'equal' : 'differ'}
              {/if}
            </td>
          </tr>
        {/each}
        <tr>
          <td>Chip id</td>
          <td class="mono">{unit.chipId ? formatChipId(unit.chipId) : 'not read yet'}</td>
          <td class="mono">–</td>
          <td></td>
        </tr>
      </tbody>
    </table>
  </div>
{/if}

<script lang="ts">
  import { formatCount } from '@badger/core/base/format';
  import type { RegionParts } from '@badger/core/clone/parts';
  import type { JobData } from '$lib/job-types.ts';
  import { SOURCE_WORDS } from '$lib/messages/clone.ts';
  import { offsetText } from './build.view.ts';

  let { job, parts }: { job: JobData; parts: readonly RegionParts[] } = $props();

  const of = (id: string) => job.regions.original.find((r) => r.id === id);
</script>

<div class="card-sheet">
  <table class="plain" aria-label="What will be taken from where">
    <thead
      ><tr
        ><th>Region</th><th>Offsets</th><th>Bytes</th><th>From</th><th>What it is</th><th>Why</th
        ></tr
      ></thead
    >
    <tbody>
      {#each parts as region (region.regionId)}
        {@const length = of(region.regionId)?.lengthBytes ?? 0}
        {#each region.parts as part, i (part.start)}
          <tr>
            <td
              >{#if i === 0}<b>{of(region.regionId)?.name ?? region.regionId}</b>{/if}</td
            >
            <td class="mono">{offsetText(part.start, length)}–{offsetText(part.end - 1, length)}</td
            >
            <td class="mono">{formatCount(part.end - part.start)}</td>
            <td>{SOURCE_WORDS[part.from] ?? part.from}</td>
            <td>{part.what || (region.parts.length === 1 ? 'all of it' : 'the rest')}</td>
            <td>{part.changed ?? part.why}</td>
          </tr>
        {/each}
      {/each}
    </tbody>
  </table>
</div>

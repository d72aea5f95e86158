<script lang="ts">
  import type { ScanChange } from '@badger/core/scan/compare-scans';
  import { textOfFault } from '$lib/scan-rows.ts';

  let { changes }: { changes: readonly ScanChange[] } = $props();

  const WORDS = {
    new: 'new',
    stays: 'still there',
    unreached: 'not heard',
    gone: 'gone'
  } as const;
  const order = { new: 0, stays: 1, unreached: 2, gone: 3 } as const;
  const sorted = $derived([...changes].sort((a, b) => order[a.change] - order[b.change]));
</script>

{#if changes.length === 0}
  <p class="soft">No fault in either scan.</p>
{:else}
  <table class="plain">
    <tbody>
      {#each sorted as c (`${c.unitId}${c.code}`)}
        <tr data-change={c.change}>
          <td class="word"><b>{WORDS[c.change]}</b></td>
          <td class="mono">{c.code}</td>
          <td>{textOfFault(c.fault)}</td>
          <td class="soft">{c.unitName}</td>
        </tr>
      {/each}
    </tbody>
  </table>
{/if}

<style>
  td {
    padding-top: 4px;
    padding-bottom: 4px;
  }
  .word {
    white-space: nowrap;
  }
  [data-change='new'] .word {
    color: var(--stop);
  }
  [data-change='gone'] .word {
    color: var(--go);
  }
</style>

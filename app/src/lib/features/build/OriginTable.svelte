<script lang="ts">
  import { formatCount } from '@badger/core/base/format';
  import type { PlanLine } from '@badger/core/clone/plan';
  import { ORIGIN_WORDS } from '$lib/messages/clone-words.ts';
  import { offsetText, rowsOfLine, type OriginRow } from './build.view.ts';
  import OriginMark from './OriginMark.svelte';

  let { line, onchoose }: { line: PlanLine; onchoose: ((row: OriginRow) => void) | undefined } =
    $props();

  const rows = $derived(rowsOfLine(line));
  const at = (offset: number) => offsetText(offset, line.lengthBytes);
</script>

<table class="plain" aria-label="Where each byte of {line.regionName} comes from">
  <thead>
    <tr
      ><th>Offsets</th><th>Bytes</th><th>From</th><th>What it is</th><th>Why</th>
      {#if onchoose}<th><span class="sr-only">Change</span></th>{/if}</tr
    >
  </thead>
  <tbody>
    {#each rows as row (row.start)}
      <tr>
        <td class="mono nowrap">{at(row.start)}–{at(row.end - 1)}</td>
        <td class="mono">{formatCount(row.end - row.start)}</td>
        <td class="nowrap"><OriginMark origin={row.origin} />{ORIGIN_WORDS[row.origin]}</td>
        <td>{row.what || 'everything else there'}</td>
        <td class:changed={row.changed}>{row.why}</td>
        {#if onchoose}
          <td
            >{#if row.origin !== 'checksum'}<button
                class="btn btn-ghost"
                onclick={() => onchoose(row)}
                >Change<span class="sr-only">
                  where {at(row.start)} to {at(row.end - 1)} comes from</span
                ></button
              >{/if}</td
          >
        {/if}
      </tr>
    {/each}
  </tbody>
</table>

<style>
  .nowrap {
    white-space: nowrap;
  }
  td {
    padding-top: 2px;
    padding-bottom: 2px;
  }
  .changed {
    color: var(--look);
    font-weight: 700;
  }
</style>

<script lang="ts">
  import type { FieldLine } from '@badger/core/clone/plan';
  import { ORIGIN_WORDS } from '$lib/messages/clone-words.ts';
  import OriginMark from './OriginMark.svelte';

  let { fields, donor }: { fields: readonly FieldLine[]; donor: boolean } = $props();

  const told = (text: string | undefined) =>
    text === undefined ? 'not read' : text === '' ? '–' : text;
</script>

<table class="plain" aria-label="What the image says">
  <thead>
    <tr
      ><th>Field</th><th>From</th><th>Will say</th><th>Original</th>{#if donor}<th>Donor</th
        >{/if}</tr
    >
  </thead>
  <tbody>
    {#each fields as f (f.id)}
      <tr class:mileage={f.role === 'mileage'}>
        <td
          >{f.name}{#if f.role === 'mileage'}<span class="soft">, only carried</span>{/if}</td
        >
        <td class="nowrap"><OriginMark origin={f.origin} />{ORIGIN_WORDS[f.origin]}</td>
        <td class="mono written">{told(f.written)}</td>
        <td class="mono soft">{told(f.original)}</td>
        {#if donor}<td class="mono soft">{told(f.donor)}</td>{/if}
      </tr>
    {/each}
  </tbody>
</table>

<style>
  .mono {
    font-size: 14.5px;
  }
  .written {
    font-weight: 700;
  }
  .nowrap {
    white-space: nowrap;
  }
  .mileage {
    background: var(--none-tint);
  }
  td {
    overflow-wrap: anywhere;
  }
</style>

<script lang="ts">
  import type { CodingData } from '$lib/return-types.ts';
  import { when } from '$lib/features/shared/when.ts';

  let { codings }: { codings: readonly CodingData[] } = $props();

  const compared = $derived(codings.filter((c) => c.fields !== undefined));
  const first = $derived(codings[0]);
</script>

{#if first}
  <p class="soft">
    Saved by {first.savedBy}, {when(first.savedAt)}: {codings.map((c) => c.unitName).join(', ')}.
    {#if compared.length === 0}Read it after the work to see both side by side.{/if}
  </p>
{/if}
{#if compared.length > 0}
  <table>
    <thead><tr><th>Unit</th><th>Field</th><th>Saved</th><th>Read last</th></tr></thead>
    <tbody>
      {#each compared as { unit, unitName, fields = [] } (unit)}
        {#each fields as f, i (f.name)}
          <tr class:differs={!f.same}>
            <td>{i === 0 ? unitName : ''}</td>
            <td>{f.name}</td>
            <td class="mono">{f.saved || '–'}</td>
            <td class="mono">{f.now || '–'}{f.same ? '' : ' ≠'}</td>
          </tr>
        {/each}
      {/each}
    </tbody>
  </table>
{/if}

<style>
  p {
    margin: 0;
  }
  table {
    border-collapse: collapse;
  }
  th,
  td {
    text-align: left;
    padding: 3px 18px 3px 0;
    border-top: 1px solid var(--line);
  }
  .differs td {
    font-weight: 700;
    background: var(--stop-tint);
  }
</style>

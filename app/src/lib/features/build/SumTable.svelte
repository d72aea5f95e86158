<script lang="ts">
  import type { SumLine } from '@badger/core/clone/plan';

  let { sums }: { sums: readonly SumLine[] } = $props();
</script>

<table class="plain" aria-label="Checksums">
  <thead><tr><th>Checksum</th><th>Before</th><th>In the image</th><th></th></tr></thead>
  <tbody>
    {#each sums as s (`${s.rule} ${s.block}`)}
      <tr>
        <td
          >{s.rule}{s.block > 0 || sums.filter((o) => o.rule === s.rule).length > 1
            ? `, block ${s.block + 1}`
            : ''}</td
        >
        <td class="mono">{s.before}</td>
        <td class="mono">{s.after}</td>
        <td>{s.before === s.after ? 'holds' : 'corrected, holds'}</td>
      </tr>
    {/each}
  </tbody>
</table>

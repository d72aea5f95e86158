<script lang="ts">
  import { formatCount, inSentence } from '@badger/core/base/format';
  import type { RegionData, SecretsData } from '$lib/job-types.ts';
  import ReadChips from './ReadChips.svelte';
  import { agreeWords } from './reads.view.ts';

  let {
    region,
    secrets,
    percent,
    held,
    onread
  }: {
    region: RegionData;
    secrets: SecretsData;
    percent: number | undefined;
    /** It cannot be started now. */
    held: boolean;
    onread: (untilAgreed: boolean) => void;
  } = $props();
</script>

<tr data-secrets={region.id}>
  <td>
    <b>{secrets.names.join(', ')}</b>
    <span class="soft">of {inSentence(region.name)}, alone</span>
  </td>
  <td class="mono">{formatCount(secrets.lengthBytes)} B</td>
  <td class="all"><ReadChips reads={secrets.reads} {percent} /></td>
  <td class="agree {secrets.verdict?.verdict ?? 'look'}">{agreeWords(secrets)}</td>
  <td class="do all">
    {#if secrets.readable}
      <button
        class="btn btn-outline"
        disabled={held || percent !== undefined}
        onclick={() => onread(false)}
        >Read it alone{secrets.reads.length > 0 ? ' again' : ''}</button
      >
      {#if secrets.state !== 'trusted'}
        <button
          class="btn btn-primary"
          disabled={held || percent !== undefined}
          onclick={() => onread(true)}>Read until two agree</button
        >
      {/if}
    {/if}
  </td>
</tr>

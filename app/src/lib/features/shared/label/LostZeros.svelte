<script lang="ts">
  import type { LabelRule } from '@badger/core/label/recognise';
  import { proposeZeros } from '@badger/core/label/tidy-number';

  let {
    rule,
    text,
    ontake
  }: {
    rule: LabelRule | undefined;
    /** As it was typed. */
    text: string;
    ontake: (text: string) => void;
  } = $props();

  const proposal = $derived(proposeZeros(rule, text));
</script>

{#if proposal !== undefined}
  <button type="button" class="btn btn-outline btn-sm" onclick={() => ontake(proposal)}
    >A zero lost? Take <span class="mono">{proposal}</span></button
  >
{/if}

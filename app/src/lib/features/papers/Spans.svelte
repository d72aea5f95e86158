<script lang="ts">
  import type { Text } from '$lib/paper-types.ts';
  import { spansOf } from './paper.view.ts';

  let { text }: { text: Text } = $props();
</script>

{#each spansOf(text) as span, i (i)}{#if typeof span === 'string'}{span}{:else if span.bold}<b
      >{span.text}</b
    >{:else if span.mono}<span class="mono">{span.text}</span>{:else}{span.text}{/if}{/each}

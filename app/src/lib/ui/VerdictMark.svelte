<script lang="ts">
  import type { Verdict } from '@badger/core/base/verdict';

  let { verdict, size = 18 }: { verdict: Verdict; size?: number } = $props();
</script>

<!-- Shape, not colour, carries the verdict: arrow, open ring, filled octagon, dash. -->
<svg width={size} height={size} viewBox="0 0 18 18" aria-hidden="true" data-verdict={verdict}>
  {#if verdict === 'go'}
    <path d="M3 2.5 16 9 3 15.5z" fill="var(--go)" />
  {:else if verdict === 'look'}
    <circle cx="9" cy="9" r="6" fill="none" stroke="var(--look)" stroke-width="3.4" />
  {:else if verdict === 'stop'}
    <path d="M5.5 1h7L17 5.5v7L12.5 17h-7L1 12.5v-7z" fill="var(--stop)" />
  {:else}
    <path d="M4 9h10" stroke="var(--none)" stroke-width="2.4" />
  {/if}
</svg>

<style>
  svg {
    flex: none;
    display: inline-block;
    vertical-align: -0.15em;
  }
</style>

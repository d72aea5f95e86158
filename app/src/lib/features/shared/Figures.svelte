<script lang="ts">
  import type { Snippet } from 'svelte';

  let { children }: { children: Snippet } = $props();
</script>

<div class="figures">{@render children()}</div>

<style>
  .figures {
    display: flex;
    flex-wrap: wrap;
    gap: 8px 18px;
  }
  .figures :global(label) {
    display: grid;
    gap: 2px;
    font-size: 14px;
  }
</style>

<script lang="ts">
  import type { Snippet } from 'svelte';

  let {
    label,
    title,
    note = '',
    children
  }: { label: string; title: string; note?: string; children: Snippet } = $props();
</script>

<section class="card-sheet panel" aria-label={label}>
  <h2>
    {title}
    {#if note}<span class="soft">{note}</span>{/if}
  </h2>
  {@render children()}
</section>

<style>
  .panel {
    padding: 12px 16px;
  }
  h2 {
    margin: 0 0 8px;
    font-weight: 600;
  }
</style>

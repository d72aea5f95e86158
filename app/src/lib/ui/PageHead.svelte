<script lang="ts">
  import type { Snippet } from 'svelte';

  let {
    title,
    note = '',
    children
  }: { title: string; note?: string; children?: Snippet } = $props();
</script>

<!-- Heading of a page with a remark beside it and what can be done at the right. -->
<div class="head">
  <h1>{title}</h1>
  {#if note}<span class="soft">{note}</span>{/if}
  {#if children}<div class="acts">{@render children()}</div>{/if}
</div>

<style>
  .head {
    display: flex;
    gap: 8px 20px;
    align-items: center;
    flex-wrap: wrap;
    min-height: 44px;
    margin-bottom: 10px;
  }
  h1 {
    font: 650 21px/1.2 var(--font-sans);
  }
  .acts {
    display: flex;
    gap: 12px;
    align-items: center;
    flex-wrap: wrap;
    margin-left: auto;
  }
  .acts :global(form) {
    display: flex;
    gap: 8px;
  }
  @media print {
    .head {
      display: none;
    }
  }
</style>

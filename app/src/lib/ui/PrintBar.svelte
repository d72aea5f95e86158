<script lang="ts">
  import type { Snippet } from 'svelte';

  let { href, back, children }: { href: string; back: string; children?: Snippet } = $props();
</script>

<!-- Above a paper: the way back, the print button and what else is done with it; none of it is on the paper. -->
<p>
  <a class="btn btn-outline" {href}>{back}</a>
  <button class="btn btn-primary" onclick={() => window.print()}>Print</button>
  {@render children?.()}
</p>

<style>
  p {
    display: flex;
    gap: 12px;
    flex-wrap: wrap;
    margin-bottom: 12px;
  }
  @media print {
    p {
      display: none;
    }
  }
</style>

<script lang="ts">
  let { href, back }: { href: string; back: string } = $props();
</script>

<!-- Above a paper: the way back and the print button; neither is on the paper. -->
<p>
  <a class="btn btn-outline" {href}>{back}</a>
  <button class="btn btn-primary" onclick={() => window.print()}>Print</button>
</p>

<style>
  p {
    display: flex;
    gap: 12px;
    margin-bottom: 12px;
  }
  @media print {
    p {
      display: none;
    }
  }
</style>

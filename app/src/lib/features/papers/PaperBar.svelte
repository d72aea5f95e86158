<script lang="ts">
  type Kind = 'record' | 'certificate' | 'fitting';
  let { jobNumber, paper }: { jobNumber: number; paper: Kind } = $props();

  const others = $derived((['record', 'certificate'] as const).filter((k) => k !== paper));
</script>

<!-- Above a paper: the way back, print and PDF; none of it is on the paper. -->
<p>
  <a class="btn btn-outline" href="/jobs/{jobNumber}/return">Back to the job</a>
  {#each others as other (other)}
    <a class="btn btn-outline" href="/jobs/{jobNumber}/{other}">The {other}</a>
  {/each}
  <button class="btn btn-primary" onclick={() => window.print()}>Print</button>
  <a class="btn btn-outline" href="/api/jobs/{jobNumber}/papers/{paper}" download>PDF</a>
</p>

<style>
  p {
    display: flex;
    gap: 12px;
    margin-bottom: 12px;
    flex-wrap: wrap;
  }
  @media print {
    p {
      display: none;
    }
  }
</style>

<script lang="ts">
  let { jobNumber, paper }: { jobNumber: number; paper: 'record' | 'certificate' } = $props();

  const other = $derived(paper === 'record' ? 'certificate' : 'record');
</script>

<!-- Above a paper: the way back, print and PDF; none of it is on the paper. -->
<p>
  <a class="btn btn-outline" href="/jobs/{jobNumber}/return">Back to the job</a>
  <a class="btn btn-outline" href="/jobs/{jobNumber}/{other}">The {other}</a>
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

<script lang="ts">
  import JobRecord from '$lib/features/job/JobRecord.svelte';
  import type { PageProps } from './$types';

  let { data }: PageProps = $props();
</script>

<svelte:head><title>Record of job {data.job.number} · Upright Badger</title></svelte:head>
<p class="bar">
  <a class="btn btn-outline" href="/jobs/{data.job.number}/return">Back to the job</a>
  <button class="btn btn-primary" onclick={() => window.print()}>Print</button>
</p>
<JobRecord
  job={data.job}
  events={data.events}
  brokenAt={data.brokenAt}
  printedAt={data.printedAt}
/>

<style>
  .bar {
    display: flex;
    gap: 12px;
    margin-bottom: 12px;
  }
  @media print {
    .bar {
      display: none;
    }
  }
</style>

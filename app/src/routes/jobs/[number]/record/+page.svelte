<script lang="ts">
  import JobRecord from '$lib/features/job/JobRecord.svelte';
  import PrintBar from '$lib/ui/PrintBar.svelte';
  import type { PageProps } from './$types';

  let { data }: PageProps = $props();
</script>

<svelte:head><title>Record of job {data.job.number} · Upright Badger</title></svelte:head>
<PrintBar href="/jobs/{data.job.number}/return" back="Back to the job" />
<JobRecord
  job={data.job}
  events={data.events}
  writes={data.writes}
  wayBack={data.wayBack}
  brokenAt={data.brokenAt}
  printedAt={data.printedAt}
/>

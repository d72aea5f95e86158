<script lang="ts">
  import type { JobData } from '$lib/job-types.ts';
  import MatchTable from './MatchTable.svelte';
  import TagForm from './TagForm.svelte';

  let { job }: { job: JobData } = $props();
</script>

<MatchTable {job} />
{#if !job.closedAt}
  <TagForm jobNumber={job.number} role="donor" present={job.units.donor !== undefined} />
{/if}

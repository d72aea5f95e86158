<script lang="ts">
  import SafeSheet from '$lib/features/safe/SafeSheet.svelte';
  import type { PageProps } from './$types';

  let { data }: PageProps = $props();
</script>

<svelte:head><title>Safe of job {data.job.number} · Upright Badger</title></svelte:head>
<SafeSheet job={data.job} safe={data.safe} />

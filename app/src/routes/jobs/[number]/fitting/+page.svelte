<script lang="ts">
  import Paper from '$lib/features/papers/Paper.svelte';
  import PaperBar from '$lib/features/papers/PaperBar.svelte';
  import type { PageProps } from './$types';

  let { data }: PageProps = $props();
</script>

<svelte:head><title>Fitting sheet of job {data.number} · Upright Badger</title></svelte:head>
<PaperBar jobNumber={data.number} paper="fitting" />
<Paper paper={data.paper} />

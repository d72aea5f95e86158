<script lang="ts">
  import { page } from '$app/state';
  import TraceSheet from '$lib/features/trace/TraceSheet.svelte';
  import PageHead from '$lib/ui/PageHead.svelte';

  const operation = $derived(page.url.searchParams.get('operation') ?? undefined);
</script>

<svelte:head><title>Trace · Upright Badger</title></svelte:head>
<PageHead title="Trace" note="What went over the wire, in words." />
{#key operation}<TraceSheet {operation} />{/key}

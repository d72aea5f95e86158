<script lang="ts">
  import { page } from '$app/state';
  import DumpSheet from '$lib/features/dump/DumpSheet.svelte';
  import type { PageProps } from './$types';
  import PageHead from '$lib/ui/PageHead.svelte';

  let { data }: PageProps = $props();
</script>

<svelte:head><title>Dump desk · Upright Badger</title></svelte:head>
<PageHead title="Dump desk" note="See, compare, check and convert any memory image." />
{#key page.url.search}<DumpSheet
    reads={page.url.searchParams.getAll('read')}
    families={data.families}
  />{/key}

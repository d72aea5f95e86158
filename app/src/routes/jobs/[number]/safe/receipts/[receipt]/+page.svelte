<script lang="ts">
  import Receipt from '$lib/features/safe/Receipt.svelte';
  import PrintBar from '$lib/ui/PrintBar.svelte';
  import type { PageProps } from './$types';

  let { data }: PageProps = $props();
</script>

<svelte:head
  ><title>Receipt {data.job.number}-{data.receipt.number} · Upright Badger</title></svelte:head
>
<PrintBar href="/jobs/{data.job.number}/safe" back="Back to the safe" />
<Receipt job={data.job} receipt={data.receipt} />

<script lang="ts">
  import Receipt from '$lib/features/safe/Receipt.svelte';
  import type { PageProps } from './$types';

  let { data }: PageProps = $props();
</script>

<svelte:head
  ><title>Receipt {data.job.number}-{data.receipt.number} · Upright Badger</title></svelte:head
>
<p class="bar">
  <a class="btn btn-outline" href="/jobs/{data.job.number}/safe">Back to the safe</a>
  <button class="btn btn-primary" onclick={() => window.print()}>Print</button>
</p>
<Receipt job={data.job} receipt={data.receipt} />

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

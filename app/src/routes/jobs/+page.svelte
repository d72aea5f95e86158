<script lang="ts">
  import JobRows from '$lib/features/job/JobRows.svelte';
  import PageHead from '$lib/ui/PageHead.svelte';
  import type { PageProps } from './$types';

  let { data }: PageProps = $props();
  const pageOf = (page: number) =>
    `/jobs?page=${page}${data.text ? `&q=${encodeURIComponent(data.text)}` : ''}`;
</script>

<svelte:head><title>Jobs · Upright Badger</title></svelte:head>
<PageHead title="Jobs">
  <form method="get">
    <label class="sr-only" for="q">Filter</label>
    <input
      id="q"
      class="input"
      name="q"
      type="search"
      value={data.text}
      placeholder="customer, vehicle, VIN end, tag"
    />
    <button class="btn btn-outline">Filter</button>
  </form>
  <a class="btn btn-outline" href="/api/jobs.csv?q={encodeURIComponent(data.text)}" download>CSV</a>
  <a class="btn btn-primary" href="/jobs/new">Take a job in</a>
</PageHead>
{#if data.jobs.length === 0}
  <p class="card-sheet p-4">
    {data.text
      ? `No job fits “${data.text}”.`
      : 'No jobs yet. Open the first one when a unit comes in.'}
  </p>
{:else}
  <JobRows jobs={data.jobs} now={data.now} signedIn={true} />
{/if}
{#if data.pages > 1}
  <nav class="pages" aria-label="Pages">
    {#if data.page > 1}<a class="btn btn-outline" href={pageOf(data.page - 1)}>Before</a>{/if}
    <span>Page {data.page} of {data.pages}, {data.total} jobs</span>
    {#if data.page < data.pages}<a class="btn btn-outline" href={pageOf(data.page + 1)}>Next</a
      >{/if}
  </nav>
{/if}

<style>
  .pages {
    display: flex;
    gap: 14px;
    align-items: center;
    justify-content: center;
    margin-top: 12px;
  }
</style>

<script lang="ts">
  import { may } from '$lib/features/live/may.ts';
  import JobRows from '$lib/features/job/JobRows.svelte';
  import SortLink from '$lib/ui/SortLink.svelte';
  import PageHead from '$lib/ui/PageHead.svelte';
  import type { PageProps } from './$types';

  let { data }: PageProps = $props();
  const SORTS = [
    { key: 'number', name: 'Number' },
    { key: 'customer', name: 'Customer' },
    { key: 'vehicle', name: 'Vehicle' },
    { key: 'family', name: 'Family' },
    { key: 'promised', name: 'Promised' }
  ];
  const query = (more: Record<string, string>) =>
    new URLSearchParams({
      ...(data.text ? { q: data.text } : {}),
      ...(data.sort ? { sort: data.sort } : {}),
      ...more
    }).toString();
  const pageOf = (page: number) => `/jobs?${query({ page: String(page) })}`;
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
      placeholder="name, VIN, plate, tag"
    />
    {#if data.sort}<input type="hidden" name="sort" value={data.sort} />{/if}
    <button class="btn btn-outline">Filter</button>
  </form>
  <a class="btn btn-outline" href="/bundle">Open a bundle</a>
  {#if may('lists.export')}
    <a class="btn btn-outline" href="/api/jobs.csv?{query({})}" download>CSV</a>
  {/if}
  {#if may('job.open')}<a class="btn btn-primary" href="/jobs/new">Take a job in</a>{/if}
</PageHead>
{#if data.jobs.length === 0}
  <p class="card-sheet p-4">
    {data.text
      ? `No job fits “${data.text}”.`
      : 'No jobs yet. Open the first one when a unit comes in.'}
  </p>
{:else}
  <p class="sorts soft">
    Sort by
    {#each SORTS as s (s.key)}<SortLink key={s.key} name={s.name} />{/each}
  </p>
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
  .sorts {
    display: flex;
    flex-wrap: wrap;
    gap: 2px 18px;
    align-items: center;
    margin: 0 0 6px;
    padding-inline: 16px;
    font-size: 14px;
  }
  .pages {
    display: flex;
    gap: 14px;
    align-items: center;
    justify-content: center;
    margin-top: 12px;
  }
</style>

<script lang="ts">
  import RunningTiles from '$lib/features/job/RunningTiles.svelte';
  import JobRows from '$lib/features/job/JobRows.svelte';
  import PlanOfDay from '$lib/features/plan/PlanOfDay.svelte';
  import { live } from '$lib/features/live/live.svelte.ts';
  import { messageOfJudgement } from '$lib/messages/catalogue.ts';
  import VerdictBanner from '$lib/ui/VerdictBanner.svelte';
  import { viewToday } from '$lib/features/job/today.view.ts';
  import PageHead from '$lib/ui/PageHead.svelte';
  import type { PageProps } from './$types';

  let { data }: PageProps = $props();
  const today = $derived(viewToday(data.jobs, live.bench, data.now));
  const day = $derived(data.now.toLocaleDateString('en-GB', { weekday: 'long' }));
</script>

<svelte:head><title>Today · Upright Badger</title></svelte:head>
<PageHead title="Today, {day}" note={today.summary}>
  {#if live.bench.speed !== undefined}
    <span class="soft"
      >simulated bench, {live.bench.speed === 0
        ? 'running free'
        : live.bench.speed === 1
          ? 'as fast as life'
          : `${live.bench.speed} times faster than life`}</span
    >
  {/if}
  {#if data.person}<a class="btn btn-outline" href="/jobs/new">Take a job in</a>{/if}
</PageHead>
<div class="pile">
  <RunningTiles tiles={today.running} signedIn={data.person !== undefined} />
  {#if today.first}
    {@const m = messageOfJudgement(today.first.next)}
    <VerdictBanner
      verdict={today.late ? 'stop' : today.first.next.verdict}
      word={today.late ? 'Late' : 'Next'}
      title="job {today.first.number}, {today.first.customer}. {m.title}"
      text={m.text}
      clear={m.clear}
    >
      {#snippet action()}
        {#if data.person}<a class="btn btn-primary" href="/jobs/{today.first?.number}"
            >Open job {today.first?.number}</a
          >
        {:else}<a class="btn btn-primary" href="/sign-in">Sign in</a>{/if}
      {/snippet}
    </VerdictBanner>
  {/if}
  <PlanOfDay coming={data.plan} may={data.person !== undefined} now={data.now} />
  {#if data.jobs.length === 0}
    <div class="card-sheet empty">
      <p><b>No open jobs.</b> Open the first one when a vehicle or a unit comes in.</p>
      {#if data.person}<a class="btn btn-primary" href="/jobs/new">Take a job in</a>{/if}
    </div>
  {:else}
    {#each today.groups as group (group.waitsFor)}
      <section aria-label={group.title}>
        <h2>{group.title} <span class="soft">{group.jobs.length}</span></h2>
        <JobRows
          jobs={group.jobs}
          now={data.now}
          signedIn={data.person !== undefined}
          label={group.title}
        />
      </section>
    {/each}
    {#if data.total > data.jobs.length}
      <a class="more btn btn-outline" href="/jobs"
        >{data.total - data.jobs.length} more open jobs in the list</a
      >
    {/if}
  {/if}
</div>

<style>
  h2 {
    font-weight: 650;
    margin: 0 0 4px;
  }
  .more {
    justify-self: start;
  }
  .pile {
    display: grid;
    grid-template-columns: minmax(0, 1fr);
    gap: 12px;
  }
  .empty {
    padding: 20px;
    display: grid;
    gap: 12px;
    justify-items: start;
  }
</style>

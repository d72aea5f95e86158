<script lang="ts">
  import { formatDuration } from '@badger/core/base/format';
  import JobRows from '$lib/features/job/JobRows.svelte';
  import { live } from '$lib/features/live/live.svelte.ts';
  import { messageOfJudgement, VERDICT_WORDS } from '$lib/messages/catalogue.ts';
  import VerdictBanner from '$lib/ui/VerdictBanner.svelte';
  import { viewToday } from '$lib/features/job/today.view.ts';
  import type { PageProps } from './$types';

  let { data }: PageProps = $props();
  const today = $derived(viewToday(data.jobs, live.bench.stations, data.now));
  const day = $derived(data.now.toLocaleDateString('en-GB', { weekday: 'long' }));
</script>

<svelte:head><title>Today · Upright Badger</title></svelte:head>
<div class="head">
  <h1>Today, {day}</h1>
  <span class="soft">{today.summary}</span>
  {#if live.bench.speed !== undefined}
    <span class="soft"
      >simulated bench, {live.bench.speed === 0
        ? 'running free'
        : `${live.bench.speed} times faster than life`}</span
    >
  {/if}
</div>
<div class="pile">
  {#if today.running}
    <VerdictBanner
      verdict="go"
      word={today.running.operation?.kind === 'write' ? 'Hands off' : 'Running'}
      title="{today.running.name}: job {today.running.operation?.jobNumber}, {today.running
        .operation?.kind === 'write'
        ? 'writing'
        : 'reading'} the {today.running.operation?.role}"
      text={today.running.operation?.leftSeconds === undefined
        ? 'Just started.'
        : `${formatDuration(today.running.operation.leftSeconds)} left; use the time for another job.`}
    />
  {:else if today.first}
    {@const m = messageOfJudgement(today.first.next)}
    <VerdictBanner
      verdict={today.late ? 'stop' : today.first.next.verdict}
      word={today.late ? 'Late' : VERDICT_WORDS[today.first.next.verdict]}
      title="job {today.first.number}, {today.first.customer}: {m.title}"
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
  {#if data.jobs.length === 0}
    <div class="card-sheet empty">
      <p><b>No open jobs.</b> Open the first one when a vehicle or a unit comes in.</p>
      {#if data.person}<a class="btn btn-primary" href="/jobs/new">Open a job</a>{/if}
    </div>
  {:else}
    <JobRows jobs={data.jobs} now={data.now} signedIn={data.person !== undefined} />
  {/if}
</div>

<style>
  .head {
    display: flex;
    gap: 28px;
    align-items: baseline;
    flex-wrap: wrap;
    margin-bottom: 10px;
  }
  h1 {
    font: 650 21px/1.2 var(--font-sans);
  }
  .pile {
    display: grid;
    gap: 14px;
  }
  .empty {
    padding: 20px;
    display: grid;
    gap: 12px;
    justify-items: start;
  }
</style>

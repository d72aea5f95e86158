<script lang="ts">
  import { shopNow } from '$lib/features/live/shop-now.ts';
  import JobVerdict from '$lib/features/job/JobVerdict.svelte';
  import LineOfWork from '$lib/features/job/LineOfWork.svelte';
  import JobFacts from '$lib/features/job/JobFacts.svelte';
  import { liveLine } from '$lib/features/shared/job-gates.view.ts';
  import { formatPromise } from '$lib/features/job/promise.view.ts';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import { live } from '$lib/features/live/live.svelte.ts';
  import { STAGE_SHEETS } from '$lib/features/stages.ts';
  import { SupplyTraceState } from '$lib/features/shared/supply-trace.svelte.ts';
  import type { PageProps } from './$types';

  let { data }: PageProps = $props();

  const job = $derived(data.job);
  const bench = $derived(live.connected ? live.bench : (data.bench ?? live.bench));
  const station = $derived(bench.stations.find((s) => s.id === data.focusStation));
  const line = $derived(liveLine(job, station));
  const promise = $derived(formatPromise(job.promisedAt, shopNow()));
  const Sheet = $derived(STAGE_SHEETS[data.stage]);
  const trace = new SupplyTraceState();
  let folded = $state(false);
  const reading = $derived(
    station?.operation?.kind === 'read' && station.operation.jobNumber === job.number
      ? station.operation
      : undefined
  );

  async function stop() {
    if (reading) noted(await send(`/api/operations/${reading.id}/stop`));
  }

  $effect(() => {
    trace.follow(station?.operation);
  });
</script>

{#snippet stopRead()}
  <button class="btn btn-primary" onclick={stop}>Stop this read</button>
{/snippet}

<svelte:head><title>{job.number} {data.stage} · Upright Badger</title></svelte:head>
<div class="job">
  <h1>Job {job.number} · {job.customer}, {job.vehicle}</h1>
  {#if job.vin === ''}<span class="soft"
      >no vehicle known{job.plate ? `, plate ${job.plate}` : ''}</span
    >{:else}<span class="vin soft"
      >VIN <span class="mono">{job.vin.slice(0, -7)}</span><b class="mono">{job.vin.slice(-7)}</b
      ></span
    >{/if}
  <span class="soft" class:late={promise.late && !job.closedAt}
    >{job.closedAt ? 'closed' : promise.text && `promised ${promise.text}`}</span
  >
</div>
<LineOfWork number={job.number} {line} stages={job.stages} current={data.stage} />
<div class="body" class:folded>
  <div class="sheet" data-stop={data.stage}>
    <JobVerdict
      judgement={line[data.stage]}
      action={data.stage === 'read' && reading ? stopRead : undefined}
    />
    <Sheet {job} extras={data} {station} stationId={data.focusStation} {trace} />
  </div>
  <div class="side">
    <button class="fold btn btn-ghost" aria-expanded={!folded} onclick={() => (folded = !folded)}>
      {folded ? 'Facts' : 'Hide facts'}
    </button>
    {#if !folded}<JobFacts {job} />{/if}
  </div>
</div>

<style>
  .job {
    display: flex;
    gap: 6px 28px;
    align-items: baseline;
    flex-wrap: wrap;
    margin-bottom: 8px;
  }
  h1 {
    font: 650 21px/1.2 var(--font-sans);
  }
  .vin b {
    font: 700 21px/1 var(--font-mono);
    color: var(--ink);
    background: linear-gradient(var(--look-tint), var(--look-tint)) bottom / 100% 9px no-repeat;
  }
  .late {
    color: var(--stop);
    font-weight: 700;
  }
  .body {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 268px;
    gap: 20px;
    padding-top: 14px;
  }
  .body.folded {
    grid-template-columns: minmax(0, 1fr) auto;
  }
  .side {
    position: relative;
  }
  .side .fold {
    min-height: 32px;
    height: 32px;
    padding: 0 8px;
    font-size: 13px;
    margin: -8px 0 4px auto;
    display: block;
    color: var(--soft);
  }
  .sheet {
    display: flex;
    flex-direction: column;
    gap: 12px;
    min-width: 0;
  }
  @media (max-width: 1060px) {
    .body {
      grid-template-columns: minmax(0, 1fr) 220px;
      gap: 14px;
    }
  }
  @media (max-width: 820px) {
    .body {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>

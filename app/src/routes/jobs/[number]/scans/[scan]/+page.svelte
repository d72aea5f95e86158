<script lang="ts">
  import { goto } from '$app/navigation';
  import { formatVolts } from '@badger/core/base/format';
  import ChangesTable from '$lib/features/shared/ChangesTable.svelte';
  import ScanUnit from '$lib/features/prove/ScanUnit.svelte';
  import { sortForReading, wordsOfSource } from '$lib/features/prove/scan-sheet.view.ts';
  import { messageOf } from '$lib/messages/catalogue.ts';
  import type { PageProps } from './$types';

  let { data }: PageProps = $props();

  const scan = $derived(data.scan);
  const base = $derived(`/api/jobs/${data.job.number}/scans/${scan.number}`);
  const when = $derived(
    scan.endedAt.toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })
  );
</script>

<svelte:head><title>{scan.name} · job {data.job.number} · Upright Badger</title></svelte:head>
<div class="bar">
  <a class="btn btn-outline" href="/jobs/{data.job.number}/prove">Back to the job</a>
  <a class="btn btn-outline" href="{base}?format=csv" download>CSV</a>
  <a class="btn btn-outline" href="{base}?format=json" download>JSON</a>
  <button class="btn btn-primary" onclick={() => window.print()}>Print</button>
</div>
<article class="card-sheet">
  <header>
    <h1>{scan.name}</h1>
    <p>
      Job {data.job.number}, {data.job.customer}, {data.job.vehicle}<br />
      VIN <b class="mono">{scan.vehicleVin ?? 'not told'}</b>
      {#if scan.vehicleVin && scan.vehicleVin !== data.job.vin}
        <b class="bad">the job says {data.job.vin}</b>
      {/if}
    </p>
    <p>
      {when}, {scan.personName}, {wordsOfSource(scan)}<br />
      <b
        >{scan.unitCount} units, {scan.silentCount} silent, {scan.faultCount}
        {scan.faultCount === 1 ? 'fault' : 'faults'}</b
      >{scan.batteryMv === null ? '' : `, battery ${formatVolts(scan.batteryMv)} V`}
    </p>
    {#if scan.brokenOff}
      {@const m = messageOf(scan.brokenOff)}
      <p class="bad">
        <b>Broken off: {m.title}.</b> What was found until then is kept; the rest was not asked.
      </p>
    {/if}
  </header>
  {#each sortForReading(scan.units) as unit (unit.id)}
    <ScanUnit {unit} />
  {/each}
</article>
{#if data.others.length > 0 && scan.kind !== 'bench'}
  <article class="card-sheet compare">
    <h2>
      {data.compared ? `From ${data.compared.before} to ${data.compared.after}` : 'Compare'}
      <label
        ><span class="sr-only">Compare with</span>
        <select
          class="select"
          onchange={(e) => goto(`?with=${e.currentTarget.value}`, { keepFocus: true })}
        >
          <option value="">compare with…</option>
          {#each data.others as o (o.number)}<option value={o.number}>{o.number}: {o.name}</option
            >{/each}
        </select></label
      >
    </h2>
    {#if data.compared}<ChangesTable changes={data.compared.changes} />{/if}
  </article>
{/if}

<style>
  .bar {
    display: flex;
    gap: 12px;
    flex-wrap: wrap;
    margin-bottom: 12px;
  }
  .bar .btn-primary {
    margin-left: auto;
  }
  article {
    padding: 14px 18px;
    margin-bottom: 12px;
  }
  header {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 2px 24px;
  }
  h1,
  header .bad {
    grid-column: 1 / -1;
  }
  h1 {
    font: 650 21px/1.2 var(--font-sans);
  }
  h2 {
    display: flex;
    gap: 14px;
    align-items: baseline;
    flex-wrap: wrap;
    margin: 0;
    font-weight: 650;
  }
  .compare h2 {
    justify-content: space-between;
    align-items: center;
    margin-bottom: 6px;
  }
  p {
    margin: 0;
  }
  .bad {
    color: var(--stop);
  }
  @media (max-width: 700px) {
    header {
      grid-template-columns: 1fr;
    }
  }
  @media print {
    .bar,
    .compare label {
      display: none;
    }
    article {
      border: 0;
      padding: 0;
    }
  }
</style>

<script lang="ts">
  import type { SupplyHours } from '$lib/supply-types.ts';
  import { eventsOf, formatMoment } from './hours.view.ts';

  let { hours }: { hours: SupplyHours } = $props();

  const events = $derived(eventsOf(hours));
  const spanMs = $derived(hours.toMs - hours.fromMs);
  const around = (atMs: number) => `/power/trace?span=60000&to=${Math.round(atMs) + 30_000}`;
  const csv = $derived(
    `/api/stations/${hours.stationId}/trace.csv?from=${hours.fromMs}&to=${hours.toMs}`
  );
</script>

<div class="head">
  <b>What happened</b>
  {#if hours.readings > 0}<a class="link" href={csv} download>All readings as CSV</a>{/if}
</div>
{#if events.length === 0}
  <p class="soft">Nothing was switched, set or worked on.</p>
{:else}
  <ul>
    {#each events as event, i (i)}
      <li class:grave={event.grave}>
        <a class="mono link" href={around(event.atMs)} aria-label="Look closer at {event.words}"
          >{formatMoment(event.atMs, Math.min(spanMs, 900_000))}</a
        >
        <span class="sign" aria-hidden="true">{event.sign}</span>
        <span
          >{event.words}{#if event.jobNumber}, <a class="link" href="/jobs/{event.jobNumber}/record"
              >job {event.jobNumber}</a
            >{/if}</span
        >
      </li>
    {/each}
  </ul>
{/if}

<style>
  .head {
    display: flex;
    justify-content: space-between;
    margin-top: 8px;
  }
  ul {
    list-style: none;
    margin: 4px 0 0;
    padding: 0;
    max-height: 240px;
    overflow: auto;
  }
  li {
    display: grid;
    grid-template-columns: 90px 22px 1fr;
    align-items: baseline;
    min-height: 30px;
  }
  .grave {
    color: var(--stop);
    font-weight: 600;
  }
  .sign {
    text-align: center;
  }
</style>

<script lang="ts">
  import type { StageProps } from '$lib/features/shared/stage-props.ts';
  import { shopNow } from '$lib/features/live/shop-now.ts';
  import AuthorityCard from '$lib/features/arrive/AuthorityCard.svelte';
  import PhotoCard from '$lib/features/arrive/PhotoCard.svelte';
  import UnitsCard from '$lib/features/arrive/UnitsCard.svelte';
  import VinFacts from '$lib/features/arrive/VinFacts.svelte';
  import { REASONS } from '$lib/features/shared/reasons.ts';
  import { showsOf } from '$lib/features/arrive/intake.view.ts';
  import { viewVin } from '$lib/features/arrive/vin.view.ts';
  import ReadyCard from '$lib/features/shared/ReadyCard.svelte';

  let { job, extras }: StageProps = $props();

  const vin = $derived(viewVin(job.vin, shopNow().getFullYear()));
  const reason = $derived(REASONS.find((r) => r.id === job.reason)?.name ?? job.reason);
  const came = $derived(
    job.arrival &&
      { vehicle: 'the vehicle', post: 'by post', counter: 'over the counter' }[job.arrival.how]
  );
  const shows = $derived(showsOf(job));
  const tags = $derived(
    [job.units.original?.tag, job.units.donor?.tag].filter((t) => t !== undefined)
  );
</script>

<div class="two">
  <div class="pile">
    <div class="card-sheet">
      <div class="vin">
        {#if vin}<VinFacts view={vin} />{/if}
      </div>
      <table class="plain">
        <tbody>
          <tr
            ><th scope="row">Complaint</th><td
              >{job.complaint}{#if shows}<span class="soft shows">{shows}</span>{/if}</td
            ></tr
          >
          {#if job.plate}
            <tr><th scope="row">Plate</th><td class="mono">{job.plate}</td></tr>
          {/if}
          <tr><th scope="row">Reason</th><td>{reason}</td></tr>
          {#if job.arrival}
            <tr>
              <th scope="row">Came in</th>
              <td
                >{came}{job.arrival.parcelNumber ? `, parcel ${job.arrival.parcelNumber}` : ''}{job
                  .arrival.condition
                  ? `; ${job.arrival.condition}`
                  : ''}</td
              >
            </tr>
          {/if}
          <tr>
            <th scope="row">Family</th>
            <td
              ><a class="link" href="/families/{job.family}">{job.family}</a>, opened {job.createdAt.toLocaleString(
                'en-GB',
                { dateStyle: 'medium', timeStyle: 'short' }
              )}</td
            >
          </tr>
          {#if extras.earlier.length > 0}
            <tr>
              <th scope="row">Seen before</th>
              <td>
                {#each extras.earlier as e (e.number)}
                  <a class="link" href="/jobs/{e.number}">{e.number}</a>
                  {e.closed ? 'closed' : 'open'}: {e.complaint}<br />
                {/each}
              </td>
            </tr>
          {/if}
        </tbody>
      </table>
    </div>
    <UnitsCard {job} served={extras.served} />
    <PhotoCard
      photos={extras.photos}
      jobNumber={job.number}
      {tags}
      closed={job.closedAt !== null}
    />
  </div>
  <div class="pile">
    <AuthorityCard {job} />
    {#if extras.readiness}
      <ReadyCard
        readiness={extras.readiness}
        jobNumber={job.number}
        closed={job.closedAt !== null}
      />
    {/if}
  </div>
</div>

<style>
  .shows {
    display: block;
  }
  .two {
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
    gap: 12px;
    align-items: start;
  }
  .pile {
    display: grid;
    gap: 12px;
    min-width: 0;
  }
  .vin {
    padding: 12px 14px 6px;
  }
  th {
    white-space: nowrap;
    vertical-align: top;
  }
  @media (max-width: 1000px) {
    .two {
      grid-template-columns: 1fr;
    }
  }
</style>

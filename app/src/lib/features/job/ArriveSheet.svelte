<script lang="ts">
  import { parseVin } from '@badger/core/identity/vin';
  import type { JobData } from '$lib/job-types.ts';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';

  let { job }: { job: JobData } = $props();
  let authorisedBy = $state('');

  async function record(event: SubmitEvent) {
    event.preventDefault();
    if (noted(await send(`/api/jobs/${job.number}/authority`, { authorisedBy }))) authorisedBy = '';
  }
  const vin = $derived(parseVin(job.vin));
  const digit = {
    holds: 'check digit holds',
    differs: 'check digit differs',
    absent: 'no check digit'
  };
</script>

<div class="card-sheet">
  <table class="plain">
    <tbody>
      <tr><th scope="row">Customer</th><td>{job.customer}</td></tr>
      <tr><th scope="row">Vehicle</th><td>{job.vehicle}</td></tr>
      <tr>
        <th scope="row">VIN</th>
        <td class="mono">
          {job.vin.slice(0, -7)}<b>{job.vin.slice(-7)}</b>
          <span class="soft">{vin.ok ? digit[vin.value.checkDigit] : 'cannot be right'}</span>
        </td>
      </tr>
      <tr><th scope="row">Complaint</th><td>{job.complaint}</td></tr>
      <tr><th scope="row">Ordered by</th><td>{job.authorisedBy ?? 'nobody yet'}</td></tr>
      <tr
        ><th scope="row">Family</th><td
          ><a class="link" href="/families/{job.family}">{job.family}</a></td
        ></tr
      >
      <tr>
        <th scope="row">Opened</th>
        <td>{job.createdAt.toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })}</td
        >
      </tr>
    </tbody>
  </table>
</div>
{#if !job.closedAt && !job.authorisedBy}
  <form class="card-sheet order" onsubmit={record}>
    <label>
      <span class="soft"
        >Who ordered the work, on what paper? Local law and licensing decide what is needed.</span
      >
      <input
        class="input w-full"
        bind:value={authorisedBy}
        required
        minlength="3"
        maxlength="120"
      />
    </label>
    <button class="btn btn-primary">Record the order</button>
  </form>
{/if}

<style>
  .order {
    padding: 12px 16px;
    display: grid;
    gap: 10px;
    justify-items: start;
  }
  label {
    width: 100%;
  }
</style>

<script lang="ts">
  import { parseVin } from '@badger/core/identity/vin';
  import type { JobData } from '$lib/job-types.ts';

  let { job }: { job: JobData } = $props();
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

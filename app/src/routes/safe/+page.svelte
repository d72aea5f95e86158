<script lang="ts">
  import PageHead from '$lib/ui/PageHead.svelte';
  import type { PageProps } from './$types';

  let { data }: PageProps = $props();
  let wanted = $state('');

  const jobs = $derived(
    data.jobs.filter((j) =>
      [j.number, j.customer, j.vehicle, j.vin, ...j.names]
        .join(' ')
        .toLowerCase()
        .includes(wanted.trim().toLowerCase())
    )
  );
</script>

<svelte:head><title>Safe · Upright Badger</title></svelte:head>
<PageHead title="Safe" note="Security data by job; sealed, and shown only there">
  <input
    class="input"
    type="search"
    placeholder="Job, customer, VIN"
    aria-label="Search the safe"
    bind:value={wanted}
  />
</PageHead>
<div class="card-sheet scroll">
  <table class="table">
    <thead>
      <tr><th>Job</th><th>Vehicle</th><th>Kept</th><th>Looks</th><th>Handed over</th></tr>
    </thead>
    <tbody>
      {#each jobs as j (j.number)}
        <tr>
          <td>
            <a class="link" href="/jobs/{j.number}/safe"><b>{j.number}</b></a>
            {#if j.closedAt}<span class="soft">closed</span>{/if}
          </td>
          <td
            >{j.customer}, {j.vehicle ?? 'no vehicle known'}
            <span class="mono soft">{j.vin ?? ''}</span></td
          >
          <td>{j.kept}: {j.names.join(', ')}</td>
          <td>{j.looks}</td>
          <td>{j.handovers}</td>
        </tr>
      {:else}
        <tr>
          <td colspan="5" class="soft">
            {wanted
              ? 'Nothing is found.'
              : 'Nothing is kept yet. What trusted reads tell comes here by itself.'}
          </td>
        </tr>
      {/each}
    </tbody>
  </table>
</div>

<style>
  .scroll {
    overflow-x: auto;
  }
</style>

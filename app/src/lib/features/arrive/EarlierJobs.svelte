<script lang="ts">
  import { parseVin } from '@badger/core/identity/vin';
  import type { EarlierJob } from './intake.view.ts';

  let { vin, ontake }: { vin: string; ontake: (job: EarlierJob) => void } = $props();

  let found = $state.raw<{ vin: string; jobs: readonly EarlierJob[] }>({ vin: '', jobs: [] });
  const whole = $derived.by(() => {
    const parsed = parseVin(vin);
    return parsed.ok ? parsed.value.text : '';
  });
  const jobs = $derived(found.vin === whole ? found.jobs : []);

  $effect(() => {
    const asked = whole;
    if (asked === '') return;
    void fetch(`/api/jobs/of-vin?vin=${asked}`)
      .then(async (r) => (r.ok ? ((await r.json()) as EarlierJob[]) : []))
      .catch(() => [])
      .then((list) => (found = { vin: asked, jobs: list }));
  });
</script>

{#if jobs.length > 0}
  <ul aria-label="Earlier jobs of this vehicle">
    {#each jobs as job (job.number)}
      <li>
        <span
          ><a class="link" href="/jobs/{job.number}">{job.number}</a>
          <b>{job.closed ? 'closed' : 'still open'}</b>: {job.customer}, {job.vehicle}. {job.complaint}</span
        >
        <button type="button" class="btn btn-outline btn-sm" onclick={() => ontake(job)}
          >Same customer and vehicle</button
        >
      </li>
    {/each}
  </ul>
{/if}

<style>
  ul {
    list-style: none;
    margin: 0;
    padding: 6px 12px;
    background: var(--look-tint);
    border-radius: 6px;
  }
  li {
    display: flex;
    gap: 12px;
    align-items: center;
    justify-content: space-between;
    min-height: 44px;
  }
</style>

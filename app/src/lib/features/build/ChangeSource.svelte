<script lang="ts">
  import type { JobData } from '$lib/job-types.ts';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import { readOffset, type ChosenRange } from './build.view.ts';

  let { job, chosen = $bindable() }: { job: JobData; chosen: ChosenRange } = $props();
  let reason = $state('');

  const start = $derived(readOffset(chosen.start));
  const last = $derived(readOffset(chosen.end));
  const sources = $derived([
    ['original', 'the original'],
    ['donor', 'the donor'],
    ...(job.units.partner ? [['partner', 'the partner (security data)']] : []),
    ['family', 'where the family says']
  ]);

  async function change(event: SubmitEvent) {
    event.preventDefault();
    if (start === undefined || last === undefined) return;
    const { regionId, from } = chosen;
    const body = { regionId, start, end: last + 1, from, reason: reason.trim() };
    if (noted(await send(`/api/jobs/${job.number}/clone/source`, body))) reason = '';
  }
</script>

<form class="change" onsubmit={change} aria-label="Take bytes from elsewhere">
  <label
    >Region
    <select class="select" bind:value={chosen.regionId}>
      {#each job.regions.original as r (r.id)}<option value={r.id}>{r.name}</option>{/each}
    </select></label
  >
  <label>From offset <input class="mono input" bind:value={chosen.start} maxlength="11" /></label>
  <label>to, included <input class="mono input" bind:value={chosen.end} maxlength="11" /></label>
  <label
    >Take it from
    <select class="select" bind:value={chosen.from}>
      {#each sources as [id, name] (id)}<option value={id}>{name}</option>{/each}
    </select></label
  >
  <label class="why">Why <input class="input w-full" bind:value={reason} maxlength="300" /></label>
  <button
    class="btn btn-outline"
    disabled={chosen.regionId === '' ||
      start === undefined ||
      last === undefined ||
      reason.trim().length < 8}>Take it from there</button
  >
  <p class="soft">
    A whole field with every copy, offsets hexadecimal. Mileage goes with the identity. What was
    built is out of date then; your reason stays in the record.
  </p>
</form>

<style>
  .change {
    display: flex;
    flex-wrap: wrap;
    gap: 10px 16px;
    align-items: end;
    padding: 6px 0 10px;
  }
  label {
    display: grid;
    gap: 2px;
  }
  input.mono {
    width: 130px;
  }
  .why {
    flex: 1 1 260px;
  }
  p {
    margin: 0;
    flex-basis: 100%;
  }
</style>

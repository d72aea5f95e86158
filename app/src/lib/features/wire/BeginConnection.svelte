<script lang="ts">
  import { untrack } from 'svelte';
  import type { JobData } from '$lib/job-types.ts';
  import { may } from '$lib/features/live/may.ts';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import type { WiringData } from '$lib/wiring-types.ts';

  let {
    job,
    wiring,
    stationId
  }: { job: JobData; wiring: WiringData; stationId: string | undefined } = $props();

  // what is proposed is taken over once; what the technician picks stays
  let leadId = $state(untrack(() => wiring.plan.lead?.id ?? ''));
  let adapterId = $state(untrack(() => wiring.adapter?.id ?? ''));
  const markings = $derived(wiring.plan.boards.flatMap((b) => b.marking ?? []));
  let marking = $state(untrack(() => (markings.includes(wiring.marking) ? wiring.marking : '')));
  const open = $derived(job.closedAt === null && may('bench.operate'));
  const worn = (l: WiringData['leads'][number]) =>
    l.plugLimit > 0 ? `, ${l.plugCycles} of ${l.plugLimit} plugs` : '';

  async function begin() {
    const body = { role: wiring.role, stationId, leadId, adapterId, marking };
    noted(await send(`/api/jobs/${job.number}/connection`, body));
  }
</script>

{#if wiring.leads.length > 0}
  <label
    >Lead set
    <select class="select" disabled={!open} bind:value={leadId}>
      <option value="">none of these</option>
      {#each wiring.leads as l (l.id)}<option value={l.id}>{l.name}{worn(l)}</option>{/each}
    </select></label
  >
{/if}
{#if wiring.adapters.length > 0}
  <label
    >Adapter
    <select class="select" disabled={!open} bind:value={adapterId}>
      <option value="">none</option>
      {#each wiring.adapters as l (l.id)}<option value={l.id}>{l.name}{worn(l)}</option>{/each}
    </select></label
  >
{/if}
{#if markings.length > 0}
  <label
    >Marking of the chip
    <select class="select" disabled={!open} bind:value={marking}>
      <option value="">not read yet</option>
      {#each markings as m (m)}<option value={m}>{m}</option>{/each}
    </select></label
  >
{/if}
{#if open}
  <button class="btn {wiring.connection ? 'btn-outline' : 'btn-primary'}" onclick={begin}>
    {wiring.connection ? 'Begin anew' : `Connect ${wiring.role} ${wiring.tag}`}
  </button>
{/if}

<style>
  label {
    display: grid;
    font-size: 13px;
    color: var(--soft);
  }
  .select {
    max-width: 340px;
    color: var(--ink);
  }
</style>

<script lang="ts">
  import { formatChipId } from '@badger/core/base/format';
  import type { JobData } from '$lib/job-types.ts';
  import type { LiveStation } from '$lib/live-types.ts';
  import { liveGate } from '$lib/features/job/job-gates.view.ts';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import { messageOfJudgement, messageOfProblem } from '$lib/messages/catalogue.ts';
  import RoleMark from '$lib/ui/RoleMark.svelte';

  import Panel from '$lib/ui/Panel.svelte';

  let { job, station }: { job: JobData; station: LiveStation } = $props();

  const gate = $derived(liveGate('identify', job, station));
  const last = $derived(job.operations.filter((o) => o.kind === 'identify').at(-1));

  async function identify(role: 'original' | 'donor') {
    noted(
      await send('/api/operations', {
        kind: 'identify',
        jobNumber: job.number,
        stationId: station.id,
        role
      })
    );
  }
</script>

<Panel label="Chip id" title="3 · Read the chip id">
  <div class="row">
    <button
      class="btn btn-outline"
      disabled={!gate.open || !job.units.original}
      onclick={() => identify('original')}
    >
      <RoleMark role="original" size={18} /> Read chip id as ORIGINAL {job.units.original?.tag ??
        ''}
    </button>
    <button
      class="btn btn-outline"
      disabled={!gate.open || !job.units.donor}
      onclick={() => identify('donor')}
    >
      <RoleMark role="donor" size={18} /> Read chip id as DONOR {job.units.donor?.tag ?? ''}
    </button>
  </div>
  {#if gate.holding}
    {@const m = messageOfJudgement(gate.holding)}
    <p class="soft">{m.title}. {m.clear ?? ''}</p>
  {:else if station.connected?.chipId}
    <p>
      <b>{station.connected.role.toUpperCase()}</b>
      {station.connected.tag} answers with
      <span class="mono">{formatChipId(station.connected.chipId)}</span>, family {station.connected
        .family}.
    </p>
  {:else if last?.problem && last.state !== 'done'}
    {@const m = messageOfProblem(last.problem)}
    <p class="bad">{m.title}: {m.text} <b>{m.clear ?? ''}</b></p>
  {/if}
</Panel>

<style>
  .row {
    display: flex;
    gap: 12px;
    flex-wrap: wrap;
  }
  p {
    margin: 8px 0 0;
  }
  .bad {
    color: var(--stop);
  }
</style>

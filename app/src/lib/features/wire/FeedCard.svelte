<script lang="ts">
  import { formatVolts } from '@badger/core/base/format';
  import { judgeUnitFeed } from '@badger/core/electrical/judge-unit-feed';
  import type { UnitRole } from '@badger/core/job/roles';
  import type { JobData } from '$lib/job-types.ts';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import Panel from '$lib/ui/Panel.svelte';
  import RoleMark from '$lib/ui/RoleMark.svelte';

  let { job, role }: { job: JobData; role: UnitRole } = $props();

  const facts = $derived(job.sides[role]?.facts);
  const feed = $derived(facts?.feed);
  let volts = $state<number | undefined>();

  async function say(by: 'bench' | 'vehicle') {
    noted(
      await send(`/api/jobs/${job.number}/feed`, {
        role,
        by,
        ...(by === 'vehicle' && volts !== undefined ? { measuredMv: Math.round(volts * 1000) } : {})
      })
    );
  }
  const stale = $derived(
    facts?.need !== undefined &&
      feed?.by === 'vehicle' &&
      judgeUnitFeed(feed, undefined, facts.need).verdict === 'stop'
  );
</script>

<Panel label="Who feeds {role}" title="Who feeds {job.units[role]?.tag ?? 'it'}?">
  <p class="soft">
    <RoleMark {role} size={18} /> The unit stays installed. Bench or vehicle, never both: fed by the bench,
    the battery of the vehicle is off first.
  </p>
  <div class="row">
    <button
      class="btn {feed?.by === 'bench' ? 'btn-neutral' : 'btn-outline'}"
      aria-pressed={feed?.by === 'bench'}
      onclick={() => say('bench')}>Bench supply</button
    >
    <button
      class="btn {feed?.by === 'vehicle' ? 'btn-neutral' : 'btn-outline'}"
      aria-pressed={feed?.by === 'vehicle'}
      disabled={volts === undefined}
      onclick={() => say('vehicle')}>Vehicle, measured at the unit</button
    >
    <label>
      <input
        class="mono input"
        type="number"
        min="0"
        max="60"
        step="0.01"
        bind:value={volts}
        aria-label="Volts measured at the {role}"
      /> V
    </label>
    {#if feed?.by === 'vehicle' && feed.measuredMv !== undefined}
      <b class="mono" class:bad={stale}>{formatVolts(feed.measuredMv)} V</b>
    {/if}
  </div>
</Panel>

<style>
  .row {
    display: flex;
    flex-wrap: wrap;
    gap: 12px;
    align-items: center;
  }
  .input {
    width: 7em;
  }
  p {
    margin: 0 0 8px;
  }
  .bad {
    color: var(--stop);
  }
</style>

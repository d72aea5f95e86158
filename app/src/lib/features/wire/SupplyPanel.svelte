<script lang="ts">
  import { untrack } from 'svelte';
  import { proposeVoltage } from '@badger/core/electrical/budget';
  import { formatAmps, formatVolts } from '@badger/core/base/format';
  import type { JobData } from '$lib/job-types.ts';
  import type { LiveStation } from '$lib/live-types.ts';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import { messageOfJudgement } from '$lib/messages/catalogue.ts';
  import VerdictMark from '$lib/ui/VerdictMark.svelte';

  import Panel from '$lib/ui/Panel.svelte';

  let {
    job,
    station,
    limitMa
  }: {
    job: JobData;
    station: LiveStation;
    /** What the budget proposes; undefined where nothing is known of it. */
    limitMa: number | undefined;
  } = $props();

  const need = $derived(job.access?.supply);
  // what the family needs is proposed once; what the technician types stays
  let volts = $state(untrack(() => (need ? proposeVoltage(need) / 1000 : 13.5)));
  let amps = $state(
    untrack(() => (limitMa ?? Math.min(need?.limitMinMa ?? 1000, station.ratedMa)) / 1000)
  );
  const busy = $derived(station.operation !== undefined);
  const current = $derived(station.current && messageOfJudgement(station.current));

  async function apply(on: boolean) {
    const settings = on
      ? { voltageMv: Math.round(volts * 1000), limitMa: Math.round(amps * 1000), on }
      : { on };
    noted(await send(`/api/stations/${station.id}/supply`, settings));
  }
</script>

<Panel label="Supply" title="2 · Supply" note="rated {formatAmps(station.ratedMa)} A">
  <div class="row">
    <label
      ><span class="soft">Volts</span><input
        class="mono input"
        type="number"
        step="0.1"
        min="0"
        max="32"
        bind:value={volts}
      /></label
    >
    <label
      ><span class="soft">Limit, amps</span><input
        class="mono input"
        type="number"
        step="0.1"
        min="0"
        max="60"
        bind:value={amps}
      /></label
    >
    <button class="btn btn-primary" disabled={busy} onclick={() => apply(true)}>
      {station.supply?.on ? 'Set' : 'Switch on'}
    </button>
    <button
      class="btn btn-outline"
      disabled={busy || !station.supply?.on}
      onclick={() => apply(false)}>Switch off</button
    >
  </div>
  {#if station.trip}
    {@const m = messageOfJudgement(station.trip)}
    <p class="trip" role="alert">
      <VerdictMark verdict="stop" size={20} />
      <span><b>{m.title}.</b> {m.text} {m.clear ?? ''}</span>
    </p>
  {/if}
  {#if station.supply?.on}
    <p>
      <span class="mono"
        >{formatVolts(station.supply.measuredMv)} V, {formatAmps(station.supply.measuredMa)} A</span
      >
      {#if station.current && current}
        · <VerdictMark verdict={station.current.verdict} size={14} /> {current.title}
      {/if}
    </p>
  {:else if need}
    <p class="soft">
      This family: {formatVolts(need.voltageMinMv)} to {formatVolts(need.voltageMaxMv)} V, limit from
      {formatAmps(need.limitMinMa)} A. A battery charger is not a supply.
    </p>
  {/if}
</Panel>

<style>
  .row {
    display: flex;
    gap: 12px;
    align-items: end;
    flex-wrap: wrap;
  }
  label span {
    display: block;
    font-size: 13px;
  }
  .input {
    width: 104px;
  }
  p {
    margin: 8px 0 0;
  }
  .trip {
    display: flex;
    gap: 8px;
    align-items: baseline;
    padding: 8px 10px;
    background: var(--stop-tint);
    border-radius: 6px;
  }
</style>

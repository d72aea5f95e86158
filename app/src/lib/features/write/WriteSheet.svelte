<script lang="ts">
  import type { StageProps } from '$lib/features/shared/stage-props.ts';
  import { jobAs, liveGate } from '$lib/features/shared/job-gates.view.ts';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import { messageOf, messageOfProblem } from '$lib/messages/catalogue.ts';
  import SupplyTrace from '$lib/features/shared/SupplyTrace.svelte';
  import RoleMark from '$lib/ui/RoleMark.svelte';
  import { may } from '$lib/features/live/may.ts';
  import { writeGate } from '@badger/core/gates/check-gate';
  import type { Writes } from '@badger/core/operation/writes';
  import ToldAfterCard from './ToldAfterCard.svelte';
  import WriteChoice from './WriteChoice.svelte';
  import AlternatesCard from './AlternatesCard.svelte';
  import InVehicleCard from './InVehicleCard.svelte';
  import GateList from './GateList.svelte';
  import WaiverCard from './WaiverCard.svelte';
  import WriteTable from './WriteTable.svelte';

  let { job, extras, station, trace }: StageProps = $props();

  let confirmation = $state('');
  let chosen = $state<Writes>('image');
  const operation = $derived(
    station?.operation?.kind === 'write' && station.operation.jobNumber === job.number
      ? station.operation
      : undefined
  );
  const role = $derived(job.target ?? 'donor');
  const touched = $derived(job.operations.some((o) => o.kind === 'write' && o.touched));
  // nothing was written yet: there is nothing to choose
  const writes = $derived(touched ? chosen : 'image');
  const gate = $derived(liveGate(writeGate(role, writes), jobAs(job, role), station));
  const last = $derived(job.lastWrite);
  const standing = $derived(job.standingWrite);
  /** What went wrong with the write that stands, and with a try after it that was turned away. */
  const wrong = $derived(
    [standing, last?.id === standing?.id ? undefined : last].flatMap((w) =>
      w?.problem && w.meaning
        ? [{ id: w.id, problem: messageOfProblem(w.problem), meaning: messageOf(w.meaning) }]
        : []
    )
  );
  const ready = $derived(gate.open && confirmation === (job.units[role]?.tag.slice(-3) ?? '-'));

  const spanOf = ({ low, high }: { low: number; high: number }) => {
    const [from, to] = [low, high].map((s) => Math.max(1, Math.round(s / 60)));
    return from === to ? `about ${to} min` : `${from} to ${to} min`;
  };
  async function write(event: SubmitEvent) {
    event.preventDefault();
    if (!station) return;
    const sent = await send('/api/operations', {
      kind: 'write',
      jobNumber: job.number,
      stationId: station.id,
      writes,
      confirmation
    });
    if (noted(sent)) confirmation = '';
  }
</script>

{#if !operation}
  {#each wrong as { id, problem, meaning } (id)}
    <p class="card-sheet bad" role="status">
      <b>{problem.title}.</b>
      {problem.text} <b>{meaning.title}:</b>
      {meaning.text} <b>{problem.clear ?? ''}</b>
    </p>
  {/each}
{/if}
{#if job.clone}
  <WriteTable
    plan={job.clone.plan}
    progress={operation?.regions ?? (standing ?? last)?.regions ?? []}
    own={standing?.writes === 'backup'}
    unreadable={job.unreadable}
  />
{/if}
{#if standing?.after && !operation}<ToldAfterCard told={standing.after} />{/if}
{#if standing?.state === 'done' && standing.writes !== 'backup' && !operation}
  {@const word = extras.inVehicle}
  <InVehicleCard {job} {word} />
  {#if word?.outcome === 'fails' && job.cloneState !== 'none'}
    <AlternatesCard {job} regions={extras.alternates} failed={word} />
  {/if}
{/if}
{#if !operation && !job.closedAt}
  {#if touched}<WriteChoice {job} bind:writes={chosen} />{/if}
  <form class="card-sheet confirm" onsubmit={write}>
    <RoleMark {role} size={34} />
    <label>
      <span>Last three digits of the <b>{role.toUpperCase()}</b>’s tag</span>
      <input
        class="mono input"
        bind:value={confirmation}
        inputmode="numeric"
        maxlength="3"
        autocomplete="off"
        disabled={!gate.open}
        placeholder={gate.open ? '' : 'held'}
      />
    </label>
    <button class="btn btn-primary" disabled={!ready}
      >{writes === 'backup'
        ? 'Give it its own content back'
        : role === 'donor'
          ? 'Write to the donor'
          : 'Write to this unit'}</button
    >
    <span class="soft"
      >Nobody touches the bench until it is done{job.writeSeconds && writes === 'image'
        ? `: usually ${spanOf(job.writeSeconds)}, proof included`
        : ''}.</span
    >
  </form>
  <GateList lines={gate.lines} />
  {#if role === 'donor' && job.units.donor && may('backup.waive')}<WaiverCard {job} />{/if}
{/if}
{#if operation && trace.points.length > 0}
  <SupplyTrace
    title="Supply now"
    points={trace.points}
    limitMa={station?.supply?.limitMa ?? 0}
    band={station?.band}
  />
{/if}

<style>
  .bad {
    margin: 0;
    padding: 10px 16px;
    border-color: var(--stop);
    background: var(--stop-tint);
  }
  .confirm {
    padding: 10px 16px;
    display: flex;
    gap: 16px;
    align-items: end;
    flex-wrap: wrap;
  }
  label span {
    display: block;
  }
  .input {
    width: 120px;
    font-size: 20px;
    letter-spacing: 0.15em;
  }
</style>

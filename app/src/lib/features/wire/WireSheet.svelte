<script lang="ts">
  import type { StageProps } from '$lib/features/shared/stage-props.ts';
  import { JOB_ROLES, type UnitRole } from '@badger/core/job/roles';
  import { jobAs } from '$lib/features/shared/job-gates.view.ts';
  import { live } from '$lib/features/live/live.svelte.ts';
  import { may } from '$lib/features/live/may.ts';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import RoleMark from '$lib/ui/RoleMark.svelte';
  import ConnectSection from './ConnectSection.svelte';
  import NetworkCard from './NetworkCard.svelte';
  import LikelyCauses from './LikelyCauses.svelte';
  import ChipPanel from './ChipPanel.svelte';
  import DeskCard from './DeskCard.svelte';
  import FeedCard from './FeedCard.svelte';
  import SimulatorPanel from './SimulatorPanel.svelte';
  import ProgrammerPanel from './ProgrammerPanel.svelte';
  import VehiclePanel from './VehiclePanel.svelte';
  import VehiclePowerCard from './VehiclePowerCard.svelte';
  import SupplyPanel from './SupplyPanel.svelte';

  let { job: whole, station, extras }: StageProps = $props();

  const present = $derived(JOB_ROLES.filter((role) => whole.units[role]));
  /** Units of another family are wired in their own way. */
  const others = $derived(present.filter((role) => whole.sides[role]?.family !== whole.family));
  let picked = $state<UnitRole | undefined>();
  const other = $derived(picked && others.includes(picked) ? picked : undefined);
  const job = $derived(other ? jobAs(whole, other) : whole);
  const roles = $derived(other ? [other] : present.filter((role) => !others.includes(role)));

  /** The unit whose connection is shown: the one that was picked, else the one that was connected last. */
  let connecting = $state<UnitRole | undefined>();
  const wired = $derived(extras.wiring.filter((w) => roles.includes(w.role)));
  const newest = $derived(
    [...wired].sort((a, b) => Number(b.connection?.at ?? 0) - Number(a.connection?.at ?? 0))[0]
  );
  const wiring = $derived(wired.find((w) => w.role === connecting) ?? newest);

  const causes = $derived(extras.causes.filter((c) => roles.includes(c.role)));
  // nothing answers and nobody asked: supply and sense lines alone may tell why
  const worth = $derived(
    job.access?.carrier === 'can-uds' &&
      !job.closedAt &&
      station?.supply?.on === true &&
      station.connected === undefined &&
      may('bench.operate')
  );
  const role = $derived(wiring?.role ?? roles[0]);
  async function look() {
    noted(await send(`/api/jobs/${job.number}/evidence`, { role }));
  }

  async function move(stationId: string) {
    noted(await send(`/api/jobs/${job.number}/station`, { stationId }));
  }
</script>

{#if others.length > 0}
  <div class="stations" role="group" aria-label="Unit to wire">
    {#each [undefined, ...others] as role (role ?? 'job')}
      <button
        class="btn {role === other ? 'btn-neutral' : 'btn-outline'}"
        aria-pressed={role === other}
        onclick={() => (picked = role)}
      >
        <RoleMark role={role ?? 'original'} size={18} />
        {(role ?? 'original').toUpperCase()}
        {role
          ? `${whole.units[role]?.tag ?? ''} · ${whole.sides[role]?.family ?? ''}`
          : whole.family}
      </button>
    {/each}
  </div>
{/if}
{#if extras.network}
  <NetworkCard jobNumber={job.number} network={extras.network} closed={job.closedAt !== null} />
{/if}
{#if job.access?.carrier === 'file'}
  <section class="card-sheet steps" aria-label="Access">
    <h2>{job.access.name}</h2>
    <ol>
      {#each job.access.steps as step, i (i)}<li>{step}</li>{/each}
    </ol>
    <a class="btn btn-outline" href="/jobs/{job.number}/read">Open Read and drop the files</a>
  </section>
{:else}
  {#if !job.closedAt}
    <div class="stations" role="group" aria-label="Station">
      {#each live.bench.stations as s (s.id)}
        <button
          class="btn"
          class:btn-primary={s.id === station?.id}
          class:btn-outline={s.id !== station?.id}
          aria-pressed={s.id === station?.id}
          onclick={() => move(s.id)}>Station {s.name}</button
        >
      {/each}
      {#if wired.length > 1}
        <span class="gap"></span>
        {#each wired as w (w.role)}
          <button
            class="btn {w === wiring ? 'btn-neutral' : 'btn-outline'}"
            aria-pressed={w === wiring}
            onclick={() => (connecting = w.role)}
          >
            <RoleMark role={w.role} size={18} />
            {w.role.toUpperCase()}
            {w.tag}
          </button>
        {/each}
      {/if}
    </div>
  {/if}
  {#if wiring}<ConnectSection
      job={whole}
      {wiring}
      stationId={station?.id}
      senses={station?.senses ?? false}
    />{/if}
  {#if job.access?.staysInstalled && !job.closedAt}
    {#each roles as role (role)}<FeedCard job={whole} {role} />{/each}
  {/if}
  {#if station}
    <div class="panels">
      {#if job.access?.carrier === 'chip'}
        <ProgrammerPanel {job} {station} />
        <ChipPanel {job} {station} {roles} />
      {:else if job.access?.carrier === 'vehicle-uds'}
        <VehiclePanel {job} {station} />
        <ChipPanel {job} {station} {roles} />
      {:else}
        <SimulatorPanel {job} {station} />
        {#key station.id}<SupplyPanel {job} {station} limitMa={wiring?.power?.limitMa} />{/key}
      {/if}
    </div>
    {#if job.access?.carrier === 'can-uds'}<ChipPanel {job} {station} {roles} />{/if}
    {#if extras.desk?.vehicle && job.access?.carrier === 'vehicle-uds'}
      <VehiclePowerCard
        jobNumber={job.number}
        vehicle={extras.desk.vehicle}
        closed={job.closedAt !== null}
      />
    {/if}
    {#each causes as c (c.evidenceId)}
      <LikelyCauses jobNumber={job.number} causes={c} closed={job.closedAt !== null} />
    {/each}
    {#if worth && role}
      <p>
        <button class="long btn btn-outline" onclick={look}>
          {causes.length > 0 ? 'Measure again' : 'Measure at the unit and name the cause'}
        </button>
      </p>
    {/if}
  {/if}
{/if}

{#if extras.desk && extras.desk.kept.length > 0}<DeskCard kept={extras.desk.kept} />{/if}

<style>
  .stations {
    display: flex;
    gap: 10px;
    flex-wrap: wrap;
  }
  .long {
    height: auto;
    min-height: 44px;
    white-space: normal;
    text-align: left;
  }
  .gap {
    flex: 1;
  }
  .panels {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(min(380px, 100%), 1fr));
    gap: 12px;
  }
  .steps {
    padding: 12px 16px;
    display: grid;
    gap: 10px;
    justify-items: start;
  }
  h2 {
    margin: 0;
    font-weight: 600;
  }
  ol {
    padding-left: 20px;
    list-style: decimal;
  }
</style>

<script lang="ts">
  import type { UnitRole } from '@badger/core/job/roles';
  import { formatChipId } from '@badger/core/base/format';
  import type { JobData } from '$lib/job-types.ts';
  import type { LiveStation } from '$lib/live-types.ts';
  import { jobAs, liveGate } from '$lib/features/shared/job-gates.view.ts';
  import { may } from '$lib/features/live/may.ts';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import { messageOfJudgement, messageOfProblem } from '$lib/messages/catalogue.ts';
  import Panel from '$lib/ui/Panel.svelte';
  import RoleMark from '$lib/ui/RoleMark.svelte';

  let { job, station, roles }: { job: JobData; station: LiveStation; roles: readonly UnitRole[] } =
    $props();

  // a unit that speaks tells who it is; a memory chip only that it is there
  const contact = $derived(job.access?.carrier === 'chip');
  const step = $derived(job.access?.carrier === 'can-uds' ? 3 : 2);
  const verb = $derived(contact ? 'Check contact' : 'Read chip id');
  // each unit may be fed in its own way
  const gateOf = (role: UnitRole) => liveGate('identify', jobAs(job, role), station);
  const holding = $derived(
    roles.map((role) => gateOf(role).holding).find((held, _, all) => all.every(Boolean) && held)
  );
  const last = $derived(job.operations.filter((o) => o.kind === 'identify').at(-1));

  async function identify(role: UnitRole) {
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

<Panel
  label={contact ? 'Contact' : 'Chip id'}
  title={`${step} · ${contact ? 'Check contact' : 'Read the chip id'}`}
>
  <div class="row">
    {#each roles as role (role)}
      <button class="btn btn-outline" disabled={!gateOf(role).open} onclick={() => identify(role)}>
        <RoleMark {role} size={18} />
        {verb} as {role.toUpperCase()}
        {job.units[role]?.tag ?? ''}
      </button>
    {/each}
  </div>
  {#if roles.length === 0}
    <p class="soft">No unit is named yet. Name it at Identify.</p>
  {/if}
  {#if holding}
    {@const m = messageOfJudgement(holding)}
    <p class="soft">{m.title}. {m.clear ?? ''}</p>
  {:else if station.connected}
    <p>
      <b>{station.connected.role.toUpperCase()}</b>
      {#if station.connected.chipId}
        {station.connected.tag} answers with
        <span class="mono">{formatChipId(station.connected.chipId)}</span>, family {station
          .connected.family}.
      {:else}
        {station.connected.tag}: the chip answers. It has no id of its own: compare the tag on the
        unit.
      {/if}
    </p>
  {:else if last?.problem && last.state !== 'done'}
    {@const m = messageOfProblem(last.problem)}
    <p class="bad">
      {m.title}: {m.text} <b>{m.clear ?? ''}</b>
      {#if may('memory.download')}
        <a class="link" href="/trace?operation={last.id}">What went over the wire</a>
      {/if}
    </p>
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

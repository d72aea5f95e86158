<script lang="ts">
  import type { JobData } from '$lib/job-types.ts';
  import type { LiveSimulator } from '$lib/live-types.ts';
  import { live } from '$lib/features/live/live.svelte.ts';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';

  let {
    job,
    simulator,
    stationId,
    busy,
    teaching = false
  }: {
    job: JobData;
    simulator: LiveSimulator;
    stationId: string | null;
    busy: boolean;
    /** Its units are taught: keys, and what goes wrong then. */
    teaching?: boolean;
  } = $props();

  const units = $derived(live.bench.units);

  const scripts = [
    ['healthy', 'nothing wrong'],
    ['unit-fault', 'unit faulty inside'],
    ['wiring-fault', 'wiring fault'],
    ['network-fault', 'network fault'],
    ['low-battery', 'low battery'],
    ['unit-silent', 'unit silent'],
    ['unit-flaky', 'unit talks badly'],
    ['immobiliser-mismatch', 'immobiliser mismatch'],
    ['new-unit', 'new unit in it']
  ] as const;
  const whenTaught = [
    ['', 'all goes well'],
    ['coding-refused', 'coding refused'],
    ['key-refused', 'key refused'],
    ['says-yes-does-nothing', 'says yes, does nothing'],
    ['does-it-and-falls-silent', 'falls silent'],
    ['temperature-not-measured', 'temperature unknown']
  ] as const;
  // the vehicle of this job stands first
  const vehicles = $derived([
    ...simulator.vehicles.filter((v) => v.vin === job.vin),
    ...simulator.vehicles.filter((v) => v.vin !== job.vin)
  ]);
  const plugged = $derived(simulator.vehicles.find((v) => v.id === simulator.plugged));

  async function hands(change: object) {
    noted(await send('/api/vehicle', change));
  }
  const plug = (id: string) =>
    hands({ plug: id || null, ...(stationId ? { station: stationId } : {}) });
</script>

<div class="hands" role="group" aria-label="Simulated vehicle controls" data-vehicle={plugged?.id}>
  <label
    >Cable is in (your hands, simulated)
    <select
      class="select"
      disabled={busy}
      value={simulator.plugged ?? ''}
      onchange={(e) => plug(e.currentTarget.value)}
    >
      <option value="">nothing</option>
      {#each vehicles as v (v.id)}
        <option value={v.id}
          >{v.name}{v.vin === job.vin ? ' · this job' : ''}{v.carrier === 'can'
            ? ' · CAN pair'
            : ''}</option
        >
      {/each}
    </select>
  </label>
  {#if plugged}
    <label
      >Ignition
      <select
        class="select"
        disabled={busy}
        value={plugged.ignition}
        onchange={(e) => hands({ vehicle: plugged.id, ignition: e.currentTarget.value })}
      >
        <option value="off">off</option>
        <option value="on">on</option>
        <option value="running">running</option>
      </select>
    </label>
    <label
      >What is wrong with it
      <select
        class="select"
        disabled={busy}
        value={plugged.script}
        onchange={(e) => hands({ vehicle: plugged.id, script: e.currentTarget.value })}
      >
        {#each scripts as [id, name] (id)}<option value={id}>{name}</option>{/each}
      </select>
    </label>
    {#if plugged.place}
      {@const { family, unit } = plugged.place}
      <label
        >Unit in its place
        <select
          class="select"
          disabled={busy}
          value={unit ?? ''}
          onchange={(e) => hands({ vehicle: plugged.id, unit: e.currentTarget.value || null })}
        >
          <option value="">none</option>
          {#each units.filter((u) => u.family === family) as u (u.tag)}
            <option value={u.tag}>{u.tag}</option>
          {/each}
        </select>
      </label>
    {/if}
    {#if teaching}
      <label
        >Key in the lock
        <select
          class="select"
          value={plugged.key}
          onchange={(e) => hands({ vehicle: plugged.id, key: e.currentTarget.value })}
        >
          {#each plugged.keys as key, i (key)}<option value={key}>key {i + 1}</option>{/each}
        </select>
      </label>
      <label
        >When a unit is taught
        <select
          class="select"
          value={plugged.teachingFaults[0] ?? ''}
          onchange={({ currentTarget: { value } }) =>
            hands({ vehicle: plugged.id, teachingFaults: value ? [value] : [] })}
        >
          {#each whenTaught as [id, name] (id)}<option value={id}>{name}</option>{/each}
        </select>
      </label>
    {/if}
    <label class="tick">
      <input
        type="checkbox"
        class="toggle"
        disabled={busy}
        checked={plugged.supported}
        onchange={(e) => hands({ vehicle: plugged.id, support: e.currentTarget.checked })}
      />
      Support supply
    </label>
    {#if plugged.asleep}<span class="soft">asleep: the ignition wakes it</span>{/if}
  {/if}
</div>

<style>
  .hands {
    display: flex;
    gap: 8px 14px;
    align-items: end;
    flex-wrap: wrap;
    padding-bottom: 10px;
    font-size: 13px;
    color: var(--soft);
  }
  select {
    display: flex;
    color: var(--ink);
    font-size: 15px;
  }
  .tick {
    display: flex;
    gap: 8px;
    align-items: center;
    min-height: 44px;
    font-size: 15px;
    color: var(--ink);
  }
</style>

<script lang="ts">
  import { JOB_ROLES } from '@badger/core/job/roles';
  import type { JobData } from '$lib/job-types.ts';
  import type { LiveStation } from '$lib/live-types.ts';
  import { live } from '$lib/features/live/live.svelte.ts';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';

  import Panel from '$lib/ui/Panel.svelte';

  let { job, station }: { job: JobData; station: LiveStation } = $props();

  const busy = $derived(station.operation !== undefined);
  const roleOf = (tag: string) => {
    const role = JOB_ROLES.find((r) => job.units[r]?.tag === tag);
    return role ? `${role} of this job` : '';
  };

  async function hands(change: {
    unit?: string | null;
    padHeld?: boolean;
    vehicleFeeds?: boolean;
    faults?: readonly string[];
  }) {
    noted(await send(`/api/stations/${station.id}/simulator`, change));
  }
</script>

<Panel label="Clamp and pad" title="1 · Clamp and pad">
  <div class="row">
    <label>
      <span class="soft">Unit on the clamp (your hands, in the simulated bench)</span>
      <select
        class="mono select"
        disabled={busy}
        value={station.simulated?.unit ?? ''}
        onchange={(e) => hands({ unit: e.currentTarget.value || null })}
      >
        <option value="">nothing</option>
        {#each live.bench.units as u (u.tag)}
          <option value={u.tag}
            >{u.tag} · {u.family}{roleOf(u.tag) ? ` · ${roleOf(u.tag)}` : ''}</option
          >
        {/each}
      </select>
    </label>
    {#if job.access?.staysInstalled}
      <label class="pad">
        <input
          type="checkbox"
          class="toggle"
          disabled={busy}
          checked={station.simulated?.vehicleFeeds ?? false}
          onchange={(e) => hands({ vehicleFeeds: e.currentTarget.checked })}
        />
        The vehicle feeds it (simulated)
      </label>
    {/if}
    {#if job.access?.holdPad}
      <label class="pad">
        <input
          type="checkbox"
          class="toggle"
          disabled={busy}
          checked={station.simulated?.padHeld ?? false}
          onchange={(e) => hands({ padHeld: e.currentTarget.checked })}
        />
        Hold pad {job.access.holdPad}
      </label>
    {/if}
  </div>
  {#if live.bench.faults.length > 0}
    <label>
      <span class="soft">Fault for practice (simulated)</span>
      <select
        class="select"
        disabled={busy}
        value={station.simulated?.faults[0] ?? ''}
        onchange={(e) => hands({ faults: e.currentTarget.value ? [e.currentTarget.value] : [] })}
      >
        <option value="">none</option>
        {#each live.bench.faults as f (f)}<option value={f}>{f.replaceAll('-', ' ')}</option>{/each}
      </select>
    </label>
  {/if}
  <details>
    <summary>Steps of this access</summary>
    <ol>
      {#each job.access?.steps ?? [] as step, i (i)}<li>{step}</li>{/each}
    </ol>
  </details>
</Panel>

<style>
  .row {
    display: grid;
    gap: 4px;
  }
  label span {
    display: block;
    font-size: 13px;
  }
  .select {
    width: 100%;
  }
  .pad {
    display: flex;
    gap: 8px;
    align-items: center;
    min-height: 44px;
    font-weight: 600;
  }
  summary {
    min-height: 44px;
    align-content: center;
  }
  ol {
    margin: 8px 0 0;
    padding-left: 20px;
    list-style: decimal;
    color: var(--soft);
  }
</style>

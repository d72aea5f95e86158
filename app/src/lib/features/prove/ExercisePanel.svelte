<script lang="ts">
  import type { ExerciseData } from '$lib/exercise-types.ts';
  import type { JobData } from '$lib/job-types.ts';
  import { live } from '$lib/features/live/live.svelte.ts';
  import { may } from '$lib/features/live/may.ts';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import { messageOf } from '$lib/messages/catalogue.ts';
  import Panel from '$lib/ui/Panel.svelte';
  import ExerciseLeads from './ExerciseLeads.svelte';
  import { wordsOfStages } from './exercise.view.ts';

  let {
    job,
    list,
    stationId
  }: { job: JobData; list: readonly ExerciseData[]; stationId: string | null } = $props();

  let busy = $state(false);
  const station = $derived(live.station(stationId));
  const onClamp = $derived(
    station?.connected?.jobNumber === job.number ? station.connected : undefined
  );
  const data = $derived(list.find((e) => e.role === onClamp?.role) ?? list[0]);
  const running = $derived(
    station?.exercise?.jobNumber === job.number ? station.exercise : undefined
  );
  const allowed = $derived(!job.closedAt && may('scan.run'));
  const ready = $derived(
    allowed && onClamp !== undefined && !onClamp.inVehicle && station?.senses === true
  );
  /** Why it cannot begin. */
  const waits = $derived(
    !onClamp
      ? 'Clamp the unit and read its chip id at Wire first.'
      : onClamp.inVehicle
        ? 'The unit sits in its vehicle: only a loose unit is exercised.'
        : station?.senses === true
          ? ''
          : 'No breakout box answers at this station.'
  );

  async function begin(wanted: readonly string[]) {
    busy = true;
    try {
      noted(await send(`/api/jobs/${job.number}/exercise`, { stationId, wanted }));
    } finally {
      busy = false;
    }
  }
  const stop = async () => noted(await send(`/api/jobs/${job.number}/exercise/stop`, {}));
</script>

{#if data}
  <Panel
    label="Exercise"
    title="Exercise it on the bench"
    note={data.runs > 0 ? `${data.role}, tag ${data.tag}: ${wordsOfStages(data.stages)}` : ''}
  >
    <p class="soft">
      The breakout box plays sensors and loads: plug its leads as numbered, looking into the unit.
      Loads get warm; nothing is driven in a vehicle.
      {#if data.holdPad}Pad {data.holdPad} stays free: held, the unit’s own program does not run.{/if}
    </p>
    {#if data.last?.brokenOff}
      <p class="warn">Last time it was broken off: {messageOf(data.last.brokenOff).title}.</p>
    {/if}
    {#if data.last && !data.last.released}
      <p class="warn">
        It could not be confirmed that every output was given back. The supply was ordered off: look
        at it.
      </p>
    {/if}
    <details open={onClamp !== undefined || data.runs > 0}>
      <summary>Leads and stages</summary>
      <ExerciseLeads
        {data}
        looking={running?.looking}
        again={ready && !running && !busy ? (id) => begin([id]) : undefined}
      />
    </details>
    <div class="acts">
      {#if running}
        <progress class="progress" value={running.done} max={running.of}></progress>
        <span aria-live="polite">{running.looking}, {running.done} of {running.of}</span>
        <button class="btn btn-outline" onclick={stop}>Stop after this one</button>
      {:else if allowed}
        <button class="btn btn-primary" disabled={!ready || busy} onclick={() => begin([])}>
          Exercise all of it
        </button>
        {#if data.selfTestSeconds !== undefined}
          <button
            class="btn btn-outline"
            disabled={!ready || busy}
            onclick={() => begin(['self-test'])}
          >
            Self-test only
          </button>
        {/if}
        {#if waits}<span class="soft">{waits}</span>{/if}
        <a class="link" href="/breakout?station={stationId ?? ''}">Pins and feeds of the box</a>
      {/if}
    </div>
  </Panel>
{/if}

<style>
  p {
    margin: 0 0 8px;
  }
  summary {
    cursor: pointer;
    min-height: 36px;
    font-weight: 600;
  }
  .warn {
    font-weight: 600;
  }
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 12px;
    align-items: center;
    margin-top: 10px;
  }
  .progress {
    width: 180px;
  }
</style>

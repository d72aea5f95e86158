<script lang="ts">
  import type { ReadingKind } from '@badger/core/wiring/judge-connection';
  import type { JobData } from '$lib/job-types.ts';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { may } from '$lib/features/live/may.ts';
  import { send } from '$lib/features/live/send.ts';
  import type { WiringData } from '$lib/wiring-types.ts';
  import BeginConnection from './BeginConnection.svelte';
  import ConnectionDrawing from './ConnectionDrawing.svelte';
  import MeasureCard from './MeasureCard.svelte';
  import OutAndOpen from './OutAndOpen.svelte';
  import PowerPath from './PowerPath.svelte';
  import WalkThrough from './WalkThrough.svelte';
  import WireOrder from './WireOrder.svelte';

  let {
    job,
    wiring,
    stationId,
    senses = false
  }: {
    job: JobData;
    wiring: WiringData;
    stationId: string | undefined;
    /** The station has sense lines. */
    senses?: boolean;
  } = $props();

  const locked = $derived(!wiring.connection || job.closedAt !== null || !may('bench.operate'));
  const path = $derived(`/api/jobs/${job.number}/connection`);
  let walking = $state(false);

  async function tick(wireKeys: readonly string[], on: boolean) {
    const { role, connection } = wiring;
    const body = { role, connectionId: connection?.id, wireKeys, on };
    return noted(await send(`${path}/ticks`, body));
  }
  async function read(kind: ReadingKind, ohm: number | null, wireKey?: string) {
    const { role, connection } = wiring;
    const key = wireKey === undefined ? {} : { wireKey };
    const body = { role, connectionId: connection?.id, kind, ohm, ...key };
    return noted(await send(`${path}/readings`, body));
  }
  async function sense() {
    const { role, connection } = wiring;
    return noted(await send(`${path}/sense`, { role, connectionId: connection?.id }));
  }
</script>

{#if wiring.plan.wires.length > 0}
  {#if wiring.dismantling.length > 0}<OutAndOpen {wiring} />{/if}
  <section class="card-sheet connect" aria-label="Connection">
    <div class="drawing">
      <ConnectionDrawing {wiring} />
    </div>
    <div class="order">
      <WireOrder {wiring} {locked} ontick={tick} />
    </div>
    <div class="foot">
      {#key wiring.role}<BeginConnection {job} {wiring} {stationId} />{/key}
      {#if !locked}
        <button class="btn btn-outline" onclick={() => (walking = true)}>One wire at a time</button>
      {/if}
      <a class="btn btn-ghost" href="/jobs/{job.number}/wiring/{wiring.role}">Print the sheet</a>
    </div>
  </section>
  {#if wiring.plan.termination || wiring.power}
    <div class="pair">
      <MeasureCard {wiring} {locked} onread={read} onsense={senses ? sense : undefined} />
      {#if wiring.power}<PowerPath power={wiring.power} />{/if}
    </div>
  {/if}
  {#if walking && wiring.connection}
    <WalkThrough {wiring} ontick={tick} onclose={() => (walking = false)} />
  {/if}
{/if}

<style>
  .connect {
    display: grid;
    grid-template-columns: minmax(0, 1.9fr) minmax(250px, 1fr);
    gap: 10px 20px;
    padding: 12px 16px;
  }
  .pair {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(min(380px, 100%), 1fr));
    gap: 12px;
  }
  .foot {
    grid-column: 1 / -1;
    display: flex;
    gap: 8px 12px;
    flex-wrap: wrap;
    align-items: end;
    border-top: 1px solid var(--line);
    padding-top: 10px;
  }
  @media (max-width: 900px) {
    .connect {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>

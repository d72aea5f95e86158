<script lang="ts">
  import { formatAmps, formatVolts } from '@badger/core/base/format';
  import type { SupplyProbe } from '@badger/core/supply/read-probe';
  import { invalidateAll } from '$app/navigation';
  import { parseFigure } from '$lib/desk-values.ts';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import Panel from '$lib/ui/Panel.svelte';

  interface StationLine {
    readonly id: string;
    readonly name: string;
    readonly idn: string;
    readonly ratedMa: number;
    readonly host: string;
    readonly boxPort: number;
    readonly supplyPort: number;
    readonly ownSupply: { readonly host: string; readonly port: number } | null;
  }
  let { stations, may }: { stations: readonly StationLine[]; may: boolean } = $props();

  let host = $state('');
  let port = $state('5025');
  let rated = $state('');
  let busy = $state(false);
  let found = $state.raw<(SupplyProbe & { host: string; port: number }) | undefined>();

  const at = $derived({ host: host.trim(), port: Number(port) });
  const asked = $derived(found?.host === at.host && found.port === at.port ? found : undefined);
  const ratedMa = $derived(Math.round(parseFigure(rated) * 1000));

  async function ask(event: SubmitEvent) {
    event.preventDefault();
    busy = true;
    const where = at;
    const sent = await send<SupplyProbe>('/api/supplies', where);
    busy = false;
    found = noted(sent) && sent.ok ? { ...sent.value, ...where } : undefined;
    if (found?.mostMa) rated = String(found.mostMa / 1000);
  }
  async function give(stationId: string, supply: object | null) {
    busy = true;
    if (noted(await send(`/api/stations/${stationId}/own-supply`, { supply }))) {
      found = undefined;
      await invalidateAll();
    }
    busy = false;
  }
</script>

<Panel label="Stations" title="Stations and their supplies">
  <ul>
    {#each stations as s (s.id)}
      <li data-station={s.id}>
        <b>{s.name}</b>
        <span>{s.idn || 'supply does not answer'}, {formatAmps(s.ratedMa)} A</span>
        <span class="mono soft">box {s.host}:{s.boxPort}</span>
        <span class="mono soft"
          >supply {s.ownSupply
            ? `${s.ownSupply.host}:${s.ownSupply.port}`
            : `${s.host}:${s.supplyPort}`}</span
        >
        {#if s.ownSupply && may}
          <button class="btn btn-outline btn-sm" disabled={busy} onclick={() => give(s.id, null)}>
            Back to its configured supply
          </button>
        {/if}
      </li>
    {:else}
      <li>No stations. Start with ./badger start for the simulated ones.</li>
    {/each}
  </ul>
  {#if may && stations.length > 0}
    <form onsubmit={ask}>
      <label>Supply at host <input class="mono input" bind:value={host} required /></label>
      <label
        >Port <input
          class="mono small input"
          inputmode="numeric"
          bind:value={port}
          required
        /></label
      >
      <button class="btn btn-outline" disabled={busy}
        >{busy ? 'Asking …' : 'Ask who is there'}</button
      >
    </form>
    {#if asked}
      <div class="found" role="status">
        <span>
          <b>{asked.idn}</b>, {asked.on ? 'output ON' : 'output off'}, at most
          {asked.mostMv === undefined ? 'unknown' : formatVolts(asked.mostMv)} V and
          {asked.mostMa === undefined ? 'unknown' : formatAmps(asked.mostMa)} A
        </span>
        <label
          >It gives, A <input
            class="mono small input"
            inputmode="decimal"
            bind:value={rated}
          /></label
        >
        {#each stations as s (s.id)}
          <button
            class="btn btn-primary"
            disabled={busy || !(ratedMa > 0)}
            onclick={() => give(s.id, { host: asked.host, port: asked.port, ratedMa })}
          >
            Use it at {s.name}
          </button>
        {/each}
      </div>
    {/if}
  {/if}
</Panel>

<style>
  ul {
    list-style: none;
    margin: 0;
    padding: 0;
  }
  li,
  form,
  .found {
    display: flex;
    flex-wrap: wrap;
    gap: 6px 18px;
    align-items: center;
    padding: 6px 0;
  }
  form {
    border-top: 1px solid var(--line);
    margin-top: 6px;
  }
  label {
    display: flex;
    gap: 8px;
    align-items: center;
  }
  .input {
    width: 190px;
  }
  .small {
    width: 84px;
  }
</style>

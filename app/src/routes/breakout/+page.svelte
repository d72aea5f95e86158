<script lang="ts">
  import { page } from '$app/state';
  import BreakoutSheet from '$lib/features/breakout/BreakoutSheet.svelte';
  import { live } from '$lib/features/live/live.svelte.ts';
  import PageHead from '$lib/ui/PageHead.svelte';

  const stations = $derived(live.bench.stations);
  const asked = $derived(page.url.searchParams.get('station'));
  const station = $derived(stations.find((s) => s.id === asked) ?? stations[0]);
</script>

<svelte:head><title>Breakout · Upright Badger</title></svelte:head>
<PageHead title="Breakout" note="Sixteen pins of the diagnostic socket, live." />
<nav aria-label="Station">
  {#each stations as s (s.id)}
    <a
      class="btn {s.id === station?.id ? 'btn-primary' : 'btn-outline'}"
      href="/breakout?station={s.id}"
      aria-current={s.id === station?.id ? 'page' : undefined}>{s.name}</a
    >
  {/each}
</nav>
{#if station}
  {#key station.id}<BreakoutSheet stationId={station.id} />{/key}
{:else}
  <p class="soft">No station is known yet.</p>
{/if}

<style>
  nav {
    display: flex;
    gap: 8px;
    margin-bottom: 12px;
  }
</style>

<script lang="ts">
  import { invalidate } from '$app/navigation';
  import HoursNav from '$lib/features/power/HoursNav.svelte';
  import HoursPanel from '$lib/features/power/HoursPanel.svelte';
  import PageHead from '$lib/ui/PageHead.svelte';
  import type { PageProps } from './$types';

  let { data }: PageProps = $props();
  /** As often as something new is wide enough to be seen. Units: ms. */
  const refreshMs = $derived(Math.min(30_000, Math.max(3000, data.spanMs / 1200)));

  $effect(() => {
    if (!data.live) return;
    const timer = setInterval(() => {
      if (document.visibilityState === 'visible') void invalidate('badger:supply-trace');
    }, refreshMs);
    return () => clearInterval(timer);
  });
</script>

<svelte:head><title>Supply trace · Upright Badger</title></svelte:head>
<PageHead
  title="Supply trace"
  note="What every supply gave while its output was on; kept for thirty days."
/>
<div class="pile">
  <HoursNav spanMs={data.spanMs} toMs={data.toMs} live={data.live} />
  {#each data.stations as hours (hours.stationId)}
    <HoursPanel {hours} />
  {:else}
    <p class="card-sheet box">No stations. Start with ./badger start for the simulated ones.</p>
  {/each}
</div>

<style>
  .pile {
    display: grid;
    gap: 12px;
  }
  .box {
    padding: 12px 16px;
  }
</style>

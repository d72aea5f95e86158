<script lang="ts">
  import { may } from '$lib/features/live/may.ts';
  import HoursForm from '$lib/features/shop/HoursForm.svelte';
  import PricesForm from '$lib/features/shop/PricesForm.svelte';
  import RightsTable from '$lib/features/shop/RightsTable.svelte';
  import ShopForm from '$lib/features/shop/ShopForm.svelte';
  import StationSupplies from '$lib/features/shop/StationSupplies.svelte';
  import SkillsForm from '$lib/features/shop/SkillsForm.svelte';
  import { live } from '$lib/features/live/live.svelte.ts';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import PageHead from '$lib/ui/PageHead.svelte';
  import type { PageProps } from './$types';

  let { data }: PageProps = $props();
  const changes = $derived(may('settings.change'));
  const speed = $derived(live.connected ? live.bench.speed : data.bench?.speed);

  async function set(event: Event & { currentTarget: HTMLInputElement }) {
    noted(await send('/api/speed', { factor: Number(event.currentTarget.value) }));
  }
</script>

<svelte:head><title>Shop · Upright Badger</title></svelte:head>
<PageHead title="Shop" />
<div class="pile">
  <div class="card-sheet box">
    <p>Signed in as <b>{data.person?.name}</b>, role {data.person?.role}.</p>
    <button class="btn btn-outline" onclick={() => Notification.requestPermission()}>
      Allow a desktop notice when a read or write ends
    </button>
    <form method="post" action="/sign-in?/out">
      <button class="btn btn-outline">Sign out</button>
    </form>
  </div>
  {#if speed !== undefined}
    <div class="card-sheet box">
      <label for="speed"
        ><b>Simulated bench</b>: {speed === 0
          ? 'running free'
          : `${speed} times faster than life`}</label
      >
      <input
        id="speed"
        class="range"
        type="range"
        min="1"
        max="120"
        value={speed === 0 ? 120 : speed}
        onchange={set}
      />
      <p class="soft">
        1 is life: a full read of an engine unit takes about eight minutes. Use it for training.
      </p>
    </div>
  {/if}
  <StationSupplies stations={data.stations} may={changes} />
  <ShopForm rules={data.rules} may={changes} />
  <SkillsForm people={data.people} may={changes} />
  <RightsTable />
  <HoursForm hours={data.hours} may={changes} />
  <PricesForm prices={data.prices} families={data.families} may={changes} />
</div>

<style>
  .pile {
    display: grid;
    grid-template-columns: minmax(0, 1fr);
    gap: 12px;
    max-width: 900px;
  }
  .box {
    padding: 12px 16px;
    display: grid;
    gap: 8px;
    justify-items: start;
  }
</style>

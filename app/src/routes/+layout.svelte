<script lang="ts">
  import '../app.css';
  import { onMount, untrack } from 'svelte';
  import { page } from '$app/state';
  import BenchLine from '$lib/features/bench-line/BenchLine.svelte';
  import Places from '$lib/features/shop/Places.svelte';
  import Notice from '$lib/features/shop/Notice.svelte';
  import FindDialog from '$lib/features/find/FindDialog.svelte';
  import KeysDialog from '$lib/features/find/KeysDialog.svelte';
  import { watchKeys } from '$lib/features/find/keys.ts';
  import { setShopNow } from '$lib/features/live/shop-now.ts';
  import { live } from '$lib/features/live/live.svelte.ts';
  import { notices } from '$lib/features/live/notices.svelte.ts';
  import { afterNavigate } from '$app/navigation';
  import type { LayoutProps } from './$types';

  let { data, children }: LayoutProps = $props();

  // before anything below says what time it is
  setShopNow(untrack(() => data.now));
  $effect.pre(() => setShopNow(data.now));

  let finding = $state(false);
  let keys = $state(false);
  const inside = $derived(data.bench !== undefined);
  const stations = $derived(live.connected ? live.bench.stations : (data.bench?.stations ?? []));
  const focus = $derived((page.data as { focusStation?: string | null }).focusStation ?? undefined);

  onMount(() => (inside ? live.open() : undefined));
  afterNavigate(() => notices.clear());

  const onkeydown = watchKeys(() => ({
    find: () => (finding = true),
    keys: () => (keys = true),
    jobNumber: (page.data as { job?: { number: number } }).job?.number
  }));
</script>

<svelte:window {onkeydown} />

{#if inside}
  <BenchLine
    {stations}
    {focus}
    connected={live.connected}
    databaseAway={live.connected && live.bench.databaseAway}
  />
  <div class="frame">
    <Places
      person={data.person}
      theme={data.theme}
      onfind={() => (finding = true)}
      onkeys={() => (keys = true)}
    />
    <main>
      <Notice />
      {@render children()}
    </main>
  </div>
  {#if data.person}<FindDialog bind:open={finding} />{/if}
  <KeysDialog bind:open={keys} />
{:else}
  <main class="alone">{@render children()}</main>
{/if}

<style>
  .frame {
    display: grid;
    grid-template-columns: 76px 1fr;
    min-height: calc(100% - 76px);
  }
  main {
    min-width: 0;
    padding: 12px 24px 24px;
  }
  .alone {
    max-width: 460px;
    margin: 8vh auto 0;
  }
  @media (max-width: 640px) {
    .frame {
      grid-template-columns: 1fr;
    }
    main {
      padding: 10px 12px 80px;
    }
  }
  @media print {
    .frame {
      display: block;
    }
    main {
      padding: 0;
    }
  }
</style>

<script lang="ts">
  import { shopNow } from '$lib/features/live/shop-now.ts';
  import { invalidate } from '$app/navigation';
  import { onMount } from 'svelte';
  import type { PlanData } from '$lib/plan-types.ts';
  import DayPlan from './DayPlan.svelte';

  let { coming, may, now }: { coming: Promise<PlanData | undefined>; may: boolean; now: Date } =
    $props();

  /** The newest plan stays on the page while the next one is made. */
  let shown = $state.raw<PlanData | undefined>();
  let failed = $state(false);
  /** The line of now goes on by itself; a plan that has become old is made anew. */
  let clock = $state.raw<Date | undefined>();
  const TICK_MS = 30_000;
  const OLD_MS = 300_000;
  onMount(() => {
    const timer = setInterval(() => {
      clock = shopNow();
      if (shown && clock.getTime() - shown.madeAt.getTime() > OLD_MS)
        void invalidate('badger:jobs');
    }, TICK_MS);
    return () => clearInterval(timer);
  });

  $effect(() => {
    let here = true;
    void coming.then((plan) => {
      if (!here) return;
      failed = plan === undefined;
      if (plan) shown = plan;
    });
    return () => (here = false);
  });
</script>

{#if shown}
  <DayPlan plan={shown} {may} now={clock ?? now} />
{:else}
  <p class="card-sheet p-4" role="status" data-state={failed ? 'failed' : 'planning'}>
    {failed ? 'The plan could not be made; the jobs below are complete.' : 'Planning the day…'}
  </p>
{/if}

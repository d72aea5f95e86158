<script lang="ts">
  import type { PlanData } from '$lib/plan-types.ts';
  import DayPlan from './DayPlan.svelte';

  let { coming, may, now }: { coming: Promise<PlanData | undefined>; may: boolean; now: Date } =
    $props();

  /** The newest plan stays on the page while the next one is made. */
  let shown = $state.raw<PlanData | undefined>();
  let failed = $state(false);

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
  <DayPlan plan={shown} {may} {now} />
{:else}
  <p class="card-sheet p-4" role="status" data-state={failed ? 'failed' : 'planning'}>
    {failed ? 'The plan could not be made; the jobs below are complete.' : 'Planning the day…'}
  </p>
{/if}

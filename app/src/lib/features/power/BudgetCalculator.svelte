<script lang="ts">
  import { formatAmps } from '@badger/core/base/format';
  import { MARGIN } from '@badger/core/electrical/budget';
  import SendToJob from '$lib/features/shared/SendToJob.svelte';
  import Calculator from '$lib/features/shared/Calculator.svelte';
  import Figure from '$lib/features/shared/Figure.svelte';
  import { BUDGET_EXAMPLE, computeBudget, parseFigure } from '$lib/desk-values.ts';

  let { jobs }: { jobs: readonly { readonly number: number; readonly name: string }[] } = $props();

  let unitAmps = $state(BUDGET_EXAMPLE.unitAmps);
  let ratedAmps = $state(BUDGET_EXAMPLE.ratedAmps);
  let box = $state(BUDGET_EXAMPLE.besideAmps[0] ?? '');
  let dongle = $state(BUDGET_EXAMPLE.besideAmps[1] ?? '');
  let other = $state('');
  const result = $derived(computeBudget({ unitAmps, ratedAmps, besideAmps: [box, dongle, other] }));
  const ratedMa = $derived(parseFigure(ratedAmps) * 1000);
  const most = $derived(Math.max(result.needMa, ratedMa, 1));
  const share = (ma: number) => `${Math.min(100, Math.max(0, (ma / most) * 100))}%`;
</script>

<Calculator label="Budget" title="Budget: can the supply carry it" judgement={result.judgement}>
  {#snippet figures()}
    <Figure name="Unit, heaviest state" unit="A" bind:value={unitAmps} />
    <Figure name="Interface box" unit="A" bind:value={box} />
    <Figure name="Radio dongle" unit="A" bind:value={dongle} />
    <Figure name="Adapter, second processor" unit="A" bind:value={other} />
    <Figure name="Supply gives" unit="A" bind:value={ratedAmps} />
  {/snippet}
  {#if Number.isFinite(result.needMa) && Number.isFinite(ratedMa)}
    <div
      class="bar"
      role="img"
      aria-label="{formatAmps(result.needMa)} A of {formatAmps(ratedMa)} A"
    >
      <span class="total" style="width: {share(result.totalMa)}"></span>
      <span
        class="margin"
        style="left: {share(result.totalMa)}; width: {share(result.needMa - result.totalMa)}"
      ></span>
      <span class="rated" style="left: calc({share(ratedMa)} - 2px)"></span>
    </div>
  {/if}
  <SendToJob
    {jobs}
    value={{
      kind: 'budget',
      input: { unitAmps, ratedAmps, besideAmps: [box, dongle, other] }
    }}
  />
  {#snippet formula()}
    Need = {MARGIN} · (unit + all that hangs on the same supply). Common practice.
  {/snippet}
</Calculator>

<style>
  .bar {
    position: relative;
    height: 24px;
    background: var(--none-tint);
    border-radius: 3px;
  }
  .bar span {
    position: absolute;
    top: 0;
    bottom: 0;
  }
  .total {
    left: 0;
    background: var(--ink);
  }
  .margin {
    background: repeating-linear-gradient(135deg, var(--ink) 0 3px, transparent 3px 7px);
  }
  .rated {
    width: 4px;
    background: var(--stop);
  }
</style>

<script lang="ts">
  import VoltStairs from '$lib/features/shared/VoltStairs.svelte';
  import SendToJob from '$lib/features/shared/SendToJob.svelte';
  import Calculator from '$lib/features/shared/Calculator.svelte';
  import Figure from '$lib/features/shared/Figure.svelte';
  import LevelChart from '$lib/features/shared/LevelChart.svelte';
  import { computeLead, LEAD_EXAMPLE, parseFigure } from '$lib/desk-values.ts';

  let { jobs }: { jobs: readonly { readonly number: number; readonly name: string }[] } = $props();

  let input = $state({ ...LEAD_EXAMPLE });
  const result = $derived(computeLead(input));
  const leastMv = $derived(parseFigure(input.leastVolts) * 1000);
  const whole = $derived(result.curve.length > 0 && Number.isFinite(leastMv));
</script>

<Calculator label="Lead" title="Lead: what arrives at the unit" judgement={result.judgement}>
  {#snippet figures()}
    <Figure name="Supply" unit="V" bind:value={input.volts} />
    <Figure name="Current" unit="A" bind:value={input.amps} />
    <Figure name="Length, one way" unit="m" bind:value={input.metres} />
    <label
      ><span>Conductor</span>
      <span class="field">
        <input class="mono input" inputmode="decimal" aria-label="Size" bind:value={input.size} />
        <select class="select" aria-label="Size in" bind:value={input.gauge}>
          <option value="mm2">mm²</option>
          <option value="awg">AWG</option>
        </select></span
      ></label
    >
    <Figure name="One contact" unit="mΩ" bind:value={input.contactMohm} />
    <Figure name="Copper" unit="°C" bind:value={input.celsius} />
    <Figure name="Unit needs" unit="V" bind:value={input.leastVolts} />
  {/snippet}
  {#if whole}
    <VoltStairs along={result.along} minMv={leastMv} />
    <LevelChart
      label="Volts at the unit by current"
      points={result.curve.map((p) => ({ x: p.amps, y: p.volts }))}
      least={leastMv / 1000}
      xName="amps"
      yName="volts at the unit"
    />
  {/if}
  <SendToJob {jobs} value={{ kind: 'lead', input: { ...input } }} />
  {#snippet formula()}
    R = 2 · 1.16 · length / (58 · mm²) · (1 + 0.00393 · (°C − 20)) + 4 contacts{result.loopOhm ===
    undefined
      ? ''
      : ` = ${(result.loopOhm * 1000).toFixed(0)} mΩ`}; U = supply − current · R. 58 Ω⁻¹·m/mm² and
    0.00393/K: IEC 60028; 1.16: the worst stranded lead of IEC 60228 and ISO 6722-1.
  {/snippet}
</Calculator>

<style>
  .field {
    display: flex;
    gap: 6px;
  }
  .input {
    width: 72px;
  }
  .select {
    width: 96px;
  }
</style>

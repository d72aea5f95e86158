<script lang="ts">
  import type { ChartConfiguration } from 'chart.js';
  import { chart } from '$lib/features/shared/chart.svelte.ts';
  import VoltStairs from '$lib/features/shared/VoltStairs.svelte';
  import Panel from '$lib/ui/Panel.svelte';
  import Figure from './Figure.svelte';
  import { computeLead, LEAD_EXAMPLE, parseFigure } from './power.view.ts';
  import Verdict from './Verdict.svelte';

  let input = $state({ ...LEAD_EXAMPLE });
  const result = $derived(computeLead(input));
  const leastMv = $derived(parseFigure(input.leastVolts) * 1000);
  const whole = $derived(result.curve.length > 0 && Number.isFinite(leastMv));

  function config(): ChartConfiguration<'line'> {
    const css = getComputedStyle(document.documentElement);
    const color = (name: string) => css.getPropertyValue(name).trim();
    const line = (y: (p: (typeof result.curve)[number]) => number, token: string) => ({
      data: result.curve.map((p) => ({ x: p.amps, y: y(p) })),
      ...{ borderColor: color(token), pointRadius: 0, borderWidth: 2 }
    });
    return {
      type: 'line',
      data: { datasets: [line((p) => p.volts, '--ink'), line(() => leastMv / 1000, '--stop')] },
      options: {
        maintainAspectRatio: false,
        plugins: { legend: { display: false } },
        scales: {
          x: { type: 'linear', title: { display: true, text: 'amps' } },
          y: { title: { display: true, text: 'volts at the unit' } }
        }
      }
    };
  }
</script>

<Panel label="Lead" title="Lead: what arrives at the unit">
  <div class="figures">
    <Figure name="Supply" unit="V" bind:value={input.volts} />
    <Figure name="Current" unit="A" bind:value={input.amps} />
    <Figure name="Length, one way" unit="m" bind:value={input.metres} />
    <label class="size"
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
  </div>
  <Verdict judgement={result.judgement} />
  {#if whole}
    <VoltStairs along={result.along} minMv={leastMv} />
    <div class="chart">
      <canvas aria-label="Volts at the unit by current" {@attach chart(config)}></canvas>
    </div>
  {/if}
  <p class="formula soft">
    R = 2 · 1.16 · length / (58 · mm²) · (1 + 0.00393 · (°C − 20)) + 4 contacts{result.loopOhm ===
    undefined
      ? ''
      : ` = ${(result.loopOhm * 1000).toFixed(0)} mΩ`}; U = supply − current · R. 58 Ω⁻¹·m/mm² and
    0.00393/K: IEC 60028; 1.16: the worst stranded lead of IEC 60228 and ISO 6722-1.
  </p>
</Panel>

<style>
  .figures {
    display: flex;
    flex-wrap: wrap;
    gap: 8px 18px;
  }
  .size {
    display: grid;
    gap: 2px;
    font-size: 14px;
  }
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
  .chart {
    height: 150px;
  }
  .formula {
    font-size: 13px;
    margin: 8px 0 0;
  }
</style>

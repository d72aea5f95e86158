<script lang="ts">
  import { formatAmps, formatVolts } from '@badger/core/base/format';
  import { chart } from '$lib/features/shared/chart.svelte.ts';
  import type { SupplyHours } from '$lib/supply-types.ts';
  import Panel from '$lib/ui/Panel.svelte';
  import HoursEvents from './HoursEvents.svelte';
  import { hoursChart } from './hours-chart.ts';
  import { formatMoment, linesOf, summaryOf } from './hours.view.ts';

  let { hours }: { hours: SupplyHours } = $props();

  const spanMs = $derived(hours.toMs - hours.fromMs);
  const hidden = $derived(hours.markCount - linesOf(hours.marks).length);
  const points = $derived(hours.runs.flat());

  function config() {
    const css = getComputedStyle(document.documentElement);
    return hoursChart(hours, (name) => css.getPropertyValue(name).trim());
  }
</script>

<Panel label="Supply of {hours.name}" title={hours.name} note={summaryOf(hours)}>
  {#if hours.runs.length === 0}
    <p class="soft">The output was not on, or nobody heard it: nothing was kept of this stretch.</p>
  {:else}
    <div class="canvas">
      <canvas
        aria-label="Volts and amps of {hours.name} over time; the table below says the same"
        {@attach chart(config)}
      ></canvas>
    </div>
    <p class="soft">
      Amps drawn, volts dotted, limit dashed; tinted where a unit was worked on, as high as it
      should draw.
      {#if hours.holeMs > 2000}Gaps shorter than {hours.holeMs / 1000} s are closed at this width.{/if}
      {#if hidden > 0}{hidden} marks are only in the list.{/if}
    </p>
    <details>
      <summary>As a table</summary>
      <div class="scroll">
        <table class="plain">
          <thead><tr><th>Time</th><th>Volts</th><th>Amps</th></tr></thead>
          <tbody>
            {#each points.slice(-120) as p, i (i)}
              <tr>
                <td class="mono">{formatMoment(p.atMs, Math.min(spanMs, 900_000))}</td>
                <td class="mono">{formatVolts(p.mv)}</td>
                <td class="mono">{formatAmps(p.ma)}</td>
              </tr>
            {/each}
          </tbody>
        </table>
      </div>
    </details>
  {/if}
  <HoursEvents {hours} />
</Panel>

<style>
  .canvas {
    position: relative;
    height: 230px;
  }
  .scroll {
    max-height: 220px;
    overflow: auto;
  }
  summary {
    cursor: pointer;
    color: var(--soft);
  }
</style>

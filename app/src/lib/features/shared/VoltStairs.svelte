<script lang="ts">
  import { formatVolts } from '@badger/core/base/format';
  import type { PathVoltage } from '@badger/core/electrical/power-path';
  import { drawStairs } from './stairs.view.ts';

  let { along, minMv }: { along: PathVoltage; minMv: number } = $props();

  const drawn = $derived(drawStairs(along, minMv));
  const NAMES = {
    supply: 'Supply',
    interface: 'Box',
    lead: 'Lead',
    contacts: 'Contacts',
    unit: 'Unit'
  };
  const label = $derived(
    `Volts on the way: ${along.steps.map((s) => `${NAMES[s.id]} ${formatVolts(s.atMv)} V`).join(', ')}; least at the unit ${formatVolts(minMv)} V`
  );
</script>

<svg viewBox="0 0 {drawn.width} {drawn.height}" role="img" aria-label={label}>
  <path class="least" d="M 0 {drawn.minY} H {drawn.width}" />
  <text class="least-text" x={drawn.width} y={drawn.minY - 5}
    >{formatVolts(minMv)} V, least at the unit</text
  >
  <path class="stairs" class:low={along.atUnitMv < minMv} d={drawn.path} />
  {#each drawn.labels as l, i (i)}
    <text x={l.x} y={l.y}
      ><tspan>{NAMES[l.id]}</tspan> <tspan class="volts">{formatVolts(l.atMv)}</tspan></text
    >
  {/each}
</svg>

<style>
  svg {
    width: 100%;
    height: auto;
    max-width: 560px;
    display: block;
  }
  .stairs {
    fill: none;
    stroke: var(--ink);
    stroke-width: 3;
  }
  .stairs.low {
    stroke: var(--stop);
  }
  .least {
    stroke: var(--stop);
    stroke-width: 1.5;
    stroke-dasharray: 6 4;
  }
  .least-text {
    text-anchor: end;
    fill: var(--stop);
  }
  text {
    font-size: 14px;
    fill: var(--soft);
    font-family: var(--font-sans);
  }
  .volts {
    font-family: var(--font-mono);
    font-weight: 700;
    fill: var(--ink);
  }
</style>

<script lang="ts">
  import { formatAmps, formatVolts } from '@badger/core/base/format';
  import { MARGIN } from '@badger/core/electrical/budget';
  import { messageOfJudgement } from '$lib/messages/catalogue.ts';
  import Panel from '$lib/ui/Panel.svelte';
  import VerdictMark from '$lib/ui/VerdictMark.svelte';
  import type { PowerData } from '$lib/wiring-types.ts';
  import VoltStairs from '$lib/features/shared/VoltStairs.svelte';

  let { power }: { power: PowerData } = $props();

  const most = $derived(
    Math.max(power.ratedMa ?? 0, ...power.lines.map((l) => l.totalMa * MARGIN), 1)
  );
  const share = (ma: number) => `${Math.min(100, (ma / most) * 100)}%`;
  const amps = (ma: number) => `${formatAmps(ma)} A`;
</script>

<Panel
  label="Power on its way"
  title="Power on its way"
  note={power.assumed ? 'the family gives no figures: cautious ones are taken' : ''}
>
  <VoltStairs along={power.along} minMv={power.need.voltageMinMv} />
  {#each [power.volts, power.budget] as line (line.code)}
    {@const m = messageOfJudgement(line)}
    <p class="line">
      <VerdictMark verdict={line.verdict} size={16} />
      <span><b>{m.title}.</b> {m.text} {m.clear ?? ''}</span>
    </p>
  {/each}
  <div class="bars" aria-hidden="true">
    {#each power.lines as line (line.state)}
      <span>{line.state}</span>
      <span class="bar">
        <span class="unit" style="width: {share(line.unitMa)}"></span>
        <span class="beside" style="left: {share(line.unitMa)}; width: {share(line.besideMa)}"
        ></span>
        {#if power.ratedMa !== undefined}
          <span class="rated" style="left: {share(power.ratedMa)}"></span>
        {/if}
      </span>
      <span class="mono">{amps(line.totalMa)}</span>
    {/each}
  </div>
  <details>
    <summary>Figures</summary>
    <table>
      <thead>
        <tr><th>State</th><th>Unit</th><th>Beside it</th><th>Total</th><th>With margin</th></tr>
      </thead>
      <tbody>
        {#each power.lines as line (line.state)}
          <tr>
            <td>{line.state}</td>
            <td>{amps(line.unitMa)}</td>
            <td>{amps(line.besideMa)}</td>
            <td>{amps(line.totalMa)}</td>
            <td>{amps(line.totalMa * MARGIN)}</td>
          </tr>
        {/each}
      </tbody>
    </table>
    <p class="soft">
      Supply gives {power.ratedMa === undefined ? 'not known' : amps(power.ratedMa)}.
      {power.limitMa === undefined ? '' : `Limit to set: ${amps(power.limitMa)}.`}
      Voltage: {formatVolts(power.sourceMv)} V.
      {power.beside.map((b) => `${b.name} ${amps(b.maxMa)}`).join(', ')}
    </p>
  </details>
</Panel>

<style>
  .line {
    display: flex;
    gap: 8px;
    margin: 6px 0 0;
    align-items: baseline;
  }
  .bars {
    display: grid;
    grid-template-columns: 80px 1fr 70px;
    gap: 4px 10px;
    align-items: center;
    margin-top: 10px;
  }
  .bar {
    position: relative;
    height: 16px;
    background: var(--none-tint);
    border-radius: 3px;
  }
  .bar > span {
    position: absolute;
    top: 0;
    bottom: 0;
  }
  .unit {
    left: 0;
    background: var(--ink);
  }
  .beside {
    background: repeating-linear-gradient(135deg, var(--ink) 0 3px, transparent 3px 6px);
  }
  .rated {
    width: 3px;
    background: var(--stop);
  }
  summary {
    min-height: 44px;
    padding-top: 10px;
    cursor: pointer;
  }
  th,
  td {
    text-align: left;
    padding: 2px 18px 2px 0;
  }
</style>

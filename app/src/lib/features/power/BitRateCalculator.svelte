<script lang="ts">
  import { judge } from '@badger/core/base/verdict';
  import { clockTolerance, computeBitTiming } from '@badger/core/can/bit-timing';
  import { parseFigure } from '$lib/desk-values.ts';
  import Calculator from '$lib/features/shared/Calculator.svelte';
  import Figure from '$lib/features/shared/Figure.svelte';

  let clock = $state('16');
  let rate = $state('500');
  let sample = $state('');
  const wantedBps = $derived(parseFigure(rate) * 1000);
  const share = $derived(parseFigure(sample) / 100);
  const timing = $derived(
    computeBitTiming({
      ...{ clockHz: parseFigure(clock) * 1e6, bitrateBps: wantedBps },
      samplePoint: sample.trim() === '' ? undefined : share
    })
  );
  const offPercent = $derived(
    timing ? ((timing.bitrateBps - wantedBps) / wantedBps) * 100 : Number.NaN
  );
  const tolerancePercent = $derived(timing ? clockTolerance(timing) * 100 : Number.NaN);
  const round = (value: number) => Number(value.toFixed(2));
  const judgement = $derived(
    !timing
      ? judge('look', 'can.rate.none')
      : Math.abs(offPercent) < tolerancePercent
        ? judge('go', 'can.rate.met', { offPercent: round(offPercent) })
        : judge('stop', 'can.rate.off', {
            offPercent: round(offPercent),
            tolerancePercent: round(tolerancePercent)
          })
  );
  const quanta = $derived(timing ? 1 + timing.segment1 + timing.segment2 : 0);
  const parts = $derived(
    timing
      ? [
          { id: 'sync', name: '', quanta: 1 },
          { id: 'before', name: 'before the sample', quanta: timing.segment1 },
          { id: 'after', name: 'after', quanta: timing.segment2 }
        ]
      : []
  );
</script>

<Calculator label="Bit rate" title="Bit rate: can box and unit agree" {judgement}>
  {#snippet figures()}
    <Figure name="Clock of the controller" unit="MHz" bind:value={clock} />
    <Figure name="Bit rate" unit="kbit/s" bind:value={rate} />
    <Figure name="Sample point, if given" unit="%" bind:value={sample} />
  {/snippet}
  {#if timing}
    <div
      class="bit"
      role="img"
      aria-label="One bit: 1 quantum, {timing.segment1} before the sample, {timing.segment2} after"
    >
      {#each parts as part (part.id)}
        <span class={part.id} style="flex: {part.quanta}"
          >{part.quanta}{part.name === '' ? '' : ` ${part.name}`}</span
        >
      {/each}
    </div>
    <p>
      Prescaler <b class="mono">{timing.prescaler}</b>, {quanta} quanta, sample at
      <b class="mono">{(timing.samplePoint * 100).toFixed(1)} %</b>, jump
      <b class="mono">{timing.jump}</b>, real rate
      <b class="mono">{(timing.bitrateBps / 1000).toFixed(2)} kbit/s</b>, clocks may be
      <b class="mono">{tolerancePercent.toFixed(2)} %</b> apart
    </p>
  {/if}
  {#snippet formula()}
    Rate = clock / (prescaler · quanta). Apart: the lesser of jump / (20 · quanta) and phase / (2 ·
    (13 · quanta − second)). ISO 11898-1 and CiA 301, from memory; the same as can-utils finds.
  {/snippet}
</Calculator>

<style>
  .bit {
    display: flex;
    height: 40px;
    margin-top: 10px;
    border: 2px solid var(--ink);
    border-radius: 3px;
    overflow: hidden;
  }
  .bit span {
    display: grid;
    place-items: center;
    font: 600 14px var(--font-sans);
    white-space: nowrap;
    overflow: hidden;
  }
  .sync {
    background: var(--ink);
    color: var(--sheet);
  }
  .before {
    border-right: 5px solid var(--stop);
  }
  .after {
    background: var(--none-tint);
  }
  p {
    margin: 8px 0 0;
  }
</style>

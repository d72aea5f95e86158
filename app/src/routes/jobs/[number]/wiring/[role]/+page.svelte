<script lang="ts">
  import { formatAmps, formatVolts } from '@badger/core/base/format';
  import ConnectionDrawing from '$lib/features/wire/ConnectionDrawing.svelte';
  import {
    expectedWords,
    leadWords,
    measuresOf,
    terminatorWords
  } from '$lib/features/wire/connect.view.ts';
  import VoltStairs from '$lib/features/shared/VoltStairs.svelte';
  import { placeWords, signalWords } from '$lib/messages/wire-words.ts';
  import PageHead from '$lib/ui/PageHead.svelte';
  import RoleMark from '$lib/ui/RoleMark.svelte';
  import type { PageProps } from './$types';

  let { data }: PageProps = $props();
  const w = $derived(data.wiring);
  const power = $derived(w.power);
  const title = $derived(`Wiring, job ${data.job.number}`);
  const print = () => window.print();
</script>

<svelte:head><title>{title} · Upright Badger</title></svelte:head>
<PageHead {title}>
  <a class="btn btn-outline" href="/jobs/{data.job.number}/wire">Back to the job</a>
  <button class="btn btn-primary" onclick={print}>Print</button>
</PageHead>
<article class="card-sheet">
  <header>
    <h2><RoleMark role={w.role} size={26} /> {w.role.toUpperCase()} <b class="mono">{w.tag}</b></h2>
    <p>
      {w.family}, {w.accessName}. {data.job.vehicle}, VIN <b class="mono">{data.job.vin || '–'}</b>
    </p>
    <p class="soft">
      {w.plan.lead ? `Lead: ${w.plan.lead.name}, ${w.plan.lead.port}. ` : ''}{terminatorWords(w)}
      {w.marking ? `Chip marked ${w.marking}.` : ''}
    </p>
  </header>
  <div class="drawing">
    <ConnectionDrawing wiring={w} printed />
  </div>
  <table class="plain">
    <thead
      ><tr><th>In this order</th><th>To</th><th>Lead</th><th>Expect, power off</th><th>On</th></tr
      ></thead
    >
    <tbody>
      {#each w.plan.wires as wire, i (wire.key)}
        <tr>
          <td
            ><b>{i + 1}. {signalWords(wire.signal)}</b>
            {#if wire.programming}<span class="soft">not in the vehicle’s diagram</span>{/if}</td
          >
          <td
            ><b class="mono">{placeWords(wire)}</b>
            {#if wire.terminalMm !== undefined}<span class="soft">{wire.terminalMm} mm</span>{/if}
            {#if wire.note}<span class="soft">{wire.note}</span>{/if}</td
          >
          <td>{leadWords(wire, w)}</td>
          <td>{expectedWords(wire)}</td>
          <td class="box">☐</td>
        </tr>
      {/each}
      {#each measuresOf(w) as m (m.kind)}
        <tr>
          <td colspan="3">Measure {m.name}, power off</td>
          <td>{m.right}</td>
          <td class="box">____</td>
        </tr>
      {/each}
    </tbody>
  </table>
  {#if power}
    <div class="power">
      <p>
        Supply {formatVolts(power.need.voltageMinMv)} to {formatVolts(power.need.voltageMaxMv)} V{power.limitMa ===
        undefined
          ? ''
          : `, limit ${formatAmps(power.limitMa)} A`}. The limit is set before the output is on.
      </p>
      <VoltStairs along={power.along} minMv={power.need.voltageMinMv} />
    </div>
  {/if}
  <p class="soft">
    Ground first, boot pad last. Programming lines stand only in the interface’s own diagram; supply
    and bus pins may be checked against the maker’s. Local law and the maker’s information come
    first.
  </p>
</article>

<style>
  article {
    max-width: 900px;
    padding: 16px 22px;
    display: grid;
    gap: 10px;
  }
  h2 {
    margin: 0;
    font-weight: 700;
    display: flex;
    gap: 8px;
    align-items: center;
  }
  header p {
    margin: 2px 0 0;
  }
  .drawing {
    max-width: 640px;
  }
  td,
  th {
    text-align: left;
    padding: 3px 12px 3px 0;
    vertical-align: top;
  }
  td .soft {
    display: block;
    font-size: 13px;
  }
  .box {
    font-size: 20px;
  }
  .power {
    break-inside: avoid;
  }
  @media print {
    article {
      border: 0;
      padding: 0;
      font-size: 11px;
      gap: 4px;
      max-width: none;
    }
    /* one sheet: faces and board share its upper third */
    .drawing {
      max-width: none;
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(80mm, 1fr));
      gap: 0 6mm;
    }
    .drawing :global(svg) {
      max-height: 62mm;
    }
    .power :global(svg) {
      max-width: 90mm;
    }
    article td,
    article th {
      padding-block: 1px;
      font-size: 11px;
      line-height: 1.25;
    }
    td .soft {
      display: inline;
      font-size: 10px;
    }
    .box {
      font-size: 14px;
    }
  }
</style>

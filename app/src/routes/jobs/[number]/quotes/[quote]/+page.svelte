<script lang="ts">
  import { decimal, formatMoney } from '@badger/core/base/money';
  import PageHead from '$lib/ui/PageHead.svelte';
  import type { PageProps } from './$types';

  let { data }: PageProps = $props();
  const q = $derived(data.quote);
  const title = $derived(`Quote ${data.job.number}-${q.number}`);
  const money = (text: string) => formatMoney(decimal(text), q.currency);
  const day = (d: Date) =>
    d.toLocaleDateString('en-GB', { day: 'numeric', month: 'long', year: 'numeric' });
  const print = () => window.print();
</script>

<svelte:head><title>{title} · Upright Badger</title></svelte:head>
<PageHead {title}>
  <a class="btn btn-outline" href="/jobs/{data.job.number}/match?part=access">Back to the job</a>
  <button class="btn btn-primary" onclick={print}>Print</button>
</PageHead>
<article class="card-sheet">
  <header>
    <h2>{title}</h2>
    <p>{day(q.at)}, valid until <b>{day(q.validUntil)}</b></p>
  </header>
  <dl>
    <dt>Customer</dt>
    <dd>{data.job.customer}</dd>
    <dt>Vehicle</dt>
    <dd>{data.job.vehicle}, VIN <span class="mono">{data.job.vin}</span></dd>
    <dt>Complaint</dt>
    <dd>{data.job.complaint}</dd>
  </dl>
  <table class="plain">
    <thead><tr><th>What</th><th class="amount">Amount</th></tr></thead>
    <tbody>
      {#each q.lines as line, i (i)}
        <tr><td>{line.text}</td><td class="mono amount">{money(line.amount)}</td></tr>
      {/each}
    </tbody>
    <tfoot>
      <tr><td>Net</td><td class="mono amount">{money(q.net)}</td></tr>
      <tr><td>Tax, {q.taxPercent} %</td><td class="mono amount">{money(q.tax)}</td></tr>
      <tr class="total"><td>In all</td><td class="mono amount">{money(q.total)}</td></tr>
    </tfoot>
  </table>
  {#if q.note}<p>{q.note}</p>{/if}
  <p class="soft">
    Made by {q.personName}. Work beyond these lines is asked for first. Security work only with the
    recorded order of the owner.
  </p>
</article>

<style>
  article {
    max-width: 760px;
    padding: 20px 24px;
    display: grid;
    gap: 14px;
  }
  header {
    display: flex;
    justify-content: space-between;
    align-items: baseline;
    flex-wrap: wrap;
    gap: 8px;
  }
  h2 {
    font: 700 22px/1.2 var(--font-sans);
  }
  dl {
    display: grid;
    grid-template-columns: auto 1fr;
    gap: 2px 16px;
    margin: 0;
  }
  dt {
    color: var(--soft);
  }
  dd,
  p {
    margin: 0;
  }
  th.amount,
  td.amount {
    text-align: right;
    white-space: nowrap;
  }
  .total td {
    font-weight: 700;
    font-size: 17px;
    border-top: 2px solid var(--ink);
  }
  @media print {
    article {
      border: 0;
      padding: 0;
      max-width: none;
    }
  }
</style>

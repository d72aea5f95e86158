<script lang="ts">
  import { decimal, formatMoney } from '@badger/core/base/money';
  import { formatDuration } from '@badger/core/base/format';
  import type { MoneyData } from '$lib/paper-types.ts';
  import { may } from '$lib/features/live/may.ts';
  import Panel from '$lib/ui/Panel.svelte';

  let { jobNumber, money }: { jobNumber: number; money: MoneyData } = $props();

  const amount = (text: string | undefined) =>
    text === undefined ? '–' : formatMoney(decimal(text), money.currency);
  const time = (minutes: number | undefined) =>
    minutes === undefined ? '–' : formatDuration(minutes * 60);
  const timeless = $derived(
    money.lines.some((l) => l.quotedMinutes !== undefined && l.actualMinutes === undefined)
  );
</script>

<Panel
  label="Money"
  title="Quoted, and what it came to"
  note="quote {jobNumber}-{money.quoteNumber}"
>
  <table class="plain">
    <thead
      ><tr
        ><th>What</th><th class="amount">Time quoted</th><th class="amount">Time kept</th><th
          class="amount">Quoted</th
        ><th class="amount">Came to</th></tr
      ></thead
    >
    <tbody>
      {#each money.lines as l, i (i)}
        <tr>
          <td>{l.text}</td>
          <td class="mono amount">{l.quotedMinutes === undefined ? '' : time(l.quotedMinutes)}</td>
          <td class="mono amount">{l.quotedMinutes === undefined ? '' : time(l.actualMinutes)}</td>
          <td class="mono amount">{amount(l.quoted)}</td>
          <td class="mono amount">{amount(l.actual)}</td>
        </tr>
      {/each}
    </tbody>
    <tfoot
      ><tr
        ><td>Net</td><td></td><td></td><td class="mono amount">{amount(money.quotedNet)}</td><td
          class="mono amount"><b>{amount(money.actualNet)}</b></td
        ></tr
      ></tfoot
    >
  </table>
  <p class="soft">
    {#if timeless}No time of hands was kept: begin and end the tasks on Today’s plan.{/if}
    {#if money.running}A task was begun and not ended: it is not counted.{/if}
    The bench alone was busy for {time(money.benchMinutes)}.
    {#if may('lists.export')}
      <a class="btn btn-outline" href="/api/jobs/{jobNumber}/invoice.csv" download
        >Invoice lines, CSV</a
      >
    {/if}
  </p>
</Panel>

<style>
  .amount {
    text-align: right;
    white-space: nowrap;
  }
  p {
    display: flex;
    gap: 12px;
    align-items: center;
    flex-wrap: wrap;
    margin: 8px 0 0;
  }
</style>

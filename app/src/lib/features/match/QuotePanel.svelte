<script lang="ts">
  import { decimal, formatMoney } from '@badger/core/base/money';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import type { AccessSheetData } from '$lib/match-types.ts';
  import Panel from '$lib/ui/Panel.svelte';

  let {
    jobNumber,
    accesses,
    closed
  }: { jobNumber: number; accesses: AccessSheetData; closed: boolean } = $props();

  let extraText = $state('');
  let extraAmount = $state('');
  let note = $state('');
  const day = (d: Date) => d.toLocaleDateString('en-GB', { day: 'numeric', month: 'short' });

  async function make(event: SubmitEvent) {
    event.preventDefault();
    const extra =
      extraText.trim() === '' ? [] : [{ text: extraText.trim(), amount: extraAmount.trim() }];
    if (noted(await send(`/api/jobs/${jobNumber}/quotes`, { extra, note }))) {
      extraText = '';
      extraAmount = '';
      note = '';
    }
  }
</script>

<Panel label="Quote" title="Quote" note="from the access that was chosen">
  <ul>
    {#each accesses.quotes as q (q.number)}
      <li>
        <b>Quote {jobNumber}-{q.number}</b>
        <span class="mono">{formatMoney(decimal(q.total), q.currency)}</span>
        <span class="soft">valid until {day(q.validUntil)}, {q.personName}</span>
        <a class="btn btn-outline" href="/jobs/{jobNumber}/quotes/{q.number}">Open and print</a>
      </li>
    {/each}
  </ul>
  {#if !closed}
    <form onsubmit={make}>
      <label
        >One more line
        <input class="input w-full" bind:value={extraText} maxlength="120" placeholder="optional" />
      </label>
      <label class="amount"
        >Amount
        <input
          class="mono input w-full"
          bind:value={extraAmount}
          inputmode="decimal"
          required={extraText.trim() !== ''}
        />
      </label>
      <label
        >Remark to the customer
        <input class="input w-full" bind:value={note} maxlength="500" placeholder="optional" />
      </label>
      <button class="btn btn-primary" disabled={accesses.choices.length === 0}>Make a quote</button>
    </form>
    {#if accesses.choices.length === 0}<p class="soft">Choose an access first.</p>{/if}
  {/if}
</Panel>

<style>
  ul {
    list-style: none;
    margin: 0;
    padding: 0;
  }
  li {
    display: flex;
    gap: 16px;
    align-items: center;
    min-height: 50px;
    flex-wrap: wrap;
  }
  li .soft {
    flex: 1;
  }
  form {
    display: grid;
    grid-template-columns: 1fr 120px 1fr auto;
    gap: 12px;
    align-items: end;
  }
  p {
    margin: 6px 0 0;
  }
  @media (max-width: 820px) {
    form {
      grid-template-columns: 1fr;
    }
  }
</style>

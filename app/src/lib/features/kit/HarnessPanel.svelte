<script lang="ts">
  import { planHarness, type HarnessFacts } from '@badger/core/kit/harness';
  import { parseFigure } from '$lib/desk-values.ts';
  import Figures from '$lib/features/shared/Figures.svelte';
  import Figure from '$lib/features/shared/Figure.svelte';
  import { messageOfJudgement } from '$lib/messages/catalogue.ts';
  import Panel from '$lib/ui/Panel.svelte';
  import VerdictMark from '$lib/ui/VerdictMark.svelte';

  let {
    facts,
    hourlyRate,
    currency
  }: { facts: readonly HarnessFacts[]; hourlyRate: string; currency: string } = $props();

  let parts = $state('30');
  let making = $state('90');
  let withIt = $state('2');
  const cost = $derived({
    ...{ parts: parseFigure(parts), makingMinutes: parseFigure(making) },
    ...{ withMinutes: parseFigure(withIt), hourlyRate: parseFigure(hourlyRate) }
  });
  const plans = $derived(
    facts
      .map((f) => ({ ...f, plan: planHarness(f, cost) }))
      .sort((a, b) => (a.plan.breakEvenDays ?? Infinity) - (b.plan.breakEvenDays ?? Infinity))
  );
</script>

{#if facts.length > 0}
  <Panel
    label="Harness"
    title="Is a harness worth making"
    note="from the connections of the last {facts[0]?.spanDays} days"
  >
    <Figures>
      <Figure name="Parts" unit={currency} bind:value={parts} />
      <Figure name="Making it" unit="min" bind:value={making} />
      <Figure name="Connecting with it" unit="min" bind:value={withIt} />
    </Figures>
    <ul>
      {#each plans as p (p.family)}
        {@const m = messageOfJudgement(p.plan.judgement)}
        <li data-family={p.family}>
          <VerdictMark verdict={p.plan.judgement.verdict} size={18} />
          <span>
            <b>{m.title}.</b>
            {m.text}
            {m.clear ?? ''}
            <span class="soft">
              {p.connections} connections{p.plan.nowMinutes === undefined
                ? ''
                : `, ${Number(p.plan.nowMinutes.toFixed(1))} min each ${p.plan.measured ? 'as measured' : 'by the profile'}`}
            </span>
          </span>
        </li>
      {/each}
    </ul>
    <p class="soft">
      Break-even = (parts + making · hourly rate) / (minutes saved · hourly rate), at the pace of
      the shop; worth it within a year. Common practice.
    </p>
  </Panel>
{/if}

<style>
  ul {
    list-style: none;
    margin: 10px 0;
    padding: 0;
    display: grid;
    gap: 6px;
  }
  li {
    display: flex;
    gap: 10px;
    align-items: baseline;
  }
  p {
    margin: 0;
    font-size: 13px;
  }
</style>

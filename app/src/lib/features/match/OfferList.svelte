<script lang="ts">
  import type { MatchSheetData } from '$lib/match-types.ts';
  import { VERDICT_WORDS } from '$lib/messages/catalogue.ts';
  import Panel from '$lib/ui/Panel.svelte';
  import VerdictMark from '$lib/ui/VerdictMark.svelte';

  let { offers }: { offers: MatchSheetData['offers'] } = $props();
  const day = (d: Date) =>
    d.toLocaleString('en-GB', {
      day: 'numeric',
      month: 'short',
      hour: '2-digit',
      minute: '2-digit'
    });
  const numbersOf = (numbers: Readonly<Record<string, string>>) =>
    Object.values(numbers)
      .filter((n) => n !== '')
      .join('  ');
</script>

{#if offers.length > 0}
  <Panel label="Offers" title="Offers that were checked" note={String(offers.length)}>
    <ul>
      {#each offers as o (o.id)}
        <li data-state={o.verdict}>
          <VerdictMark verdict={o.verdict} />
          <span
            ><b>{VERDICT_WORDS[o.verdict]}: {o.source}</b>
            <span class="mono">{numbersOf(o.numbers)}</span></span
          >
          <span>{o.price}</span>
          <span class="soft">{day(o.at)}, {o.personName}</span>
        </li>
      {/each}
    </ul>
  </Panel>
{/if}

<style>
  ul {
    list-style: none;
    margin: 0;
    padding: 0;
  }
  li {
    display: grid;
    grid-template-columns: 22px 1fr auto auto;
    gap: 14px;
    align-items: center;
    min-height: 44px;
    border-top: 1px solid var(--line);
  }
  li:first-child {
    border-top: 0;
  }
  li b,
  li .mono {
    display: block;
  }
  @media (max-width: 640px) {
    li {
      grid-template-columns: 22px minmax(0, 1fr);
    }
    li > :nth-child(n + 3) {
      grid-column: 2;
    }
  }
  .mono {
    font-size: 13.5px;
    white-space: pre-wrap;
  }
</style>

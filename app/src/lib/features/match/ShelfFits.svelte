<script lang="ts">
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import type { MatchSheetData } from '$lib/match-types.ts';
  import { messageOfJudgement, VERDICT_WORDS } from '$lib/messages/catalogue.ts';
  import Panel from '$lib/ui/Panel.svelte';
  import VerdictMark from '$lib/ui/VerdictMark.svelte';
  import { STOCK_WORDS } from '$lib/features/shared/words.ts';

  let {
    jobNumber,
    fits,
    donorTag,
    closed
  }: {
    jobNumber: number;
    fits: MatchSheetData['fits'];
    donorTag: string | undefined;
    closed: boolean;
  } = $props();

  const SHOWN = 12;

  async function take(tag: string) {
    noted(await send(`/api/jobs/${jobNumber}/unit`, { role: 'donor', tag }));
  }
</script>

<Panel
  label="On the shelf"
  title="What on the shelf would fit?"
  note={fits.length === 0 ? '' : `${fits.length} looked at, the best first`}
>
  {#if fits.length === 0}
    <p class="soft">
      Nothing of this family is in stock. Put units on the shelf with their label numbers.
    </p>
  {/if}
  <ul>
    {#each fits.slice(0, SHOWN) as f (f.unit.tag)}
      {@const m = messageOfJudgement(f.verdict)}
      <li data-tag={f.unit.tag} data-state={f.verdict.verdict}>
        <VerdictMark verdict={f.verdict.verdict} size={22} />
        <span class="who"
          ><a class="mono link" href="/units/{f.unit.tag}"><b>{f.unit.tag}</b></a>
          <span class="mono">{f.unit.numbers['hardware-number'] ?? 'no number'}</span></span
        >
        <span class="soft">{STOCK_WORDS[f.unit.state]}</span>
        <span class="says"
          ><b>{VERDICT_WORDS[f.verdict.verdict]}: {m.title}</b>
          <span class="soft">{m.text}</span></span
        >
        {#if f.unit.tag === donorTag}<b>is the donor</b>
        {:else if f.verdict.verdict !== 'stop' && !closed}
          <button class="btn btn-outline" onclick={() => take(f.unit.tag)}
            >Take {f.unit.tag} as donor</button
          >
        {:else}<span></span>{/if}
      </li>
    {/each}
  </ul>
  {#if fits.length > SHOWN}<p class="soft">{fits.length - SHOWN} more are further down.</p>{/if}
</Panel>

<style>
  ul {
    list-style: none;
    margin: 0;
    padding: 0;
  }
  li {
    display: grid;
    grid-template-columns: 26px 150px 90px 1fr auto;
    gap: 12px;
    align-items: center;
    min-height: 54px;
    border-top: 1px solid var(--line);
  }
  li:first-child {
    border-top: 0;
  }
  .who span,
  .says b,
  .says .soft {
    display: block;
  }
  .says .soft {
    font-size: 13.5px;
  }
  @media (max-width: 900px) {
    li {
      grid-template-columns: 26px minmax(0, 1fr) auto;
      padding-block: 6px;
    }
    .says,
    li > :last-child {
      grid-column: 2 / -1;
      justify-self: start;
    }
  }
</style>

<script lang="ts">
  import type { Judgement } from '@badger/core/base/verdict';
  import { messageOfJudgement, VERDICT_WORDS } from '$lib/messages/catalogue.ts';
  import VerdictMark from '$lib/ui/VerdictMark.svelte';

  let { lines }: { lines: readonly Judgement[] } = $props();
  const order = { stop: 0, look: 1, none: 2, go: 3 };
  const sorted = $derived(lines.toSorted((a, b) => order[a.verdict] - order[b.verdict]));
</script>

<ul class="card-sheet" aria-label="Gate">
  {#each sorted as line, i (i)}
    {@const m = messageOfJudgement(line)}
    <li class={line.verdict}>
      <VerdictMark verdict={line.verdict} />
      <span><span class="sr-only">{VERDICT_WORDS[line.verdict]}: </span><b>{m.title}</b>{#if line.verdict !== 'go'}<br />{m.text}{/if}</span>
      <span class="soft">{line.verdict === 'go' ? m.text : (m.clear ?? '')}</span>
    </li>
  {/each}
</ul>

<style>
  ul {
    margin: 0;
    padding: 0;
    list-style: none;
  }
  li {
    display: grid;
    grid-template-columns: 24px 1fr minmax(220px, 40%);
    gap: 12px;
    align-items: center;
    padding: 6px 16px;
    border-bottom: 1px solid var(--line);
  }
  li:last-child {
    border-bottom: 0;
  }
  li.stop {
    background: var(--stop-tint);
  }
  li > :last-child {
    text-align: right;
  }
  li.stop > :last-child {
    color: var(--ink);
    font-weight: 600;
  }
</style>

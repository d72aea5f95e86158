<script lang="ts">
  import type { Judgement } from '@badger/core/base/verdict';
  import { messageOfJudgement, VERDICT_WORDS } from '$lib/messages/catalogue.ts';
  import VerdictMark from '$lib/ui/VerdictMark.svelte';

  let { lines }: { lines: readonly Judgement[] } = $props();
  const held = $derived(lines.filter((l) => l.verdict !== 'go'));
  const open = $derived(lines.filter((l) => l.verdict === 'go'));
</script>

<section class="card-sheet" aria-label="Gate">
  {#if held.length > 0}
    <ul class="held" aria-label="What holds it">
      {#each held as line, i (i)}
        {@const m = messageOfJudgement(line)}
        <li class={line.verdict}>
          <VerdictMark verdict={line.verdict} />
          <span
            ><span class="sr-only">{VERDICT_WORDS[line.verdict]}: </span><b>{m.title}</b><br
            />{m.text}</span
          >
          <b class="clear">{m.clear ?? ''}</b>
        </li>
      {/each}
    </ul>
  {/if}
  <ul class="open" aria-label="What is right">
    {#each open as line, i (i)}
      {@const m = messageOfJudgement(line)}
      <li>
        <VerdictMark verdict="go" size={15} /><span
          ><b>{m.title}</b><br /><span class="soft">{m.text}</span></span
        >
      </li>
    {/each}
  </ul>
</section>

<style>
  ul {
    margin: 0;
    padding: 0;
    list-style: none;
  }
  .held li {
    display: grid;
    grid-template-columns: 24px 1fr minmax(200px, 38%);
    gap: 12px;
    align-items: center;
    padding: 8px 16px;
    border-bottom: 1px solid var(--line);
  }
  .held .stop {
    background: var(--stop-tint);
  }
  .held .look {
    background: var(--look-tint);
  }
  .open {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(250px, 1fr));
    gap: 2px 18px;
    padding: 8px 16px;
  }
  .open li {
    display: flex;
    gap: 10px;
    align-items: baseline;
    line-height: 1.25;
    padding: 3px 0;
    font-size: 14px;
  }
</style>

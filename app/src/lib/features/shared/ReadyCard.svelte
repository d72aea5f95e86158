<script lang="ts">
  import type { Readiness } from '@badger/core/kit/readiness';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import { messageOfJudgement, VERDICT_WORDS } from '$lib/messages/catalogue.ts';
  import Panel from '$lib/ui/Panel.svelte';
  import VerdictMark from '$lib/ui/VerdictMark.svelte';

  let {
    readiness,
    jobNumber,
    closed
  }: { readiness: Readiness; jobNumber: number; closed: boolean } = $props();

  /** Lines that only a person can settle, with the check that they stand for. */
  const TICKS: Readonly<Record<string, string>> = {
    'kit.sleep.open': 'sleep',
    'kit.programs.open': 'programs',
    'kit.cable.open': 'cable',
    'kit.network.open': 'network',
    'kit.mains.off': 'mains'
  };
  let all = $state(false);
  const verdict = $derived(messageOfJudgement(readiness.verdict));
  const open = $derived(readiness.lines.filter((l) => l.judgement.verdict !== 'go'));
  const lines = $derived(all ? readiness.lines : open);

  async function tick(checkId: string) {
    noted(await send(`/api/jobs/${jobNumber}/kit`, { checkId, on: true }));
  }
</script>

<Panel label="Kit" title="Kit ready?">
  <p class="verdict" data-state={readiness.verdict.verdict}>
    <VerdictMark verdict={readiness.verdict.verdict} size={24} />
    <b>{VERDICT_WORDS[readiness.verdict.verdict]}: {verdict.title}</b>
  </p>
  <ul>
    {#each lines as line, i (i)}
      {@const m = messageOfJudgement(line.judgement)}
      {@const check = TICKS[line.judgement.code]}
      <li>
        <VerdictMark verdict={line.judgement.verdict} size={16} />
        <span>
          <b>{m.title}</b>
          <span class="soft">{m.clear ?? m.text}</span>
        </span>
        {#if check && !closed}
          <button class="btn btn-outline btn-sm" onclick={() => tick(check)}
            >Looked: it is so</button
          >
        {/if}
      </li>
    {/each}
  </ul>
  <p class="foot">
    <button class="btn btn-ghost btn-sm" onclick={() => (all = !all)}
      >{all ? 'Only what is open' : `All ${readiness.lines.length} lines`}</button
    >
    <a class="link" href="/kit">Kit list</a>
  </p>
</Panel>

<style>
  .verdict {
    display: flex;
    gap: 10px;
    align-items: center;
    margin: 0 0 6px;
  }
  ul {
    list-style: none;
    margin: 0;
    padding: 0;
  }
  li {
    display: grid;
    grid-template-columns: 18px 1fr auto;
    gap: 10px;
    align-items: center;
    padding: 5px 0;
    border-top: 1px solid var(--line);
  }
  li .soft {
    display: block;
    font-size: 13.5px;
  }
  .foot {
    display: flex;
    gap: 12px;
    align-items: center;
    margin: 6px 0 0;
  }
</style>

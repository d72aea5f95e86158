<script lang="ts">
  import type { Cause } from '@badger/core/diagnosis/causes';
  import { may } from '$lib/features/live/may.ts';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import { CAUSE_WORDS, seenWords } from '$lib/messages/cause-words.ts';
  import Panel from '$lib/ui/Panel.svelte';
  import type { CausesData } from '$lib/wiring-types.ts';
  import { figuresOf } from './evidence-figures.view.ts';

  let { jobNumber, causes, closed }: { jobNumber: number; causes: CausesData; closed: boolean } =
    $props();

  const allowed = $derived(!closed && may('bench.operate'));
  const open = $derived(causes.causes.filter((c) => c.finding?.outcome !== 'excluded'));
  const out = $derived(causes.causes.filter((c) => c.finding?.outcome === 'excluded'));
  const figures = $derived(figuresOf(causes.evidence));

  async function found(cause: Cause, outcome: 'confirmed' | 'excluded') {
    const { role, evidenceId } = causes;
    noted(await send(`/api/jobs/${jobNumber}/causes`, { role, evidenceId, cause, outcome }));
  }
  /** Nothing is ever certain, and nothing is ever out of the question. */
  const percent = (share: number) =>
    share > 0.99 ? 'over 99 %' : share < 0.01 ? 'under 1 %' : `${Math.round(share * 100)} %`;
</script>

<Panel label="Likely causes" title="Likely causes" note="{causes.tag}, most likely first">
  <dl class="figures">
    {#each figures as f (f.name)}
      <div>
        <dt class="soft">{f.name}</dt>
        <dd class="mono">{f.value}</dd>
      </div>
    {/each}
  </dl>
  <ol>
    {#each open as c, i (c.cause)}
      {@const words = CAUSE_WORDS[c.cause]}
      <li class:first={i === 0}>
        <div class="head">
          <b>{words.name}</b>
          <span class="bar" aria-hidden="true"><span style="width: {c.share * 100}%"></span></span>
          <span class="mono share">{percent(c.share)}</span>
        </div>
        {#if i < 3 || c.finding}
          <p class="soft">
            {c.support.map((s) => seenWords(s.what, s.word)).join(' · ') ||
              'nothing measured speaks for it'}{c.confirmedBefore > 0
              ? ` · confirmed ${c.confirmedBefore} × on this family`
              : ''}
          </p>
          <p>{words.test}</p>
        {/if}
        {#if c.finding?.outcome === 'confirmed'}
          <p><b>Confirmed by {c.finding.person}.</b> {words.remedy}</p>
        {:else if allowed && i < 3}
          <div class="acts">
            <button class="btn btn-outline" onclick={() => found(c.cause, 'confirmed')}
              >It was this</button
            >
            <button class="btn btn-ghost" onclick={() => found(c.cause, 'excluded')}
              >Tested, not this</button
            >
          </div>
        {/if}
      </li>
    {/each}
  </ol>
  {#if out.length > 0}
    <p class="soft">
      Tested and not it: {out
        .map((c) => `${CAUSE_WORDS[c.cause].name} (${percent(c.share)} still speaks for it)`)
        .join(', ')}.
    </p>
  {/if}
</Panel>

<style>
  .figures {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 22px;
    margin: 0 0 10px;
  }
  .figures div {
    display: flex;
    gap: 8px;
    align-items: baseline;
  }
  dd {
    margin: 0;
  }
  ol {
    list-style: none;
    padding: 0;
    margin: 0;
    display: grid;
    gap: 10px;
  }
  li {
    border-left: 4px solid var(--line);
    padding-left: 12px;
    display: grid;
    gap: 4px;
  }
  li.first {
    border-left-color: var(--stop);
    font-size: 17px;
  }
  p {
    margin: 0;
  }
  .head {
    display: grid;
    grid-template-columns: minmax(180px, 1fr) minmax(80px, 220px) 84px;
    gap: 10px;
    align-items: center;
  }
  .bar {
    height: 10px;
    background: var(--none-tint);
    border-radius: 3px;
  }
  .bar span {
    display: block;
    height: 100%;
    background: currentColor;
    border-radius: 3px;
  }
  .share {
    white-space: nowrap;
    text-align: right;
  }
  @media (max-width: 640px) {
    .head {
      grid-template-columns: minmax(0, 1fr) auto;
    }
    .bar {
      display: none;
    }
  }
  .acts {
    display: flex;
    gap: 8px;
    flex-wrap: wrap;
  }
</style>

<script lang="ts">
  import type { Judgement } from '@badger/core/base/verdict';
  import { STAGE_NAMES, STAGES, type Stage } from '@badger/core/job/stages';
  import { messageOfJudgement, VERDICT_WORDS } from '$lib/messages/catalogue.ts';
  import VerdictMark from '$lib/ui/VerdictMark.svelte';

  let {
    number,
    line,
    stages,
    current
  }: {
    number: number;
    line: Record<Stage, Judgement>;
    /** Stages that a job of this shape has. */
    stages: readonly Stage[];
    current: Stage;
  } = $props();
</script>

<nav class="work" aria-label="Line of work">
  {#each STAGES as stage (stage)}
    {@const judgement = line[stage]}
    <a
      href="/jobs/{number}/{stage}"
      class:needless={!stages.includes(stage)}
      aria-current={stage === current ? 'step' : undefined}
      title={messageOfJudgement(judgement).title}
    >
      <em>{STAGE_NAMES[stage].key}</em><span class="name">{STAGE_NAMES[stage].title}</span>
      <span class="sr-only">{VERDICT_WORDS[judgement.verdict]}</span>
      <span class="v"><VerdictMark verdict={judgement.verdict} size={17} /></span>
    </a>
  {/each}
</nav>

<style>
  .work {
    display: grid;
    grid-template-columns: repeat(9, 1fr);
    border: 1px solid var(--line-strong);
    border-radius: 8px;
    overflow: hidden;
    background: var(--sheet);
  }
  a {
    display: flex;
    align-items: center;
    gap: 7px;
    padding: 0 10px;
    height: 46px;
    font-weight: 600;
    font-size: 14.5px;
    border-right: 1px solid var(--line);
    text-decoration: none;
  }
  a:focus-visible {
    outline-offset: -3px;
  }
  a:last-child {
    border-right: 0;
  }
  em {
    font: 500 12px/1 var(--font-mono);
    color: var(--soft);
  }
  .needless {
    color: var(--soft);
    font-weight: 400;
  }
  .needless .v {
    visibility: hidden;
  }
  a[aria-current] {
    background: var(--ink);
    color: var(--sheet);
  }
  a[aria-current] em {
    color: var(--sheet);
  }
  .v {
    margin-left: auto;
    display: flex;
  }
  a[aria-current] .v {
    background: var(--sheet);
    border-radius: 4px;
    padding: 2px;
  }
  @media (max-width: 900px) {
    .work {
      grid-template-columns: repeat(5, 1fr);
    }
    a {
      border-bottom: 1px solid var(--line);
    }
  }
  @media (max-width: 520px) {
    .work {
      grid-template-columns: repeat(3, 1fr);
    }
  }
  @media print {
    .work {
      display: none;
    }
  }
</style>

<script lang="ts">
  import type { Snippet } from 'svelte';
  import type { Judgement } from '@badger/core/base/verdict';
  import { messageOfJudgement } from '$lib/messages/catalogue.ts';
  import Panel from '$lib/ui/Panel.svelte';
  import Figures from './Figures.svelte';
  import VerdictMark from '$lib/ui/VerdictMark.svelte';

  let {
    label,
    title,
    judgement,
    figures,
    formula,
    children
  }: {
    label: string;
    title: string;
    judgement: Judgement;
    figures: Snippet;
    formula: Snippet;
    children?: Snippet;
  } = $props();
  const m = $derived(messageOfJudgement(judgement));
</script>

<Panel {label} {title}>
  <Figures>{@render figures()}</Figures>
  <p class="verdict" role="status">
    <VerdictMark verdict={judgement.verdict} size={20} />
    <span><b>{m.title}.</b> {m.text} {m.clear ?? ''}</span>
  </p>
  {@render children?.()}
  <p class="formula soft">{@render formula()}</p>
</Panel>

<style>
  .verdict {
    display: flex;
    gap: 10px;
    margin: 10px 0 0;
    min-height: 48px;
  }
  .formula {
    font-size: 13px;
    margin: 8px 0 0;
  }
</style>

<script lang="ts">
  import type { Judgement } from '@badger/core/base/verdict';
  import { messageOfJudgement } from '$lib/messages/catalogue.ts';
  import VerdictMark from '$lib/ui/VerdictMark.svelte';

  let { judgement }: { judgement: Judgement } = $props();
  const m = $derived(messageOfJudgement(judgement));
</script>

<p role="status">
  <VerdictMark verdict={judgement.verdict} size={20} />
  <span><b>{m.title}.</b> {m.text} {m.clear ?? ''}</span>
</p>

<style>
  p {
    display: flex;
    gap: 10px;
    margin: 10px 0 0;
    min-height: 48px;
  }
</style>

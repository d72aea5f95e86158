<script lang="ts">
  import type { Snippet } from 'svelte';
  import type { Judgement } from '@badger/core/base/verdict';
  import { messageOfJudgement, VERDICT_WORDS } from '$lib/messages/catalogue.ts';
  import VerdictBanner from '$lib/ui/VerdictBanner.svelte';

  let { judgement, action }: { judgement: Judgement; action?: Snippet | undefined } = $props();
  const message = $derived(messageOfJudgement(judgement));
</script>

<VerdictBanner
  verdict={judgement.verdict}
  word={VERDICT_WORDS[judgement.verdict]}
  title={message.title}
  text={message.text}
  clear={message.clear}
  {action}
/>

<script lang="ts">
  import type { Snippet } from 'svelte';
  import type { Verdict } from '@badger/core/base/verdict';
  import VerdictMark from './VerdictMark.svelte';

  let {
    verdict,
    word,
    title,
    text,
    clear,
    action
  }: {
    verdict: Verdict;
    word: string;
    title: string;
    text: string;
    clear?: string | undefined;
    action?: Snippet | undefined;
  } = $props();
</script>

<section class="verdict {verdict}" data-state={verdict} aria-live="polite">
  <VerdictMark {verdict} size={42} />
  <div>
    <h2>{word}: {title}</h2>
    <p>
      {text}
      {#if clear}<strong>{clear}</strong>{/if}
    </p>
  </div>
  {#if action}<div class="act">{@render action()}</div>{/if}
</section>

<style>
  .verdict {
    display: grid;
    grid-template-columns: 46px 1fr auto;
    gap: 16px;
    align-items: center;
    padding: 12px 18px;
    border-radius: 8px;
    border: 1.5px solid;
  }
  .go {
    background: var(--go-tint);
    border-color: var(--go);
  }
  .look {
    background: var(--look-tint);
    border-color: var(--look);
  }
  .stop {
    background: var(--stop-tint);
    border-color: var(--stop);
  }
  .none {
    background: var(--none-tint);
    border-color: var(--none);
  }
  h2 {
    margin: 0 0 2px;
    font-size: 20px;
    line-height: 1.2;
    font-weight: 700;
  }
  p {
    margin: 0;
  }
  @media (max-width: 640px) {
    .verdict {
      grid-template-columns: 34px 1fr;
    }
    .act {
      grid-column: 1 / -1;
    }
  }
</style>

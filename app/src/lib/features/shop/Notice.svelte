<script lang="ts">
  import { notices } from '$lib/features/live/notices.svelte.ts';
  import VerdictBanner from '$lib/ui/VerdictBanner.svelte';
</script>

{#if notices.current}
  <div class="notice" role="alert" data-code={notices.current.code}>
    <VerdictBanner
      verdict="stop"
      word="Refused"
      title={notices.current.title}
      text={notices.current.text}
      clear={notices.current.clear}
    >
      {#snippet action()}<button class="btn btn-outline" onclick={() => notices.clear()}
          >Put away</button
        >{/snippet}
    </VerdictBanner>
  </div>
{/if}

<style>
  .notice {
    margin-bottom: 12px;
  }
</style>

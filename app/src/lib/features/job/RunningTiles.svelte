<script lang="ts">
  import type { RunningTile } from './today.view.ts';

  let { tiles, signedIn }: { tiles: readonly RunningTile[]; signedIn: boolean } = $props();
</script>

<section aria-label="Running" class="tiles">
  {#each tiles as t (t.key)}
    <svelte:element
      this={signedIn ? 'a' : 'div'}
      href={signedIn ? t.href : undefined}
      class="tile card-sheet"
      data-hands={t.handsOff ? 'off' : 'free'}
    >
      <span class="place">{t.place}{t.handsOff ? ': HANDS OFF' : ''}</span>
      <b>{t.title}</b>
      <progress class="progress" value={t.share} max="1" aria-label={t.title}></progress>
      <span class="left">{t.left}</span>
    </svelte:element>
  {:else}
    <p class="tile card-sheet idle">
      <b>Nothing is running.</b> Both hands are free for the next job.
    </p>
  {/each}
</section>

<style>
  .tiles {
    display: flex;
    gap: 12px;
    flex-wrap: wrap;
  }
  .tile {
    flex: 1;
    min-width: 280px;
    max-width: 560px;
    padding: 10px 16px;
    display: grid;
    gap: 2px;
    color: inherit;
    text-decoration: none;
  }
  .idle {
    display: block;
    max-width: none;
    margin: 0;
  }
  .place {
    font-size: 13.5px;
    color: var(--soft);
  }
  [data-hands='off'] .place {
    color: var(--stop);
    font-weight: 700;
  }
  .progress {
    height: 10px;
    color: var(--ink);
    background: var(--none-tint);
  }
  .left {
    font-size: 20px;
    font-weight: 700;
  }
</style>

<script lang="ts">
  import { may } from '$lib/features/live/may.ts';
  import type { ReadData } from '$lib/job-types.ts';
  import TrustBar from '$lib/ui/TrustBar.svelte';

  let {
    reads,
    percent
  }: {
    reads: readonly ReadData[];
    /** Progress of the read that runs now; undefined: none does. */
    percent: number | undefined;
  } = $props();

  /** The newest eight: so many lie on the dump desk. */
  const onDesk = $derived(
    reads
      .slice(-8)
      .map((r) => `read=${r.id}`)
      .join('&')
  );
</script>

{#each reads as read (read.id)}
  <a
    class="read {read.trust}"
    href={may('memory.download') ? `/api/reads/${read.id}/image` : undefined}
    title="{read.name} · {read.sha256}"
    download
  >
    <TrustBar trust={read.trust} />{read.number}{read.source === 'file' ? ' file' : ''}
  </a>
{/each}
{#if reads.length > 0 && may('memory.download')}
  <a class="desk" href="/dump?{onDesk}">on the desk</a>
{/if}
{#if percent !== undefined}
  <span class="read now"><TrustBar trust="half" /> {Math.floor(percent)} %</span>
{/if}

<style>
  .read {
    display: inline-flex;
    gap: 6px;
    align-items: center;
    border: 1.5px solid var(--line-strong);
    border-radius: 6px;
    padding: 3px 9px 3px 7px;
    margin: 2px 6px 2px 0;
    min-height: 32px;
    font-weight: 600;
    background: var(--paper);
    text-decoration: none;
  }
  .desk {
    display: inline-flex;
    align-items: center;
    min-height: 32px;
    text-decoration: underline;
  }
  .read.full {
    border-color: var(--go);
    background: var(--go-tint);
  }
  .read.broken {
    border: 1.5px dashed var(--stop);
    background: var(--stop-tint);
  }
  .read.now {
    border-style: dotted;
  }
</style>

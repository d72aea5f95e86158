<script lang="ts">
  import PageHead from '$lib/ui/PageHead.svelte';
  import type { PageProps } from './$types';

  let { data }: PageProps = $props();
</script>

<svelte:head>
  <title>Tags · Upright Badger</title>
  {#if data.sheet === 'label'}
    <!-- eslint-disable-next-line svelte/no-at-html-tags -- a fixed text of our own -->
    {@html '<style>@page { size: 62mm 29mm; margin: 1.5mm; }</style>'}
  {/if}
</svelte:head>
<PageHead title="Tags">
  <a
    class="btn btn-outline"
    aria-current={data.sheet === 'label' ? 'page' : undefined}
    href="/tags?tags={data.query}&on=label">Label stock, 62 × 29 mm</a
  >
  <a
    class="btn btn-outline"
    aria-current={data.sheet === 'a4' ? 'page' : undefined}
    href="/tags?tags={data.query}&on=a4">A4 sheet</a
  >
  <button class="btn btn-primary" onclick={() => window.print()} disabled={data.tags.length === 0}
    >Print</button
  >
</PageHead>
{#if data.tags.length === 0}
  <p class="card-sheet p-4">No unit carries that tag. A unit gets its tag when it is taken in.</p>
{/if}
<div class="sheet" data-sheet={data.sheet}>
  {#each data.tags as t (t.tag)}
    <div class="tag">
      <!-- eslint-disable-next-line svelte/no-at-html-tags -- the server draws it from a tag that it keeps -->
      <span class="qr" role="img" aria-label="QR code of unit {t.tag}">{@html t.qr}</span>
      <span class="words">
        <b class="no mono">{t.tag}</b>
        <span class="family">{t.family}</span>
        {#if t.job}<span class="job">{t.job.role.toUpperCase()} {t.job.number}</span>{/if}
        {#if t.job}<span class="who">{t.job.customer}</span>{/if}
      </span>
    </div>
  {/each}
</div>

<style>
  [aria-current] {
    background: var(--ink);
    color: var(--sheet);
  }
  .sheet {
    display: flex;
    flex-wrap: wrap;
    gap: 6mm;
  }
  .tag {
    width: 59mm;
    height: 26mm;
    display: flex;
    gap: 2.5mm;
    align-items: center;
    overflow: hidden;
    background: #fff;
    color: #000;
    border: 1px solid var(--line);
    border-radius: 2mm;
    padding: 1mm;
    break-inside: avoid;
  }
  .qr {
    width: 23mm;
    height: 23mm;
    flex: none;
  }
  .qr :global(svg) {
    width: 100%;
    height: 100%;
  }
  .words {
    display: grid;
    line-height: 1.15;
    min-width: 0;
    font-size: 9pt;
  }
  .no {
    font-size: 24pt;
    font-weight: 700;
    line-height: 1;
  }
  .job {
    font-weight: 700;
  }
  .who {
    white-space: nowrap;
    overflow: hidden;
    text-overflow: ellipsis;
  }
  @media print {
    .sheet[data-sheet='label'] {
      display: block;
    }
    .tag {
      border: 0;
    }
    .sheet[data-sheet='label'] .tag {
      break-after: page;
    }
    .sheet[data-sheet='label'] .tag:last-child {
      break-after: auto;
    }
    .sheet[data-sheet='a4'] .tag {
      border: 0.2mm dashed #888;
    }
  }
</style>

<script lang="ts">
  import type { Paper } from '$lib/paper-types.ts';
  import { SEEN_WORDS } from '$lib/messages/papers.ts';
  import { pathOfStrokes } from '$lib/strokes.ts';
  import VerdictMark from '$lib/ui/VerdictMark.svelte';
  import Spans from './Spans.svelte';

  let { paper }: { paper: Paper } = $props();
</script>

<article>
  <header>
    <h1>{paper.title}</h1>
    <p>{paper.aside}</p>
  </header>
  {#each paper.blocks as block, i (i)}
    {#if block.kind === 'heading'}
      <h2>{block.text}</h2>
    {:else if block.kind === 'text'}
      <p><Spans text={block.text} /></p>
    {:else if block.kind === 'table'}
      <table>
        {#if block.head.length > 0}
          <thead
            ><tr
              >{#each block.head as h, c (c)}<th class:right={block.right?.includes(c)}>{h}</th
                >{/each}</tr
            ></thead
          >
        {/if}
        <tbody>
          {#each block.rows as row, r (r)}
            <tr
              >{#each row as cell, c (c)}<td
                  class:fine={block.fine?.includes(c)}
                  class:right={block.right?.includes(c)}><Spans text={cell} /></td
                >{/each}</tr
            >
          {/each}
        </tbody>
      </table>
    {:else if block.kind === 'statements'}
      <ul>
        {#each block.items as item, n (n)}
          <li data-verdict={item.verdict}>
            <VerdictMark verdict={item.verdict} size={20} />
            <span
              ><span class="sr-only">{SEEN_WORDS[item.verdict]}: </span><b>{item.title}.</b>
              {item.text}</span
            >
          </li>
        {/each}
      </ul>
    {:else if block.kind === 'signature'}
      <p class="signed">
        <span><Spans text={block.text} /></span>
        <svg viewBox="0 0 1000 1000" preserveAspectRatio="none" role="img" aria-label="Signature">
          <path d={pathOfStrokes(block.strokes)} />
        </svg>
      </p>
    {:else if block.kind === 'line'}
      <p class="line">{block.text}</p>
    {:else}
      <footer>
        <!-- drawn by our own server from the job's address alone -->
        <!-- eslint-disable-next-line svelte/no-at-html-tags -->
        <span class="code" role="img" aria-label="Code that opens the job">{@html block.svg}</span>
        <div>
          {#each block.text as text, n (n)}<p><Spans {text} /></p>{/each}
        </div>
      </footer>
    {/if}
  {/each}
</article>

<style>
  article {
    background: var(--sheet);
    border: 1px solid var(--line);
    border-radius: 8px;
    padding: 18px 22px;
    max-width: 1040px;
  }
  header {
    display: flex;
    justify-content: space-between;
    align-items: baseline;
    gap: 16px;
    flex-wrap: wrap;
  }
  h1 {
    font: 700 21px/1.2 var(--font-sans);
  }
  h2 {
    font: 700 15px/1.2 var(--font-sans);
    margin: 14px 0 4px;
  }
  p {
    margin: 0;
  }
  table {
    width: 100%;
    border-collapse: collapse;
    font-size: 12.5px;
  }
  th,
  td {
    text-align: left;
    padding: 3px 8px 3px 0;
    border-bottom: 1px solid var(--line);
    vertical-align: top;
  }
  th {
    font-weight: 600;
  }
  th.right,
  td.right {
    text-align: right;
    white-space: nowrap;
  }
  .fine {
    overflow-wrap: anywhere;
    font-size: 11px;
    max-width: 280px;
  }
  ul {
    list-style: none;
    padding: 0;
    margin: 4px 0;
  }
  li {
    display: flex;
    gap: 10px;
    padding: 5px 0;
  }
  .signed {
    display: flex;
    gap: 20px;
    align-items: end;
  }
  .signed svg {
    width: 150px;
    height: 36px;
    border-bottom: 1px solid currentColor;
  }
  .signed path {
    fill: none;
    stroke: currentColor;
    stroke-width: 1.5;
    vector-effect: non-scaling-stroke;
  }
  .line {
    margin: 44px 0 0;
    border-top: 1px solid currentColor;
    max-width: 320px;
    font-size: 12.5px;
  }
  footer {
    display: flex;
    gap: 14px;
    align-items: center;
    margin-top: 14px;
    font-size: 12.5px;
    break-inside: avoid;
    overflow-wrap: anywhere;
  }
  .code {
    flex: none;
    width: 84px;
    padding: 6px;
    background: #fff;
  }
  .code :global(svg) {
    display: block;
    width: 100%;
    height: auto;
  }
  @media print {
    article {
      border: 0;
      padding: 0;
      max-width: none;
      background: #fff;
    }
    tr,
    li {
      break-inside: avoid;
    }
    h2 {
      break-after: avoid;
    }
    table {
      font-size: 8.5pt;
    }
    .fine {
      font-size: 7.5pt;
    }
  }
</style>

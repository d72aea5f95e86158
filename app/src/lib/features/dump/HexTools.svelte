<script lang="ts">
  import {
    findNext,
    findPrevious,
    parsePattern,
    type PatternKind
  } from '@badger/core/survey/search-bytes';
  import { messageOfProblem } from '$lib/messages/catalogue.ts';
  import { overlaps, type Range } from '@badger/core/image/range';
  import { copyAs, parseAddress, tellSelection, type CopyKind } from './format-selection.ts';
  import { bytesIn } from './layout-rows.ts';
  import type { DumpFile } from './dump-file.svelte.ts';

  let { file, masked }: { file: DumpFile; masked: readonly Range[] } = $props();

  let address = $state('');
  let wanted = $state('');
  let kind = $state<PatternKind>('hex');
  let littleEndian = $state(false);
  let said = $state('');
  let goField = $state<HTMLInputElement | undefined>();
  let findField = $state<HTMLInputElement | undefined>();

  const secret = $derived(masked.some((m) => overlaps(m, file.selection)));
  const selected = $derived(secret ? undefined : bytesIn(file.layout, file.selection));
  const MOST_COPY = 65_536;

  export const focusGo = () => goField?.select();
  export const focusFind = () => findField?.select();

  function go() {
    const at = parseAddress(address);
    said = at === undefined ? 'Type an address in hexadecimal, like 8124 or 0x8124.' : '';
    if (at === undefined) return;
    file.moveTo(at);
    if (file.cursor !== at) said = 'Nobody knows that address; this is the nearest one.';
  }

  export function search(back: boolean) {
    const pattern = parsePattern(wanted, kind, { littleEndian });
    if (!pattern.ok) {
      const { title, text } = messageOfProblem(pattern.problem);
      said = `${title}. ${text}`;
      return;
    }
    const { stretches } = file.layout;
    const from = file.selection.start;
    const order = back ? stretches.toReversed() : stretches;
    for (const { range, bytes } of order) {
      const offset = from - range.start;
      const at = back
        ? findPrevious(bytes, pattern.value, offset - 1)
        : findNext(bytes, pattern.value, offset + 1);
      if (at < 0) continue;
      said = '';
      file.select(range.start + at, range.start + at + pattern.value.value.length);
      return;
    }
    said = `Not found ${back ? 'before' : 'behind'} this place.`;
  }

  async function copy(as: CopyKind) {
    if (secret) said = 'Security data is not copied from here.';
    if (!selected) return;
    if (selected.length > MOST_COPY) {
      said = 'Too much for the clipboard: select up to 64 KiB, or save the image.';
      return;
    }
    try {
      await navigator.clipboard.writeText(copyAs(selected, as));
      said = `Copied ${selected.length} bytes.`;
    } catch {
      said = 'This browser does not let pages use the clipboard here.';
    }
  }
</script>

<div class="head">
  <p class="where mono" role="status" data-selection>
    {tellSelection(file.selection.start, selected)}{secret ? ' · kept secret' : ''}
  </p>
  <div class="copy">
    <span>Copy as</span>
    <button class="btn" onclick={() => void copy('hex')}>bytes</button>
    <button class="btn" onclick={() => void copy('c')}>C array</button>
    <button class="btn" onclick={() => void copy('text')}>text</button>
  </div>
</div>
<div class="tools">
  <form onsubmit={(e) => (e.preventDefault(), go())}>
    <label
      >Address <input
        class="mono input"
        size="11"
        bind:this={goField}
        bind:value={address}
        placeholder="8124"
      /></label
    >
    <button class="btn">Go to</button>
  </form>
  <form onsubmit={(e) => (e.preventDefault(), search(false))}>
    <label
      >Find <input
        class="mono input"
        size="16"
        bind:this={findField}
        bind:value={wanted}
        placeholder={kind === 'hex' ? '55 38 ?? 56' : ''}
      /></label
    >
    <select class="select" aria-label="What is looked for" bind:value={kind}>
      <option value="hex">bytes</option><option value="text">text</option><option value="number"
        >number</option
      >
    </select>
    {#if kind === 'number'}
      <label
        ><input type="checkbox" class="checkbox" bind:checked={littleEndian} /> little end first</label
      >
    {/if}
    <button class="btn">Find next</button>
    <button class="btn" type="button" onclick={() => search(true)}>Previous</button>
  </form>
</div>
{#if said}<p class="said" role="status">{said}</p>{/if}

<style>
  .head,
  .tools,
  form,
  .copy {
    display: flex;
    flex-wrap: wrap;
    gap: 8px 12px;
    align-items: center;
  }
  .head,
  .tools {
    padding: 8px 12px;
    justify-content: space-between;
  }
  .tools {
    border-top: 1px solid var(--line);
    border-bottom: 1px solid var(--line);
  }
  .where {
    font-weight: 600;
    overflow-wrap: anywhere;
  }
  .select,
  .input {
    width: auto;
  }
  label {
    display: flex;
    gap: 8px;
    align-items: center;
  }
  .said {
    padding: 6px 12px;
    color: var(--look);
    font-weight: 600;
  }
</style>

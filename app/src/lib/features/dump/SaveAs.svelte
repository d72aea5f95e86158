<script lang="ts">
  import { messageOfProblem } from '$lib/messages/catalogue.ts';
  import { saveFile } from '$lib/features/shared/save-file.ts';
  import type { DumpFile } from './dump-file.svelte.ts';
  import { makeSaved, type SaveKind } from './save-image.ts';

  let { file, others }: { file: DumpFile; others: readonly DumpFile[] } = $props();

  let kind = $state<SaveKind>('hex');
  let fill = $state('');
  let damaged = $state(false);
  let said = $state('');
  const isDamaged = $derived(file.opened.findings.some((f) => f.severity === 'stop'));
  const holes = $derived(file.pieces.length > 1);
  const needsFill = $derived(['bin', 'parts-2', 'parts-4', 'bundle'].includes(kind) && holes);

  async function save() {
    const value = /^[0-9a-f]{2}$/i.test(fill.trim()) ? Number.parseInt(fill, 16) : undefined;
    if (fill.trim() !== '' && value === undefined) {
      said = 'Fill: one byte, two hexadecimal digits.';
      return;
    }
    const made = await makeSaved(file, kind, { fill: value, damaged, others });
    if (!made.ok) {
      const { title, text, clear } = messageOfProblem(made.problem);
      said = `${title}. ${text} ${clear ?? ''}`;
      return;
    }
    said = '';
    saveFile(made.value.name, made.value.content);
  }
</script>

<div class="save">
  <label
    >Save as
    <select class="select" bind:value={kind}>
      <optgroup label="This image">
        <option value="bin">raw binary</option>
        <option value="hex">Intel HEX</option>
        <option value="s19">S-records, 16 bit</option>
        <option value="s28">S-records, 24 bit</option>
        <option value="s37">S-records, 32 bit</option>
        <option value="parts-2">even and odd, zip</option>
        <option value="parts-4">four parts, zip</option>
      </optgroup>
      <optgroup label="What is different">
        <option value="patch" disabled={file.edits.length === 0 && others.length === 0}
          >patch {file.edits.length > 0 ? 'of the changes' : 'from the other'}</option
        >
        <option value="csv" disabled={others.length === 0}>differences as CSV</option>
      </optgroup>
      <optgroup label="Everything">
        <option value="bundle">all files, zip</option>
      </optgroup>
    </select></label
  >
  {#if needsFill}
    <label
      >fill holes with <input
        class="mono input"
        size="3"
        maxlength="2"
        placeholder="FF"
        bind:value={fill}
      /></label
    >
  {/if}
  {#if isDamaged}
    <label
      ><input type="checkbox" class="checkbox" bind:checked={damaged} /> damaged: save what can be read</label
    >
  {/if}
  <button class="btn" onclick={() => void save()}>Save</button>
</div>
{#if said}<p class="said" role="status">{said}</p>{/if}

<style>
  .save,
  label {
    display: flex;
    gap: 8px;
    align-items: center;
    flex-wrap: wrap;
  }
  .select,
  .input {
    width: auto;
    max-width: 100%;
  }
  .said {
    color: var(--stop);
  }
</style>

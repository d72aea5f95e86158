<script lang="ts">
  import { messageOfProblem } from '$lib/messages/catalogue.ts';
  import type { SaveFormat } from './dump-desk.ts';
  import type { DumpFile } from './dump-state.svelte.ts';
  import { safeName } from './safe-name.ts';

  let { file }: { file: DumpFile } = $props();

  let format = $state<SaveFormat>('hex');
  let fill = $state('');
  let damaged = $state(false);
  let said = $state('');
  const isDamaged = $derived(file.opened.findings.some((f) => f.severity === 'stop'));
  const holes = $derived(file.opened.pieces.length > 1);
  const ENDINGS: Readonly<Record<SaveFormat, string>> = {
    bin: 'bin',
    hex: 'hex',
    s19: 's19',
    s28: 's28',
    s37: 's37'
  };

  async function save() {
    const value = /^[0-9a-f]{2}$/i.test(fill.trim()) ? Number.parseInt(fill, 16) : undefined;
    if (fill.trim() !== '' && value === undefined) {
      said = 'Fill: one byte, two hexadecimal digits.';
      return;
    }
    const made = await file.desk.save(format, { fill: value, damaged });
    if (!made.ok) {
      const { title, text, clear } = messageOfProblem(made.problem);
      said = `${title}. ${text} ${clear ?? ''}`;
      return;
    }
    said = '';
    const url = URL.createObjectURL(new Blob([made.value as BlobPart]));
    const link = document.createElement('a');
    link.href = url;
    link.download = `${safeName(file.name).replace(/\.[a-z0-9]{1,5}$/i, '')}.${ENDINGS[format]}`;
    link.click();
    setTimeout(() => URL.revokeObjectURL(url), 10_000);
  }
</script>

<div class="save">
  <label
    >Save as
    <select class="select" bind:value={format}>
      <option value="bin">raw binary</option>
      <option value="hex">Intel HEX</option>
      <option value="s19">S-records, 16 bit</option>
      <option value="s28">S-records, 24 bit</option>
      <option value="s37">S-records, 32 bit</option>
    </select></label
  >
  {#if format === 'bin' && holes}
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
  }
  .said {
    color: var(--stop);
  }
</style>

<script lang="ts">
  import { parseHex } from '@badger/core/base/bytes';
  import { formatAddress, formatCount } from '@badger/core/base/format';
  import type { Problem } from '@badger/core/base/result';
  import { messageOfProblem } from '$lib/messages/catalogue.ts';
  import { addEdit, editOfBytes, redo, undo } from './desk-edits.ts';
  import type { DumpFile } from './dump-file.svelte.ts';
  import type { DumpState } from './dump-state.svelte.ts';

  let { desk, file }: { desk: DumpState; file: DumpFile } = $props();

  let name = $state('');
  let typed = $state('');
  let said = $state('');
  const MOST_PATCH_BYTES = 64 * 2 ** 20;

  function tell(problem: Problem | undefined): boolean {
    const words = problem && messageOfProblem(problem);
    said = words ? `${words.title}. ${words.text} ${words.clear ?? ''}` : '';
    return problem === undefined;
  }
  async function put() {
    const bytes = parseHex(typed.replaceAll(/0x|[,;_]/gi, ' '));
    if (!bytes || bytes.length === 0) {
      said = 'Type bytes in pairs of hexadecimal digits, like 55 38 FF.';
      return;
    }
    const at = file.selection.start;
    const told = name.trim() || `${bytes.length} bytes at ${formatAddress(at)}`;
    if (tell(await addEdit(desk, file, editOfBytes(told, [{ at, becomes: bytes }])))) {
      typed = '';
      name = '';
      file.select(at, at + bytes.length);
    }
  }
  async function takePatch(list: FileList | null) {
    const patch = list?.[0];
    if (!patch) return;
    if (patch.size > MOST_PATCH_BYTES) {
      said = 'That file is too large for a patch.';
      return;
    }
    const changes = await file.desk.readPatch(await patch.text());
    if (!changes.ok) tell(changes.problem);
    else tell(await addEdit(desk, file, editOfBytes('Patch put in', changes.value)));
  }
  const sizeOf = (changes: readonly { readonly becomes: Uint8Array }[]) =>
    changes.reduce((n, c) => n + c.becomes.length, 0);
</script>

<section class="card-sheet" aria-label="Changes">
  <h2>
    Changes
    <span class="buttons">
      <button
        class="btn btn-sm"
        disabled={file.working || file.edits.length === 0}
        onclick={() => void undo(desk, file)}>Undo</button
      >
      <button
        class="btn btn-sm"
        disabled={file.working || file.undone.length === 0}
        onclick={async () => tell(await redo(desk, file))}>Do again</button
      >
    </span>
  </h2>
  {#if file.edits.length === 0}
    <p class="soft">
      None. Changes lie over the original, each with a name, and are saved as a new file. Change
      only what its owner ordered: local law and the maker’s information come first.
    </p>
  {:else}
    <ol>
      {#each file.edits as edit, i (i)}
        <li>
          <b>{edit.name}</b>
          <span class="soft"
            >{edit.steps.length > 0
              ? 'the whole image'
              : `${formatCount(sizeOf(edit.changes))} bytes`}</span
          >
        </li>
      {/each}
    </ol>
  {/if}
  <form
    onsubmit={(e) => {
      e.preventDefault();
      void put();
    }}
  >
    <label
      >Bytes from {formatAddress(file.selection.start)} on
      <input class="mono input" bind:value={typed} placeholder="55 38 FF" /></label
    >
    <label
      >Name of the change <input
        class="input"
        bind:value={name}
        placeholder="what it is for"
      /></label
    >
    <button class="btn">Put in</button>
  </form>
  <label class="patch"
    >Put a patch in
    <input
      type="file"
      class="file-input"
      accept=".json,application/json"
      onchange={(e) => {
        void takePatch(e.currentTarget.files);
        e.currentTarget.value = '';
      }}
    /></label
  >
  {#if said}<p class="wrong" role="alert">{said}</p>{/if}
</section>

<style>
  section {
    padding: 12px 16px;
    display: grid;
    gap: 10px;
  }
  h2 {
    font-weight: 600;
    display: flex;
    justify-content: space-between;
    align-items: center;
  }
  .buttons,
  form {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    align-items: end;
  }
  label {
    display: grid;
    gap: 2px;
    font-size: 15px;
  }
  .input {
    width: 100%;
    max-width: 24ch;
  }
  ol {
    list-style: decimal inside;
    max-height: 12em;
    overflow-y: auto;
  }
  .wrong {
    color: var(--stop);
  }
</style>

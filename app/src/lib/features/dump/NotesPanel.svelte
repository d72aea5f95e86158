<script lang="ts">
  import type { Problem, Result } from '@badger/core/base/result';
  import { formatAddress } from '@badger/core/base/format';
  import { messageOfProblem } from '$lib/messages/catalogue.ts';
  import type { DumpFile } from './dump-file.svelte.ts';
  import { addNote, strikeNote, type ImageNote } from './image-notes.ts';

  let { file }: { file: DumpFile } = $props();

  let text = $state('');
  let said = $state('');

  function take(
    told: Result<{ readonly notes: readonly ImageNote[] }> | undefined,
    problem?: Problem
  ): boolean {
    if (told?.ok) file.notes = told.value.notes;
    const refused = problem ?? (told && !told.ok ? told.problem : undefined);
    const words = refused && messageOfProblem(refused);
    said = words
      ? `${words.title}. ${words.text}`
      : told
        ? ''
        : 'The shop’s server does not answer: the remark was not kept.';
    return told?.ok === true;
  }
  async function add() {
    const { start, end } = file.selection;
    if (take(await addNote(file.sha256, { start, end, text }))) text = '';
  }
</script>

<section class="card-sheet" aria-label="Remarks">
  <h2>Remarks <span class="soft">kept with this content, whatever the file is called</span></h2>
  {#if file.notes.length > 0}
    <ul>
      {#each file.notes as note (note.id)}
        <li>
          <button class="mono link" onclick={() => file.select(note.start, note.end)}
            >{formatAddress(note.start)}</button
          >
          <span>{note.text}</span> <span class="soft">{note.by}</span>
          <button
            class="btn btn-ghost btn-sm"
            aria-label="Strike out: {note.text}"
            onclick={async () => take(await strikeNote(file.sha256, note.id))}>×</button
          >
        </li>
      {/each}
    </ul>
  {/if}
  <form
    onsubmit={(e) => {
      e.preventDefault();
      void add();
    }}
  >
    <label
      >On the selected bytes <input
        class="input"
        bind:value={text}
        maxlength="200"
        placeholder="what stands there"
      /></label
    >
    <button class="btn" disabled={text.trim() === '' || file.sha256 === ''}>Keep</button>
  </form>
  {#if said}<p class="wrong" role="alert">{said}</p>{/if}
</section>

<style>
  section {
    padding: 12px 16px;
    display: grid;
    gap: 8px;
  }
  h2 {
    font-weight: 600;
  }
  h2 .soft {
    font-weight: 400;
    font-size: 15px;
  }
  li,
  form {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 10px;
    align-items: end;
  }
  li {
    align-items: center;
  }
  label {
    display: grid;
    gap: 2px;
    font-size: 15px;
    flex: 1 1 20ch;
  }
  .input {
    width: 100%;
  }
  .link {
    text-decoration: underline;
    min-height: 30px;
    cursor: pointer;
  }
  .wrong {
    color: var(--stop);
  }
</style>

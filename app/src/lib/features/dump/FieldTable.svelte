<script lang="ts">
  import type { FieldComparison } from '@badger/core/field/read-fields';
  import type { FieldSpec } from '@badger/core/field/field';
  import { messageOfProblem } from '$lib/messages/catalogue.ts';
  import VerdictMark from '$lib/ui/VerdictMark.svelte';
  import { addEdit, editOfField } from './desk-edits.ts';
  import type { DumpFile } from './dump-file.svelte.ts';
  import type { DumpState } from './dump-state.svelte.ts';
  import { markOfField, tellField } from './field-words.ts';
  import { safeName } from './safe-name.ts';

  let {
    desk,
    file,
    fields,
    files
  }: {
    desk: DumpState;
    file: DumpFile;
    fields: readonly FieldComparison[];
    /** The images side by side; the one that is looked at first. */
    files: readonly { readonly file: DumpFile; readonly view: { readonly base: number } }[];
  } = $props();

  let changing = $state('');
  let wanted = $state('');
  let said = $state('');
  const base = $derived(files[0]?.view.base ?? 0);
  const differing = $derived(fields.filter((f) => f.same === false).length);

  function start(spec: FieldSpec, text: string) {
    changing = spec.id;
    wanted = text;
    said = '';
  }
  async function change(spec: FieldSpec) {
    const edit = editOfField(file, spec, wanted);
    const refused = edit.ok ? await addEdit(desk, file, edit.value) : edit.problem;
    if (refused) {
      const { title, text } = messageOfProblem(refused);
      said = `${title}. ${text}`;
      return;
    }
    changing = '';
  }
  const canChange = ({ role }: FieldSpec) => role !== 'mileage' && role !== 'secret';
</script>

<div class="scroll">
  <table class="plain">
    <thead
      ><tr
        ><th>Field</th><th>{files.length > 1 ? `${differing} differ` : ''}</th>
        {#each files as { file: f } (f)}
          <th
            ><span class="name"><bdi>{files.length > 1 ? safeName(f.name) : 'Value'}</bdi></span
            ></th
          >
        {/each}
      </tr></thead
    >
    <tbody>
      {#each fields as { spec, readings, same } (spec.id)}
        <tr>
          <th scope="row">
            <button
              class="link"
              onclick={() => {
                const at = base + (spec.offsets[0] ?? 0);
                file.select(at, at + spec.lengthBytes);
              }}>{spec.name}</button
            >
          </th>
          <td class="act">
            {#if same === false}<b class="differs">differs</b>{/if}
            {#if changing === spec.id}
              <form
                onsubmit={(e) => {
                  e.preventDefault();
                  void change(spec);
                }}
              >
                <input
                  class="mono input"
                  aria-label="New value of {spec.name}"
                  bind:value={wanted}
                  onkeydown={(e) => e.key === 'Escape' && (changing = '')}
                />
                <button class="btn btn-sm">Put in</button>
                {#if said}<p class="wrong" role="alert">{said}</p>{/if}
              </form>
            {:else if spec.role === 'mileage'}<span class="soft">carried, never edited</span>
            {:else if canChange(spec)}
              <button
                class="btn btn-sm"
                aria-label="Change {spec.name}"
                onclick={() => start(spec, readings[0]?.text ?? '')}>Change</button
              >
            {/if}
          </td>
          {#each readings as reading, i (i)}
            <td>
              <span class="value">
                <VerdictMark verdict={markOfField(reading.verdict)} size={16} />
                <span class:mono={spec.role === 'identity'}>{reading.text}</span>
                <span class="soft">{tellField(reading)}</span>
              </span>
            </td>
          {/each}
        </tr>
      {/each}
    </tbody>
  </table>
</div>

<style>
  .scroll {
    overflow-x: auto;
  }
  .value {
    display: flex;
    flex-wrap: wrap;
    gap: 2px 8px;
    align-items: center;
    overflow-wrap: anywhere;
  }
  .name {
    display: inline-block;
    max-width: 22ch;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
    vertical-align: bottom;
    /* the end of a name tells reads apart */
    direction: rtl;
  }
  tr:last-child th {
    border-bottom: 0;
  }
  th[scope='row'] {
    text-align: left;
    white-space: nowrap;
  }
  .link {
    text-decoration: underline;
    min-height: 32px;
    cursor: pointer;
    font-weight: 600;
  }
  .differs {
    color: var(--stop);
    text-decoration: underline dashed;
    margin-right: 8px;
  }
  .act {
    white-space: nowrap;
  }
  form {
    display: flex;
    flex-wrap: wrap;
    gap: 6px;
  }
  .input {
    width: 22ch;
  }
  .wrong {
    color: var(--stop);
    margin: 0;
  }
</style>

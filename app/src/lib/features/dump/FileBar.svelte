<script lang="ts">
  import { formatSize } from '@badger/core/base/format';
  import type { ImageFormat } from '@badger/core/format/detect-format';
  import type { DumpState } from './dump-state.svelte.ts';
  import { safeName } from './safe-name.ts';

  let { desk }: { desk: DumpState } = $props();

  /** Share of bytes in which reads of one region differ at most, as a rule. */
  const LITTLE = 0.05;
  const FORMATS: Readonly<Record<ImageFormat, string>> = {
    binary: 'raw binary',
    'intel-hex': 'Intel HEX',
    's-record': 'S-records'
  };
  // two or four raw files of one length may be the chips of a wide memory; reads of one region differ in little
  const canJoin = $derived(
    [2, 4].includes(desk.files.length) &&
      desk.files.every((f) => f.opened.format === 'binary' && f.known === desk.files[0]?.known) &&
      (desk.comparison?.differingBytes ?? 0) > LITTLE * (desk.files[0]?.known ?? 0)
  );
  const groupOf = (i: number) => {
    // the comparison counts the file that is looked at first
    const number = i === desk.active ? 0 : i < desk.active ? i + 1 : i;
    const group = desk.comparison?.groups.find((g) => g.includes(number));
    return group?.includes(0) && i !== desk.active ? 'same content' : '';
  };
</script>

<section class="card-sheet bar" aria-label="Files on the desk">
  <label class="choose">
    <span
      >{desk.files.length === 0
        ? 'Raw binary, Intel HEX or S-records, one to eight, or a zip of them. Choose them, or drop them anywhere here.'
        : 'One more to compare'}</span
    >
    <input
      type="file"
      class="file-input"
      multiple
      aria-label="Open memory images"
      onchange={(e) => {
        void desk.open([...(e.currentTarget.files ?? [])]);
        e.currentTarget.value = '';
      }}
    />
  </label>
  {#if desk.files.length > 0}
    <ul>
      {#each desk.files as file, i (file)}
        <li class:active={i === desk.active}>
          <button class="name" aria-pressed={i === desk.active} onclick={() => void desk.show(i)}>
            <bdi class="mono">{safeName(file.name)}</bdi>
            <span class="soft"
              >{formatSize(file.known)}, {FORMATS[file.opened.format]}{file.edits.length > 0
                ? `, ${file.edits.length} changed`
                : ''} <b>{groupOf(i)}</b></span
            >
          </button>
          <button
            class="btn btn-ghost"
            aria-label="Put {safeName(file.name)} away"
            onclick={() => desk.close(i)}>×</button
          >
        </li>
      {/each}
    </ul>
  {/if}
  {#if canJoin}
    <div class="join-set">
      <span>Parts of one wide memory?</span>
      <button class="btn btn-sm" onclick={() => void desk.joinParts(1)}>Join byte by byte</button>
      <button class="btn btn-sm" onclick={() => void desk.joinParts(2)}>Join two by two</button>
    </div>
  {/if}
  {#if desk.busy}<p role="status">Reading {safeName(desk.busy)} …</p>{/if}
</section>

<style>
  .bar,
  .choose,
  ul {
    display: flex;
    flex-wrap: wrap;
    gap: 8px 16px;
    align-items: center;
  }
  .join-set {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    align-items: center;
  }
  .bar {
    padding: 10px 14px;
    margin-bottom: 12px;
  }
  li {
    display: flex;
    border: 1.5px solid var(--line-strong);
    border-radius: 8px;
    max-width: 100%;
  }
  li.active {
    border-color: var(--ink);
    box-shadow: inset 0 -4px 0 var(--ink);
  }
  .name {
    min-height: 44px;
    padding: 4px 12px;
    text-align: left;
    display: grid;
    cursor: pointer;
    overflow-wrap: anywhere;
  }
  .name span {
    font-size: 14px;
  }
</style>

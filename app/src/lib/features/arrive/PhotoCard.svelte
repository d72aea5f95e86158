<script lang="ts">
  import type { PhotoData } from '$lib/job-types.ts';
  import { may } from '$lib/features/live/may.ts';
  import Camera from '@lucide/svelte/icons/camera';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import Panel from '$lib/ui/Panel.svelte';
  import { PHOTO_KINDS, sendPhoto, type PhotoKind } from './send-photo.ts';

  let {
    photos,
    jobNumber,
    tags = [],
    ofUnit = '',
    closed
  }: {
    photos: readonly PhotoData[];
    jobNumber: number | undefined;
    tags?: readonly string[];
    /** Tag that is picked to begin with. */
    ofUnit?: string;
    closed: boolean;
  } = $props();

  let kind = $state<PhotoKind>('label');
  // svelte-ignore state_referenced_locally
  let unit = $state(ofUnit);
  let sending = $state(0);

  async function take(event: Event & { currentTarget: HTMLInputElement }) {
    const input = event.currentTarget;
    const files = [...(input.files ?? [])];
    if (jobNumber === undefined) return;
    sending = files.length;
    for (const file of files) {
      if (!noted(await sendPhoto(jobNumber, { kind, file, ...(unit ? { unit } : {}) }))) break;
      sending--;
    }
    sending = 0;
    input.value = '';
  }
</script>

<Panel label="Photos" title="Photos" note="{photos.length} kept, position taken out">
  {#if photos.length > 0}
    <ul>
      {#each photos.filter((f) => may(f.kind === 'proof' ? 'paper.see' : 'photo.see')) as p (p.id)}
        <li>
          <a href="/api/photos/{p.id}?size=large" target="_blank" rel="noreferrer">
            <img
              src="/api/photos/{p.id}?size=small"
              alt="{p.kind}{p.unitTag ? ` of unit ${p.unitTag}` : ''}"
              loading="lazy"
            />
          </a>
          <span
            >{p.kind}{#if p.unitTag}&nbsp;<b class="mono">{p.unitTag}</b>{/if}</span
          >
        </li>
      {/each}
    </ul>
  {:else}
    <p class="soft none">Label, board and damage, before anything is touched.</p>
  {/if}
  {#if !closed && jobNumber !== undefined}
    <div class="take">
      <label
        >What is on it
        <select class="select" bind:value={kind}>
          {#each PHOTO_KINDS as k (k.id)}<option value={k.id}>{k.name}</option>{/each}
        </select>
      </label>
      {#if tags.length > 0}
        <label
          >Of unit
          <select class="mono select" bind:value={unit}>
            <option value="">none</option>
            {#each tags as t (t)}<option value={t}>{t}</option>{/each}
          </select>
        </label>
      {/if}
      <label class="btn btn-outline" class:btn-disabled={sending > 0}>
        <Camera size={20} aria-hidden="true" />
        {sending > 0 ? `Sending ${sending}` : 'Take or choose photos'}
        <input
          class="sr-only"
          type="file"
          accept="image/jpeg,image/png,image/webp"
          capture="environment"
          multiple
          onchange={take}
          disabled={sending > 0}
        />
      </label>
    </div>
  {/if}
</Panel>

<style>
  ul {
    display: flex;
    gap: 10px;
    flex-wrap: wrap;
    list-style: none;
    padding: 0;
    margin: 0 0 10px;
  }
  li {
    width: 104px;
    font-size: 13px;
  }
  img {
    width: 104px;
    height: 78px;
    object-fit: cover;
    border: 1px solid var(--line-strong);
    border-radius: 6px;
    background: var(--none-tint);
  }
  .none {
    margin: 0 0 8px;
  }
  .take {
    display: flex;
    gap: 10px;
    align-items: end;
    flex-wrap: wrap;
  }
  .take select {
    display: flex;
    min-width: 110px;
  }
</style>

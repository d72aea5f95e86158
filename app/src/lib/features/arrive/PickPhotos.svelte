<script lang="ts">
  import Panel from '$lib/ui/Panel.svelte';
  import { PHOTO_KINDS, type PhotoKind } from './send-photo.ts';

  let { photos = $bindable() }: { photos: { kind: PhotoKind; file: File }[] } = $props();
  let kind = $state<PhotoKind>('label');

  function pick(event: Event & { currentTarget: HTMLInputElement }) {
    const input = event.currentTarget;
    photos = [...photos, ...[...(input.files ?? [])].map((file) => ({ kind, file }))];
    input.value = '';
  }
</script>

<Panel label="Photos" title="Photos" note={photos.length > 0 ? `${photos.length} picked` : ''}>
  <div>
    <select class="select" bind:value={kind} aria-label="What is on it">
      {#each PHOTO_KINDS as k (k.id)}<option value={k.id}>{k.name}</option>{/each}
    </select>
    <label class="btn btn-outline"
      >Take or choose<input
        class="sr-only"
        type="file"
        accept="image/jpeg,image/png,image/webp"
        capture="environment"
        multiple
        onchange={pick}
      /></label
    >
    {#each photos as p, i (i)}<span class="soft">{p.kind}: {p.file.name}</span>{/each}
  </div>
</Panel>

<style>
  .select {
    width: 150px;
  }
  div {
    display: flex;
    gap: 10px 16px;
    align-items: center;
    flex-wrap: wrap;
  }
</style>

<script lang="ts">
  import FamilyCare from '$lib/features/families/FamilyCare.svelte';
  import FamilyIdentity from '$lib/features/families/FamilyIdentity.svelte';
  import FamilyMemory from '$lib/features/families/FamilyMemory.svelte';
  import FamilyAccesses from '$lib/features/families/FamilyAccesses.svelte';
  import PageHead from '$lib/ui/PageHead.svelte';
  import type { PageProps } from './$types';

  let { data }: PageProps = $props();
  const p = $derived(data.profile);
</script>

<svelte:head><title>{p.id} · Upright Badger</title></svelte:head>
<PageHead title="{p.id} · {p.make}, {p.title}" note="profile version {p.version}">
  <a class="btn btn-outline" href="/api/families/{p.id}" download>The profile as JSON</a>
</PageHead>
<div class="pile">
  {#if p.notes.length > 0}<ul class="card-sheet notes">
      {#each p.notes as n (n)}<li>{n}</li>{/each}
    </ul>{/if}
  <FamilyAccesses profile={p} />
  <FamilyMemory profile={p} />
  <FamilyIdentity profile={p} />
  <FamilyCare profile={p} />
</div>

<style>
  .pile {
    display: grid;
    gap: 12px;
    max-width: 1100px;
  }
  .notes {
    padding: 12px 16px;
    list-style: disc inside;
    font-size: 16px;
  }
</style>

<script lang="ts">
  import WhatIsThis from '$lib/features/families/WhatIsThis.svelte';
  import PageHead from '$lib/ui/PageHead.svelte';
  import type { PageProps } from './$types';

  let { data }: PageProps = $props();
</script>

<svelte:head><title>Families · Upright Badger</title></svelte:head>
<PageHead title="Families" />
<div class="pile">
  <WhatIsThis families={data.families} />
  <div class="card-sheet">
    <table class="plain">
      <thead><tr><th>Family</th><th>What it is</th><th>Make</th><th>Way in</th><th></th></tr></thead
      >
      <tbody>
        {#each data.families as f (f.id)}
          <tr>
            <td class="mono"><b>{f.id}</b></td><td>{f.title}</td><td>{f.make}</td><td
              >{f.ways.join(', ')}</td
            >
            <td
              ><a class="btn btn-outline" href="/families/{f.id}" aria-label="Open family {f.id}"
                >Open</a
              ></td
            >
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
</div>

<style>
  .pile {
    display: grid;
    gap: 12px;
  }
</style>

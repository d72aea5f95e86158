<script lang="ts">
  import { formatChipId } from '@badger/core/base/format';
  import PageHead from '$lib/ui/PageHead.svelte';
  import type { PageProps } from './$types';

  let { data }: PageProps = $props();
</script>

<svelte:head><title>Shelf · Upright Badger</title></svelte:head>
<PageHead title="Shelf">
  <form method="get">
    <label class="sr-only" for="q">Filter</label>
    <input
      id="q"
      class="input"
      name="q"
      type="search"
      value={data.text}
      placeholder="tag, family, chip id"
    />
    <button class="btn btn-outline">Filter</button>
  </form>
</PageHead>
{#if data.units.length === 0}
  <p class="card-sheet p-4">
    {data.text
      ? `No unit fits “${data.text}”.`
      : 'No units yet. A unit gets its tag when a job is opened.'}
  </p>
{:else}
  <div class="card-sheet">
    <table class="plain">
      <thead
        ><tr><th>Tag</th><th>Family</th><th>Chip id</th><th>Place</th><th>Served in</th></tr></thead
      >
      <tbody>
        {#each data.units as u (u.tag)}
          <tr>
            <td class="mono"><a class="link" href="/units/{u.tag}"><b>{u.tag}</b></a></td>
            <td>{u.family}</td>
            <td class="mono">{u.chipId ? formatChipId(u.chipId) : 'not read'}</td>
            <td>{u.place}</td>
            <td
              >{#each u.jobs as j (j.jobNumber)}<a class="link" href="/jobs/{j.jobNumber}"
                  >{j.jobNumber} as {j.role}</a
                >&nbsp;
              {/each}</td
            >
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
{/if}

<script lang="ts">
  import { formatSize } from '@badger/core/base/format';
  import WhatIsThis from '$lib/features/families/WhatIsThis.svelte';
  import PartsLookup from '$lib/features/shared/label/PartsLookup.svelte';
  import { messageOfProblem } from '$lib/messages/catalogue.ts';
  import PageHead from '$lib/ui/PageHead.svelte';
  import VerdictMark from '$lib/ui/VerdictMark.svelte';
  import type { PageProps } from './$types';

  let { data }: PageProps = $props();
</script>

<svelte:head><title>Families · Upright Badger</title></svelte:head>
<PageHead title="Families" note="{data.families.length} profiles loaded" />
<div class="pile">
  <WhatIsThis families={data.families} />
  <PartsLookup />
  {#if data.refused.length > 0}
    <section class="card-sheet refused" aria-label="Refused profiles">
      <h2>
        <VerdictMark verdict="stop" />
        {data.refused.length === 1
          ? 'One profile was not loaded'
          : `${data.refused.length} profiles were not loaded`}
      </h2>
      <ul>
        {#each data.refused as r (r.file)}
          {@const m = messageOfProblem(r.problem)}
          <li><b class="mono">{r.file}</b> {m.title}: <span class="mono">{m.text}</span></li>
        {/each}
      </ul>
    </section>
  {/if}
  <div class="card-sheet">
    <table class="plain">
      <thead
        ><tr
          ><th>Family</th><th>What it is</th><th>Make</th><th>Memory</th><th>Access</th><th
          ></th></tr
        ></thead
      >
      <tbody>
        {#each data.families as f (f.id)}
          <tr>
            <td class="mono"><b>{f.id}</b></td>
            <td>{f.title}</td>
            <td>{f.make}</td>
            <td
              >{f.memory.map((r) => `${r.name} ${formatSize(r.lengthBytes)}`).join(', ') ||
                'none read'}</td
            >
            <td>{f.accesses.join(', ') || 'the maker’s procedure'}</td>
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
  .refused {
    padding: 12px 16px;
    border-color: var(--stop);
  }
  h2 {
    font-weight: 700;
    margin: 0 0 4px;
  }
</style>

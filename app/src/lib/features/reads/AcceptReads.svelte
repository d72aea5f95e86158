<script lang="ts">
  import type { UnitRole } from '@badger/core/job/roles';
  import { inSentence } from '@badger/core/base/format';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import type { RegionData } from '$lib/job-types.ts';

  let { jobNumber, role, region }: { jobNumber: number; role: UnitRole; region: RegionData } =
    $props();

  const REBUILT = 'rebuilt';
  let chosen = $state('');
  let reason = $state('');

  const rebuilt = $derived(region.trust?.reconstruction?.writable === true);

  async function take() {
    const readId = chosen === REBUILT ? null : chosen;
    const body = { role, regionId: region.id, readId, reason: reason.trim() };
    if (noted(await send(`/api/jobs/${jobNumber}/accept`, body))) reason = chosen = '';
  }
</script>

<details class="accept">
  <summary
    >{region.state === 'trusted'
      ? 'Take another read (lead)'
      : 'Take it all the same (lead)'}</summary
  >
  <p class="soft">
    For when the unit gives nothing better, or what is trusted failed in the vehicle. It holds for
    just these reads; your reason stays in the record.
  </p>
  <fieldset>
    <legend>Content of {inSentence(region.name)}</legend>
    {#each region.reads as read (read.id)}
      <label
        ><input
          type="radio"
          class="radio"
          name="accept-{role}-{region.id}"
          value={read.id}
          bind:group={chosen}
        />read {read.number}{read.source === 'file' ? ' (file)' : ''}</label
      >
    {/each}
    {#if rebuilt}
      <label
        ><input
          type="radio"
          class="radio"
          name="accept-{role}-{region.id}"
          value={REBUILT}
          bind:group={chosen}
        />what was put together</label
      >
    {/if}
  </fieldset>
  <label class="why">
    Why
    <input class="input w-full" bind:value={reason} maxlength="300" autocomplete="off" />
  </label>
  <button
    class="btn btn-outline"
    disabled={chosen === '' || reason.trim().length < 8}
    onclick={take}>Take this content of {inSentence(region.name)}</button
  >
</details>

<style>
  summary {
    cursor: pointer;
    min-height: 34px;
    font-weight: 600;
  }
  p {
    margin: 0 0 6px;
  }
  fieldset {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 18px;
    border: 0;
    padding: 0;
    margin: 0 0 6px;
  }
  legend {
    color: var(--soft);
  }
  fieldset label {
    display: inline-flex;
    gap: 8px;
    align-items: center;
    min-height: 44px;
  }
  .why {
    display: block;
    margin-bottom: 8px;
  }
</style>

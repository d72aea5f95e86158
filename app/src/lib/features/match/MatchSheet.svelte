<script lang="ts">
  import type { StageProps } from '$lib/features/shared/stage-props.ts';
  import { formatChipId } from '@badger/core/base/format';
  import { page } from '$app/state';
  import AdvertCheck from '$lib/features/match/AdvertCheck.svelte';
  import DonorTable from '$lib/features/match/DonorTable.svelte';
  import OfferList from '$lib/features/match/OfferList.svelte';
  import ShelfFits from '$lib/features/match/ShelfFits.svelte';
  import QuotePanel from '$lib/features/match/QuotePanel.svelte';
  import TimesTable from '$lib/features/match/TimesTable.svelte';
  import AccessTable from '$lib/features/match/AccessTable.svelte';
  import TagForm from '../shared/TagForm.svelte';

  let { job, extras }: StageProps = $props();

  const profile = $derived(extras.profile);
  const match = $derived(extras.match);
  const accesses = $derived(extras.accesses);

  const PARTS = [
    { id: 'donor', name: 'Donor' },
    { id: 'offer', name: 'An offer' },
    { id: 'access', name: 'Access and price' }
  ] as const;
  const part = $derived(page.url.searchParams.get('part') ?? 'donor');
  const closed = $derived(job.closedAt !== null);
  const chip = (id: string | null | undefined) => (id ? formatChipId(id) : '–');
</script>

<nav class="parts" aria-label="Parts of Match">
  {#each PARTS as p (p.id)}
    <a
      class="btn btn-outline"
      href="/jobs/{job.number}/match?part={p.id}"
      aria-current={part === p.id ? 'page' : undefined}
      data-sveltekit-noscroll>{p.name}</a
    >
  {/each}
</nav>
{#if !profile || !match || !accesses}
  <p class="card-sheet p-4">There is no profile for {job.family}: nothing can be compared.</p>
{:else if part === 'access'}
  <AccessTable jobNumber={job.number} {accesses} {closed} />
  <QuotePanel jobNumber={job.number} {accesses} {closed} />
  <TimesTable {accesses} />
{:else if part === 'offer'}
  {#if !closed}<AdvertCheck jobNumber={job.number} {profile} {match} />{/if}
  <OfferList offers={match.offers} />
{:else}
  {#each match.labelDiffers as t (t.field)}
    <p class="labelDiffers card-sheet" role="alert">
      <b>Label and memory of the original differ</b>: the label says
      <span class="mono">{t.label}</span>, the unit itself <span class="mono">{t.read}</span>. Wrong
      case, or a unit that was written before.
    </p>
  {/each}
  {#if job.match && job.units.donor}
    <DonorTable
      check={job.match}
      chipIds={{
        original: chip(job.units.original?.chipId),
        donor: chip(job.units.donor.chipId)
      }}
    />
  {/if}
  <ShelfFits jobNumber={job.number} fits={match.fits} donorTag={job.units.donor?.tag} {closed} />
  {#if !closed}
    <TagForm jobNumber={job.number} role="donor" present={job.units.donor !== undefined} />
  {/if}
{/if}

<style>
  .parts {
    display: flex;
    gap: 8px;
    flex-wrap: wrap;
  }
  .parts a[aria-current] {
    background: var(--ink);
    color: var(--sheet);
  }
  .labelDiffers {
    padding: 10px 16px;
    border-color: var(--look);
    background: var(--look-tint);
    margin: 0;
  }
</style>

<script lang="ts">
  import { may } from '$lib/features/live/may.ts';
  import { findGravest } from '@badger/core/base/verdict';
  import HarnessPanel from '$lib/features/kit/HarnessPanel.svelte';
  import KitForm from '$lib/features/kit/KitForm.svelte';
  import { figureOf, KIND_WORDS } from '$lib/features/kit/kit.view.ts';
  import { messageOfJudgement } from '$lib/messages/catalogue.ts';
  import VerdictMark from '$lib/ui/VerdictMark.svelte';
  import SortLink from '$lib/ui/SortLink.svelte';
  import PageHead from '$lib/ui/PageHead.svelte';
  import type { PageProps } from './$types';

  let { data }: PageProps = $props();

  /** Id of the piece that is edited, `new` for one more. */
  let editing = $state<string | undefined>(undefined);
  const edits = $derived(may('kit.edit'));
  const stationName = (id: string | null) => data.stations.find((s) => s.id === id)?.name ?? '';
  const day = (d: Date | null) =>
    d?.toLocaleDateString('en-GB', { day: 'numeric', month: 'short', year: 'numeric' }) ?? '';
  const done = () => (editing = undefined);
</script>

<svelte:head><title>Kit · Upright Badger</title></svelte:head>
<PageHead
  title="Kit"
  note="Plugs of leads are counted when a unit answers on the bench; pins lose their grip with them."
>
  {#if edits}
    <button class="btn btn-primary" onclick={() => (editing = 'new')}>Add a piece</button>
  {/if}
</PageHead>
{#if editing === 'new'}
  <div class="card-sheet new">
    <KitForm row={undefined} families={data.families} stations={data.stations} ondone={done} />
  </div>
{/if}
{#if data.items.length === 0}
  <p class="card-sheet p-4">
    No kit yet. Add boxes, supplies, leads and meters, and every job says what it lacks.
  </p>
{:else}
  <div class="row head soft">
    <SortLink key="state" name="State" />
    <span class="pair"><SortLink key="name" name="Piece" /><SortLink key="kind" name="Kind" /></span
    >
    <span class="wide">Wear, rating, versions</span>
    <span class="wide"><SortLink key="due" name="Due" /></span>
    <span class="wide">What to do</span>
  </div>
  <div class="card-sheet" role="list" aria-label="Kit">
    {#each data.items as { row, judged } (row.id)}
      <div role="listitem" data-kit={row.name}>
        <div class="row">
          <VerdictMark verdict={findGravest(judged)?.verdict ?? 'go'} size={20} />
          <span class="what"
            ><b>{row.name}</b>
            <span class="soft"
              >{KIND_WORDS[row.kind]}{row.stationId ? `, ${stationName(row.stationId)}` : ''}{row
                .families.length > 0
                ? `, ${row.families.join(' ')}`
                : ''}</span
            ></span
          >
          <span class="figure mono">{figureOf(row)}</span>
          <span class="due soft"
            >{row.calibrationDueAt
              ? `calibrated until ${day(row.calibrationDueAt)}`
              : row.dueAt
                ? `due ${day(row.dueAt)}`
                : ''}</span
          >
          <span class="says">
            {#each judged.filter((j) => j.verdict !== 'go') as j (j.code)}
              {@const m = messageOfJudgement(j)}
              <span><b>{m.title}.</b> {m.clear ?? m.text}</span>
            {/each}
          </span>
          {#if edits}
            <button
              class="btn btn-outline"
              aria-label="Change {row.name}"
              onclick={() => (editing = editing === row.id ? undefined : row.id)}>Change</button
            >
          {/if}
        </div>
        {#if editing === row.id}
          <KitForm {row} families={data.families} stations={data.stations} ondone={done} />
        {/if}
      </div>
    {/each}
  </div>
{/if}

<div class="harness"><HarnessPanel {...data.harness} /></div>

<style>
  .harness {
    margin-top: 12px;
  }
  .new {
    margin-bottom: 12px;
  }
  .head.row {
    min-height: 34px;
    padding-block: 0;
    font-size: 14px;
  }
  .pair {
    display: flex;
    gap: 18px;
  }
  .row {
    display: grid;
    grid-template-columns: 46px 1.1fr 190px 150px 1.5fr 86px;
    gap: 12px;
    align-items: center;
    padding: 6px 16px;
    min-height: 56px;
  }
  [role='listitem'] {
    border-bottom: 1px solid var(--line);
  }
  [role='listitem']:last-child {
    border-bottom: 0;
  }
  .what b,
  .what .soft,
  .says span {
    display: block;
  }
  .figure {
    font-size: 14px;
  }
  .says {
    font-size: 14px;
  }
  @media (max-width: 900px) {
    .row {
      grid-template-columns: 46px 1fr auto;
    }
    .wide {
      display: none;
    }
    .figure,
    .due,
    .says {
      grid-column: 2 / -1;
    }
  }
</style>

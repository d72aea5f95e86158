<script lang="ts">
  import { formatSize } from '@badger/core/base/format';
  import type { PlanLine } from '@badger/core/clone/plan';
  import { may } from '$lib/features/live/may.ts';
  import type { JobData } from '$lib/job-types.ts';
  import type { OriginRow } from './build.view.ts';
  import { messageOf } from '$lib/messages/catalogue.ts';
  import CloneBytes from './CloneBytes.svelte';
  import FieldTable from './FieldTable.svelte';
  import OriginTable from './OriginTable.svelte';
  import ProvenanceDrawing from './ProvenanceDrawing.svelte';
  import SumTable from './SumTable.svelte';

  let {
    job,
    line,
    place,
    onchoose,
    onup
  }: {
    job: JobData;
    line: PlanLine;
    /** In the order of writing, from 1. */
    place: number;
    onchoose: ((row: OriginRow) => void) | undefined;
    /** Write this region before the one that stands in front of it. */
    onup: (() => void) | undefined;
  } = $props();

  let bytesShown = $state(false);
  const tags = $derived(
    Object.fromEntries(Object.entries(job.units).map(([role, unit]) => [role, unit.tag]))
  );
  const reads = $derived(
    // what was only looked at beside is no part of it
    line.sources
      .filter((s) => line.parts.some((p) => p.from === s.from))
      .map((s) => {
        const role =
          s.from === 'supplied' || s.from === 'filler' || s.from === 'stock' ? undefined : s.from;
        const read = role
          ? job.regions[role].flatMap((r) => r.reads).find((r) => r.id === s.readId)
          : job.supplied.find((f) => f.sha256 === s.sha256);
        return (
          read?.name ?? (role ? `content of the ${role} that a lead took` : 'the supplied file')
        );
      })
  );
</script>

<section class="card-sheet region" aria-label={line.regionName} data-region={line.regionId}>
  <header>
    <h3><span class="place">{place}</span> {line.regionName}</h3>
    <span class="mono soft">{formatSize(line.lengthBytes)}</span>
    <span class="mono soft sha" title={line.sha256}>SHA-256 {line.sha256.slice(0, 8)} …</span>
    {#if onup}<button class="btn btn-ghost btn-sm" onclick={onup}>Write it earlier</button>{/if}
  </header>
  <ProvenanceDrawing {line} {tags} />
  <p class="soft from">Made of {reads.join('; ')}.</p>
  {#if line.guard}
    <ul class="guard" aria-label="What the file shows">
      {#each line.guard as f, i (i)}
        {@const m = messageOf(f.code, f.params)}
        <li class={f.severity}><b>{m.title}.</b> {m.text}</li>
      {/each}
      <li class="soft">
        Emissions and road law stay with whoever made the file: nothing is edited here.
      </li>
    </ul>
  {/if}
  <OriginTable {line} {onchoose} />
  {#if line.fields.length > 0}
    <details>
      <summary>What it says, beside original and donor</summary>
      <FieldTable fields={line.fields} donor={job.target === 'donor'} />
    </details>
  {/if}
  <details>
    <summary
      >{line.sums.length === 0
        ? 'Checksums: none are known'
        : line.sums.length === 1
          ? 'The checksum holds'
          : `All ${line.sums.length} checksums hold`}</summary
    >
    {#if line.sums.length > 0}<SumTable sums={line.sums} />{/if}
  </details>
  {#if may('memory.download')}
    <details ontoggle={(e) => (bytesShown = e.currentTarget.open)}>
      <summary>Byte by byte</summary>
      {#if bytesShown}<CloneBytes jobNumber={job.number} {line} />{/if}
    </details>
  {/if}
</section>

<style>
  header {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 16px;
    align-items: baseline;
    padding: 10px 16px 0;
  }
  h3 {
    margin: 0;
    font-size: 17px;
    font-weight: 700;
  }
  .place {
    display: inline-block;
    min-width: 1.5em;
    text-align: center;
    border: 1.5px solid var(--line-strong);
    border-radius: 4px;
  }
  .sha {
    font-size: 13px;
  }
  header button {
    margin-left: auto;
  }
  .from {
    margin: 0;
    padding: 0 16px 8px;
    font-size: 14px;
    overflow-wrap: anywhere;
  }
  .guard {
    margin: 0;
    padding: 0 16px 8px 36px;
    list-style: disc;
  }
  .guard .look {
    color: var(--look);
  }
  details {
    padding: 0 16px;
    border-top: 1px solid var(--line);
  }
  summary {
    cursor: pointer;
    min-height: 44px;
    display: list-item;
    line-height: 44px;
    font-weight: 600;
  }
</style>

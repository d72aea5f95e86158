<script lang="ts">
  import type { StageProps } from '$lib/features/shared/stage-props.ts';
  import { may } from '$lib/features/live/may.ts';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import { messageOfProblem } from '$lib/messages/catalogue.ts';
  import { METHOD_WORDS } from '$lib/messages/clone.ts';
  import { moveUp, offsetText, type ChosenRange, type OriginRow } from './build.view.ts';
  import BuiltRegion from './BuiltRegion.svelte';
  import ChangeSource from './ChangeSource.svelte';
  import ConsentCard from './ConsentCard.svelte';
  import PlannedParts from './PlannedParts.svelte';
  import ResetCard from './ResetCard.svelte';
  import SuppliedFiles from './SuppliedFiles.svelte';

  let { job, extras }: StageProps = $props();
  const itself = $derived(job.target === 'original');
  const plan = $derived(job.cloneState === 'none' ? undefined : job.clone?.plan);
  const mileage = $derived(
    (plan?.lines ?? []).flatMap((l) => l.fields.filter((f) => f.role === 'mileage'))
  );
  const order = $derived(plan?.lines.map((l) => l.regionId) ?? []);
  const mayChange = $derived(!itself && !job.closedAt && may('clone.change'));
  const gap = $derived(job.recipeGap && messageOfProblem(job.recipeGap));
  let chosen = $state<ChosenRange>({ regionId: '', start: '', end: '', from: 'original' });
  let choosing = $state(false);

  async function build(wanted?: readonly string[]) {
    noted(await send(`/api/jobs/${job.number}/clone`, wanted ? { order: wanted } : {}));
  }

  function choose(regionId: string, lengthBytes: number, row: OriginRow) {
    chosen = {
      regionId,
      start: offsetText(row.start, lengthBytes),
      end: offsetText(row.end - 1, lengthBytes),
      from: row.origin === 'donor' ? 'original' : 'donor'
    };
    choosing = true;
  }
</script>

<div class="card-sheet head">
  <div>
    <p>
      {#if itself}
        <b>Same unit.</b> Only what is supplied is written; {job.unreadable.length > 0
          ? 'the stock file is the way back: the unit cannot be read.'
          : 'the unit’s own reads are the way back.'}
      {:else}
        <b>{METHOD_WORDS[job.method] ?? job.method}.</b>
        {job.buildWords ??
          'Every byte of what is written comes from a trusted read, and says which.'}
      {/if}
    </p>
    {#each mileage as m (m.id)}
      <p>
        <b>{m.name} {m.written}</b>, only carried with the identity: original {m.original ??
          'not read'}, donor {m.donor ?? 'not read'}.
      </p>
    {/each}
    {#if gap && !job.closedAt}<p class="soft">
        <b>{gap.title}.</b>
        {gap.text}
        {gap.clear ?? ''}
      </p>{/if}
  </div>
  {#if !job.closedAt}
    <button
      class="btn"
      disabled={itself && job.supplied.length === 0}
      class:btn-primary={job.cloneState !== 'built'}
      class:btn-outline={job.cloneState === 'built'}
      onclick={() => build()}
    >
      {job.clone
        ? 'Build the image again'
        : itself
          ? 'Build what is written'
          : 'Build the clone image'}
    </button>
  {/if}
</div>
{#if itself}<SuppliedFiles {job} orders={extras.fileOrders} />{/if}
<ResetCard {job} />
{#if job.unruled.length > 0 && job.cloneState === 'built'}<ConsentCard {job} />{/if}
{#if plan}
  {#each plan.lines as line, i (line.regionId)}
    <BuiltRegion
      {job}
      {line}
      place={i + 1}
      onchoose={mayChange
        ? (row: OriginRow) => choose(line.regionId, line.lengthBytes, row)
        : undefined}
      onup={i > 0 && !job.closedAt && may('memory.build')
        ? () => build(moveUp(order, line.regionId))
        : undefined}
    />
  {/each}
  <p class="soft">
    Built {job.clone?.builtAt.toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })} by
    {job.clone?.builtBy}. Written in this order.
  </p>
{:else if job.parts?.ok}
  <PlannedParts {job} parts={job.parts.value} />
{/if}
{#if mayChange && job.parts?.ok}
  <details class="card-sheet elsewhere" bind:open={choosing}>
    <summary>Take bytes from elsewhere</summary>
    <ChangeSource {job} bind:chosen />
  </details>
{/if}

<style>
  .head {
    padding: 12px 16px;
    display: flex;
    justify-content: space-between;
    gap: 20px;
    align-items: center;
  }
  p {
    margin: 0;
  }
  .head .btn {
    flex: none;
  }
  .elsewhere {
    padding: 0 16px;
  }
  summary {
    cursor: pointer;
    line-height: 44px;
    font-weight: 600;
  }
</style>

<script lang="ts">
  import { may } from '$lib/features/live/may.ts';
  import { formatChipId } from '@badger/core/base/format';
  import PhotoCard from '$lib/features/arrive/PhotoCard.svelte';
  import LabelNumbers from '$lib/features/shared/label/LabelNumbers.svelte';
  import StockPanel from '$lib/features/shelf/StockPanel.svelte';
  import WearPanel from '$lib/features/shelf/WearPanel.svelte';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import Panel from '$lib/ui/Panel.svelte';
  import RoleMark from '$lib/ui/RoleMark.svelte';
  import PageHead from '$lib/ui/PageHead.svelte';
  import type { PageProps } from './$types';

  let { data }: PageProps = $props();

  let place = $state('');
  const unit = $derived(data.unit);
  /** The open job that photos of this unit go to. */
  const open = $derived(data.jobs.find((j) => !j.closedAt));
  const day = (d: Date) =>
    d.toLocaleDateString('en-GB', { day: 'numeric', month: 'short', year: 'numeric' });

  async function move(event: SubmitEvent) {
    event.preventDefault();
    if (noted(await send(`/api/units/${unit.tag}`, { place }))) place = '';
  }
</script>

<svelte:head><title>Unit {unit.tag} · Upright Badger</title></svelte:head>
<PageHead title="Unit {unit.tag}" note="{unit.family} {unit.title}">
  <a class="btn btn-outline" href="/families/{unit.family}">Its family</a>
  <a class="btn btn-outline" href="/tags?tags={unit.tag}">Print its tag</a>
</PageHead>
<div class="two">
  <div class="pile">
    <Panel label="Served in" title="Served in">
      {#if data.jobs.length === 0}<p class="soft">No job yet.</p>{/if}
      <ul>
        {#each data.jobs as j (`${j.jobNumber}${j.role}`)}
          <li>
            <RoleMark role={j.role} />
            <b class="role">{j.role.toUpperCase()}</b>
            <span
              ><b>{j.jobNumber}</b>
              {j.customer}, {j.vehicle}
              <span class="soft"
                >{day(j.createdAt)}{j.condition ? `, ${j.condition}` : ''}{j.closedAt
                  ? ', closed'
                  : ''}</span
              ></span
            >
            <a class="btn btn-outline" href="/jobs/{j.jobNumber}">Open job {j.jobNumber}</a>
          </li>
        {/each}
      </ul>
    </Panel>
    {#if data.profile && data.profile.wear.length > 0}
      <WearPanel tag={unit.tag} bands={data.profile.wear} values={data.wear} />
    {/if}
    {#if data.profile}
      <LabelNumbers tag={unit.tag} profile={data.profile} kept={data.labelNumbers} />
    {/if}
    <PhotoCard
      photos={data.photos}
      jobNumber={open?.jobNumber}
      tags={[unit.tag]}
      ofUnit={unit.tag}
      closed={open === undefined}
    />
  </div>
  <div class="pile">
    <Panel label="Place" title="Place">
      <p class="place">{unit.place || 'not put anywhere yet'}</p>
      <form onsubmit={move}>
        <label
          >Put it on
          <input class="input w-full" bind:value={place} required maxlength="40" />
        </label>
        <button class="btn btn-primary">Move it there</button>
      </form>
    </Panel>
    <StockPanel tag={unit.tag} stock={data.stock} />
    <Panel label="Identity" title="Identity">
      <dl>
        <dt>Chip id</dt>
        <dd class="mono">{unit.chipId ? formatChipId(unit.chipId) : 'not read yet'}</dd>
        {#each unit.numbers as n (n.name)}
          <dt>{n.name}</dt>
          <dd class="mono">{n.value}</dd>
        {/each}
      </dl>
    </Panel>
    <Panel label="Kept reads" title="Kept reads" note={String(data.reads.length)}>
      {#if data.reads.length === 0}<p class="soft">Nothing of this unit is kept yet.</p>{/if}
      <ul class="reads">
        {#each data.reads as r (r.id)}
          <li>
            <a
              class:link={may('memory.download')}
              href={may('memory.download') ? `/api/reads/${r.id}/image` : undefined}
              download>{r.name}</a
            >
            <span class="mono soft">{r.sha256.slice(0, 8)}</span>
          </li>
        {/each}
      </ul>
    </Panel>
  </div>
</div>

<style>
  .two {
    display: grid;
    grid-template-columns: minmax(0, 1.4fr) minmax(0, 1fr);
    gap: 12px;
    align-items: start;
  }
  .pile {
    display: grid;
    gap: 12px;
    min-width: 0;
  }
  ul {
    list-style: none;
    margin: 0;
    padding: 0;
  }
  li {
    display: flex;
    gap: 12px;
    align-items: center;
    min-height: 50px;
    border-top: 1px solid var(--line);
  }
  li:first-child {
    border-top: 0;
  }
  li > span:not(.mono) {
    flex: 1;
  }
  li .soft {
    display: block;
    font-size: 13.5px;
  }
  .role {
    font-size: 13.5px;
    width: 84px;
  }
  .reads li {
    min-height: 36px;
    justify-content: space-between;
  }
  .reads a {
    overflow-wrap: anywhere;
  }
  .place {
    font-size: 22px;
    font-weight: 650;
    margin: 0 0 8px;
  }
  form {
    display: flex;
    gap: 10px;
    align-items: end;
  }
  form label {
    flex: 1;
  }
  dl {
    display: grid;
    grid-template-columns: auto 1fr;
    gap: 2px 14px;
    margin: 0;
  }
  dt {
    color: var(--soft);
  }
  dd {
    margin: 0;
    overflow-wrap: anywhere;
  }
  @media (max-width: 800px) {
    .two {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>

<script lang="ts">
  import { may } from '$lib/features/live/may.ts';
  import StockForm from '$lib/features/shelf/StockForm.svelte';
  import { STOCK_WORDS } from '$lib/features/shared/words.ts';
  import { messageOfJudgement } from '$lib/messages/catalogue.ts';
  import SortLink from '$lib/ui/SortLink.svelte';
  import PageHead from '$lib/ui/PageHead.svelte';
  import VerdictMark from '$lib/ui/VerdictMark.svelte';
  import type { PageProps } from './$types';

  let { data }: PageProps = $props();
  let adding = $state(false);
  const close = () => (adding = false);
  const address = (page: number) =>
    `/shelf?${new URLSearchParams({ ...(data.text ? { q: data.text } : {}), ...(data.all ? { all: '1' } : {}), ...(data.sort ? { sort: data.sort } : {}), page: String(page) }).toString()}`;
</script>

<svelte:head><title>Shelf · Upright Badger</title></svelte:head>
<PageHead title="Shelf" note={data.all ? 'every unit of the shop' : 'units in stock'}>
  <form method="get">
    <label class="sr-only" for="q">Filter</label>
    <input
      id="q"
      class="input"
      name="q"
      type="search"
      value={data.text}
      placeholder="tag, number, family, chip id"
    />
    {#if data.all}<input type="hidden" name="all" value="1" />{/if}
    {#if data.sort}<input type="hidden" name="sort" value={data.sort} />{/if}
    <button class="btn btn-outline">Filter</button>
  </form>
  <a class="btn btn-outline" href={data.all ? '/shelf' : '/shelf?all=1'}
    >{data.all ? 'Only stock' : 'Every unit'}</a
  >
  {#if may('lists.export')}<a class="btn btn-outline" href="/api/shelf.csv">CSV</a>{/if}
  <button class="btn btn-primary" onclick={() => (adding = !adding)}>Put a unit on the shelf</button
  >
</PageHead>
{#if adding}<StockForm families={data.families} ondone={close} />{/if}
{#if data.units.length === 0}
  <p class="card-sheet p-4">
    {data.text
      ? `No unit fits “${data.text}”.`
      : 'Nothing in stock yet. Put the first unit on the shelf with what stands on its label.'}
  </p>
{:else}
  <div class="card-sheet">
    <table class="plain">
      <thead
        ><tr
          ><th><SortLink key="tag" name="Tag" /></th><th><SortLink key="family" name="Family" /></th
          ><th><SortLink key="hardware" name="Hardware" /></th><th>Software</th><th
            ><SortLink key="state" name="State" /></th
          ><th>Wear</th><th><SortLink key="place" name="Place" /></th><th>Serves in</th></tr
        ></thead
      >
      <tbody>
        {#each data.units as u (u.tag)}
          <tr data-tag={u.tag}>
            <td class="mono"><a class="link" href="/units/{u.tag}"><b>{u.tag}</b></a></td>
            <td>{u.family}</td>
            <td class="mono">{u.hardware || '–'}</td>
            <td class="mono">{u.software || '–'}</td>
            <td>{u.stock ? STOCK_WORDS[u.stock] : 'not stock'}</td>
            <td>
              {#if u.worn !== undefined}
                <VerdictMark verdict={u.wear.verdict} />
                {messageOfJudgement(u.wear).title}
              {:else}–{/if}
            </td>
            <td>{u.place}</td>
            <td
              >{#if u.inJob}<a class="link" href="/jobs/{u.inJob}">{u.inJob}</a>{/if}</td
            >
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
  <p class="pages">
    {#if data.page > 1}<a class="btn btn-outline" href={address(data.page - 1)}>Before</a>{/if}
    {#if data.more}<a class="btn btn-outline" href={address(data.page + 1)}>Further down</a>{/if}
  </p>
{/if}

<style>
  .pages {
    display: flex;
    gap: 12px;
    margin-top: 12px;
  }
</style>

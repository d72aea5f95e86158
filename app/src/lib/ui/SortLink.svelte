<script lang="ts">
  import { page } from '$app/state';
  import { sortedAddress } from '$lib/sorting.ts';

  let { key, name }: { key: string; name: string } = $props();

  const sort = $derived(page.url.searchParams.get('sort'));
  const state = $derived(sort === key ? 'rising' : sort === `-${key}` ? 'falling' : '');
</script>

<a href={sortedAddress(page.url, key)} data-sorted={state} data-sveltekit-noscroll
  >{name}<span aria-hidden="true" class="arrow"
    >{state === 'rising' ? '▲' : state === 'falling' ? '▼' : ''}</span
  >{#if state}<span class="sr-only">, sorted {state}</span>{/if}</a
>

<style>
  a {
    display: inline-flex;
    gap: 5px;
    align-items: center;
    min-height: 32px;
    color: inherit;
    text-decoration: none;
  }
  a:hover {
    text-decoration: underline;
  }
  [data-sorted='rising'],
  [data-sorted='falling'] {
    color: var(--ink);
    font-weight: 700;
  }
  .arrow {
    font-size: 10px;
  }
</style>

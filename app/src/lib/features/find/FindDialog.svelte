<script lang="ts">
  import { goto } from '$app/navigation';
  import { tagOfScan } from './scanner.ts';
  import Dialog from '$lib/ui/Dialog.svelte';

  interface Found {
    jobs: { number: number; title: string; detail: string }[];
    units: { tag: string; title: string; detail: string }[];
  }

  let { open = $bindable() }: { open: boolean } = $props();
  let found = $state.raw<Found>({ jobs: [], units: [] });
  let asked = $state('');
  const exact = $derived(found.units.find((u) => u.tag.toLowerCase() === asked.toLowerCase()));
  const first = $derived.by(() => {
    if (exact) return `/units/${exact.tag}`;
    if (found.jobs[0]) return `/jobs/${found.jobs[0].number}`;
    return found.units[0] ? `/units/${found.units[0].tag}` : undefined;
  });

  async function search(typed: string) {
    // a scanner types the whole address that a tag's code holds
    const text = tagOfScan(typed) ?? typed;
    asked = text;
    const response = await fetch(`/api/search?q=${encodeURIComponent(text)}`);
    if (response.ok && asked === text) found = (await response.json()) as Found;
  }

  function go(event: SubmitEvent) {
    event.preventDefault();
    if (first) visit(first);
  }

  function visit(href: string) {
    open = false;
    void goto(href);
  }

  const focus = (input: HTMLInputElement) => input.focus();
</script>

<Dialog bind:open title="Find">
  <form onsubmit={go}>
    <label>
      <span class="soft"
        >Job, customer, vehicle, tag, VIN end or chip id (a scanner may type here)</span
      >
      <input
        class="mono input w-full"
        type="search"
        oninput={(e) => search(e.currentTarget.value)}
        {@attach focus}
      />
    </label>
  </form>
  <ul>
    {#each found.jobs as j (j.number)}
      <li>
        <a href="/jobs/{j.number}" onclick={() => (open = false)}
          ><b>{j.number}</b> {j.title}<br /><span class="soft">{j.detail}</span></a
        >
      </li>
    {/each}
    {#each found.units as u (u.tag)}
      <li>
        <a href="/units/{u.tag}" onclick={() => (open = false)}
          ><b>{u.title}</b><br /><span class="soft">{u.detail}</span></a
        >
      </li>
    {/each}
    {#if asked.trim() !== '' && found.jobs.length + found.units.length === 0}<li class="soft">
        Nothing found for “{asked}”.
      </li>{/if}
  </ul>
</Dialog>

<style>
  ul {
    list-style: none;
    padding: 0;
    margin: 10px 0 0;
    max-height: 50vh;
    overflow: auto;
  }
  li a {
    display: block;
    padding: 8px;
    min-height: 44px;
    border-bottom: 1px solid var(--line);
    text-decoration: none;
  }
</style>

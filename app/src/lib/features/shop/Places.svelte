<script lang="ts">
  import Binary from '@lucide/svelte/icons/binary';
  import Boxes from '@lucide/svelte/icons/boxes';
  import CircleHelp from '@lucide/svelte/icons/circle-question-mark';
  import ClipboardList from '@lucide/svelte/icons/clipboard-list';
  import Clock from '@lucide/svelte/icons/calendar-clock';
  import Vault from '@lucide/svelte/icons/vault';
  import House from '@lucide/svelte/icons/house';
  import LayoutGrid from '@lucide/svelte/icons/layout-grid';
  import LogIn from '@lucide/svelte/icons/log-in';
  import Moon from '@lucide/svelte/icons/sun-moon';
  import Zap from '@lucide/svelte/icons/zap';
  import Cable from '@lucide/svelte/icons/cable';
  import Activity from '@lucide/svelte/icons/activity';
  import Wrench from '@lucide/svelte/icons/wrench';
  import Search from '@lucide/svelte/icons/search';
  import { invalidateAll } from '$app/navigation';
  import { page } from '$app/state';
  import { send } from '$lib/features/live/send.ts';

  let {
    person,
    theme,
    onfind,
    onkeys
  }: {
    person: { name: string; role: string } | undefined;
    theme: 'day' | 'night';
    onfind: () => void;
    onkeys: () => void;
  } = $props();

  const places = [
    { href: '/', name: 'Today', icon: Clock },
    { href: '/jobs', name: 'Jobs', icon: ClipboardList },
    { href: '/shelf', name: 'Shelf', icon: Boxes },
    { href: '/kit', name: 'Kit', icon: Wrench },
    { href: '/families', name: 'Families', icon: LayoutGrid },
    { href: '/dump', name: 'Dump desk', icon: Binary },
    { href: '/power', name: 'Power', icon: Zap },
    { href: '/breakout', name: 'Breakout', icon: Cable },
    { href: '/trace', name: 'Trace', icon: Activity },
    { href: '/safe', name: 'Safe', icon: Vault },
    { href: '/shop', name: 'Shop', icon: House }
  ];
  const here = (href: string) =>
    href === '/' ? page.url.pathname === '/' : page.url.pathname.startsWith(href);

  async function turnTheme() {
    const sent = await send<{ theme: string }>('/api/theme');
    if (sent.ok) document.documentElement.dataset['theme'] = sent.value.theme;
    await invalidateAll();
  }
</script>

<nav class="places" aria-label="Places">
  <svg class="shield" viewBox="0 0 40 44" role="img" aria-label="Upright Badger">
    <path d="M4 6c4-4 28-4 32 0 3 14-2 32-16 36C6 38 1 20 4 6z" fill="var(--ink)" />
    <path d="M17 3h6l2 20-5 16-5-16z" fill="var(--paper)" />
    <circle cx="11.5" cy="18" r="2" fill="var(--paper)" /><circle
      cx="28.5"
      cy="18"
      r="2"
      fill="var(--paper)"
    />
  </svg>
  {#if person}
    {#each places as p (p.href)}
      <a href={p.href} aria-current={here(p.href) ? 'page' : undefined}
        ><p.icon size={21} aria-hidden="true" />{p.name}</a
      >
    {/each}
    <button onclick={onfind}><Search size={21} aria-hidden="true" />Find</button>
  {:else}
    <a href="/" aria-current={here('/') ? 'page' : undefined}
      ><Clock size={21} aria-hidden="true" />Today</a
    >
    <a href="/sign-in"><LogIn size={21} aria-hidden="true" />Sign in</a>
  {/if}
  <span class="gap"></span>
  <button class="keys" onclick={onkeys}><CircleHelp size={21} aria-hidden="true" />Keys</button>
  <button onclick={turnTheme} aria-label="Turn to {theme === 'day' ? 'night' : 'day'} bench"
    ><Moon size={21} aria-hidden="true" />{theme === 'day' ? 'Day' : 'Night'}</button
  >
</nav>

<style>
  .places {
    border-right: 1px solid var(--line);
    display: flex;
    flex-direction: column;
    align-items: center;
    padding: 10px 0;
    gap: 2px;
    position: sticky;
    top: 76px;
    height: calc(100vh - 76px);
    overflow-y: auto;
  }
  .shield {
    width: 26px;
    height: 28px;
    margin-bottom: 6px;
  }
  a,
  button {
    width: 66px;
    min-height: 46px;
    padding: 5px 0 4px;
    font-size: 12.5px;
    line-height: 1.1;
    color: var(--soft);
    border-radius: 8px;
    text-decoration: none;
    display: flex;
    flex-direction: column;
    align-items: center;
    gap: 4px;
    cursor: pointer;
  }
  a[aria-current] {
    background: var(--ink);
    color: var(--sheet);
  }
  .gap {
    flex: 1;
  }
  @media (max-width: 640px) {
    .places {
      position: fixed;
      top: auto;
      height: auto;
      inset: auto 0 0 0;
      z-index: 5;
      flex-direction: row;
      background: var(--paper);
      border-top: 1px solid var(--line);
      padding: 4px;
      overflow-x: auto;
    }
    .shield,
    .keys,
    .gap {
      display: none;
    }
  }
  @media print {
    .places {
      display: none;
    }
  }
</style>

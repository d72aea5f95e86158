<script lang="ts">
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import type { ShopRules } from '$lib/schema/requests.ts';
  import Panel from '$lib/ui/Panel.svelte';

  let { rules, may }: { rules: ShopRules; may: boolean } = $props();

  async function set(change: Partial<ShopRules>) {
    noted(await send('/api/shop/rules', { ...rules, ...change }));
  }
</script>

<Panel label="Shop rules" title="Shop rules">
  <label class="tick">
    <input
      type="checkbox"
      class="checkbox"
      checked={rules.wallDisplay}
      disabled={!may}
      onchange={(e) => set({ wallDisplay: e.currentTarget.checked })}
    />
    <span
      ><b>Wall display</b>: Today is shown without a sign-in, customers by their initials, nothing
      of a vehicle’s identity</span
    >
  </label>
  <fieldset disabled={!may}>
    <legend>Names of files begin with</legend>
    {#each [{ id: 'vin', name: 'the end of the VIN' }, { id: 'plate', name: 'the plate, where there is one' }] as const as n (n.id)}
      <label class="tick"
        ><input
          type="radio"
          class="radio"
          name="namesBy"
          value={n.id}
          checked={rules.namesBy === n.id}
          onchange={() => set({ namesBy: n.id })}
        />{n.name}</label
      >
    {/each}
  </fieldset>
  <fieldset disabled={!may}>
    <legend>Reads are trusted when</legend>
    {#each [{ n: 2, name: 'two are the same' }, { n: 3, name: 'three are the same (strict)' }] as const as r (r.n)}
      <label class="tick"
        ><input
          type="radio"
          class="radio"
          name="readsRequired"
          value={r.n}
          checked={rules.readsRequired === r.n}
          onchange={() => set({ readsRequired: r.n })}
        />{r.name}</label
      >
    {/each}
  </fieldset>
</Panel>

<style>
  .tick {
    display: flex;
    gap: 10px;
    align-items: center;
    min-height: 44px;
  }
  fieldset {
    border: 0;
    padding: 0;
    margin: 8px 0 0;
  }
  legend {
    color: var(--soft);
  }
</style>

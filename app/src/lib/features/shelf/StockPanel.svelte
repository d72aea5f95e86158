<script lang="ts">
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import { STOCK_WORDS } from '$lib/features/shared/words.ts';
  import Panel from '$lib/ui/Panel.svelte';

  let { tag, stock }: { tag: string; stock: string | null } = $props();

  async function set(event: Event & { currentTarget: HTMLSelectElement }) {
    noted(await send(`/api/units/${tag}/facts`, { stock: event.currentTarget.value }));
  }
</script>

<Panel label="Stock" title="In stock?">
  <label
    >State
    <select class="select w-full" value={stock ?? 'not-stock'} onchange={set}>
      <option value="not-stock">not in stock</option>
      {#each Object.entries(STOCK_WORDS) as [id, words] (id)}<option value={id}>{words}</option
        >{/each}
    </select>
  </label>
</Panel>

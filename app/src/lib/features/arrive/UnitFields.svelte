<script lang="ts">
  import RoleMark from '$lib/ui/RoleMark.svelte';
  import type { UnitDraft } from './intake.view.ts';

  let { role, unit = $bindable() }: { role: 'original' | 'donor'; unit: UnitDraft } = $props();
</script>

<fieldset>
  <label class="here">
    <input type="checkbox" class="checkbox" bind:checked={unit.present} />
    <RoleMark {role} size={18} /> <b>{role.toUpperCase()}</b> came in
  </label>
  {#if unit.present}
    <label
      >Tag
      <input
        class="mono input w-full"
        bind:value={unit.tag}
        pattern="[0-9A-Za-z\-]*"
        maxlength="12"
        placeholder="next free one"
      /></label
    >
    <label>Place<input class="input w-full" bind:value={unit.place} maxlength="40" /></label>
    <label class="wide"
      >Its condition<input
        class="input w-full"
        bind:value={unit.condition}
        maxlength="200"
      /></label
    >
  {/if}
</fieldset>

<style>
  fieldset {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 6px 12px;
    border: 0;
    border-top: 1px solid var(--line);
    padding: 8px 0 2px;
    margin: 0;
  }
  .here,
  .wide {
    grid-column: 1 / -1;
  }
  .here {
    display: flex;
    gap: 10px;
    align-items: center;
    min-height: 40px;
  }
</style>

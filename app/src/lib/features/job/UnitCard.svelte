<script lang="ts">
  import type { UnitRole } from '@badger/core/job/roles';
  import type { UnitData } from '$lib/job-types.ts';
  import RoleMark from '$lib/ui/RoleMark.svelte';

  let {
    role,
    unit,
    where
  }: { role: UnitRole; unit: UnitData | undefined; where: string | undefined } = $props();
</script>

<div class="unit" data-role={role}>
  <RoleMark {role} />
  <span>
    <b>{role.toUpperCase()}</b>
    {#if unit}
      <span class="mono">{unit.tag}</span>
      <span class="soft">{where ?? unit.place}</span>
    {:else}
      <span class="soft">none yet</span>
    {/if}
  </span>
</div>

<style>
  .unit {
    display: flex;
    gap: 10px;
    align-items: center;
    padding: 8px 0;
    border-top: 1px solid var(--line);
  }
  .unit:first-of-type {
    border-top: 0;
  }
  b {
    display: block;
    font: 700 13.5px/1.2 var(--font-sans);
    letter-spacing: 0.04em;
  }
</style>

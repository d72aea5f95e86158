<script lang="ts">
  let { name, unit, value = $bindable() }: { name: string; unit: string; value: string } = $props();
</script>

<label>
  <span>{name}</span>
  <span class="field"
    ><input class="mono input" inputmode="decimal" autocomplete="off" bind:value />
    <span class="soft">{unit}</span></span
  >
</label>

<style>
  .field {
    display: flex;
    gap: 6px;
    align-items: center;
  }
  .input {
    width: 92px;
  }
</style>

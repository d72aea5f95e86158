<script lang="ts">
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import KitLeadFields from './KitLeadFields.svelte';
  import { fieldsOf, KINDS, toKitEdit, type KitRowData } from './kit.view.ts';

  let {
    row,
    families,
    stations,
    ondone
  }: {
    row: KitRowData | undefined;
    families: readonly string[];
    stations: readonly { readonly id: string; readonly name: string }[];
    ondone: () => void;
  } = $props();

  // the form is made anew for every piece
  // svelte-ignore state_referenced_locally
  let edit = $state(toKitEdit(row));
  const has = $derived(fieldsOf(edit.kind));

  async function keep(retire = false) {
    const body = { ...$state.snapshot(edit), ...(retire ? { retire } : {}) };
    if (noted(await send('/api/kit', body))) ondone();
  }
  function submit(event: SubmitEvent) {
    event.preventDefault();
    void keep();
  }
</script>

<form onsubmit={submit}>
  <label
    >Kind
    <select class="select w-full" bind:value={edit.kind}>
      {#each KINDS as k (k.id)}<option value={k.id}>{k.name}</option>{/each}
    </select></label
  >
  <label class="two"
    >Name<input class="input w-full" bind:value={edit.name} required maxlength="60" /></label
  >
  <label
    >Station
    <select class="select w-full" bind:value={edit.stationId}>
      <option value="">any</option>
      {#each stations as s (s.id)}<option value={s.id}>{s.name}</option>{/each}
    </select></label
  >
  {#if has.versions}
    <label
      >Software<input class="mono input w-full" bind:value={edit.software} maxlength="30" /></label
    >
    <label
      >Software wanted<input
        class="mono input w-full"
        bind:value={edit.wantedSoftware}
        maxlength="30"
      /></label
    >
    <label
      >Firmware<input class="mono input w-full" bind:value={edit.firmware} maxlength="30" /></label
    >
    <label
      >Firmware wanted<input
        class="mono input w-full"
        bind:value={edit.wantedFirmware}
        maxlength="30"
      /></label
    >
  {/if}
  {#if has.plugs}
    <label
      >Plugged so far<input
        class="input w-full"
        type="number"
        min="0"
        bind:value={edit.plugCycles}
        required
      /></label
    >
    <label
      >Good for<input
        class="input w-full"
        type="number"
        min="0"
        bind:value={edit.plugLimit}
        required
      /></label
    >
  {/if}
  {#if has.rated}
    <label
      >Gives at most, mA<input
        class="input w-full"
        type="number"
        min="0"
        bind:value={edit.ratedMa}
        required
      /></label
    >
  {/if}
  {#if has.conducts || has.box}<KitLeadFields bind:edit {has} />{/if}
  <label>Due<input class="input w-full" type="date" bind:value={edit.dueAt} /></label>
  {#if has.calibration}
    <label
      >Calibration due<input
        class="input w-full"
        type="date"
        bind:value={edit.calibrationDueAt}
      /></label
    >
  {/if}
  {#if has.link}
    <label class="tick"
      ><input type="checkbox" class="checkbox" bind:checked={edit.cableLink} />linked by cable</label
    >
    <label class="tick"
      ><input type="checkbox" class="checkbox" bind:checked={edit.radioLink} />linked by radio</label
    >
  {/if}
  <fieldset>
    <legend>Fits these families, none ticked is all</legend>
    {#each families as f (f)}
      <label class="tick"
        ><input type="checkbox" class="checkbox" value={f} bind:group={edit.families} /><span
          class="mono">{f}</span
        ></label
      >
    {/each}
  </fieldset>
  <div class="act">
    <button class="btn btn-primary">{row ? 'Keep the change' : 'Add it'}</button>
    <button type="button" class="btn btn-outline" onclick={ondone}>Leave it</button>
    {#if row}
      <button type="button" class="btn btn-ghost" onclick={() => keep(true)}>Take out of use</button
      >
    {/if}
  </div>
</form>

<style>
  form {
    display: grid;
    grid-template-columns: repeat(4, minmax(0, 1fr));
    gap: 8px 14px;
    align-items: end;
    padding: 10px 16px 14px;
    background: var(--paper);
  }
  .two {
    grid-column: span 2;
  }
  fieldset,
  .act {
    grid-column: 1 / -1;
    display: flex;
    gap: 4px 18px;
    flex-wrap: wrap;
    border: 0;
    padding: 0;
    margin: 0;
  }
  legend {
    color: var(--soft);
  }
  .tick {
    display: flex;
    gap: 8px;
    align-items: center;
    min-height: 44px;
  }
  @media (max-width: 700px) {
    form {
      grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
    }
  }
</style>

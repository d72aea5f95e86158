<script lang="ts">
  import { awgOfArea } from '@badger/core/electrical/conductor';
  import type { KitEdit } from '$lib/schema/requests.ts';
  import { SIGNAL_WORDS } from '$lib/messages/wire-words.ts';

  let {
    edit = $bindable(),
    has
  }: { edit: KitEdit; has: { readonly conducts: boolean; readonly box: boolean } } = $props();

  const SIGNALS = Object.entries(SIGNAL_WORDS) as [keyof typeof SIGNAL_WORDS, string][];
  const TERMINATORS = [
    [null, 'not known'],
    [0, 'none'],
    [120, '120 Ω']
  ] as const;
  /** Figures are typed in metres and mm², and kept in mm and µm²; what is no number the form does not let pass. */
  const scaled = (value: string, factor: number) =>
    value === '' ? null : Math.round(Number(value) * factor);
  const shown = (value: number | null, factor: number) => (value === null ? '' : value / factor);
  const gauge = $derived(edit.areaUm2 ? awgOfArea(edit.areaUm2 / 1e6) : undefined);

  function addWire() {
    edit.wires = [...edit.wires, { signal: 'ground', mark: '', colour: '' }];
  }
</script>

{#if has.conducts}
  <label
    >Length, m<input
      class="input w-full"
      type="number"
      min="0"
      step="any"
      value={shown(edit.lengthMm, 1000)}
      onchange={(e) => (edit.lengthMm = scaled(e.currentTarget.value, 1000))}
    /></label
  >
  <label
    >Cross-section, mm²{gauge === undefined ? '' : ` (AWG ${gauge})`}<input
      class="input w-full"
      type="number"
      min="0"
      step="any"
      value={shown(edit.areaUm2, 1e6)}
      onchange={(e) => (edit.areaUm2 = scaled(e.currentTarget.value, 1e6))}
    /></label
  >
  <label
    >One contact, mΩ<input
      class="input w-full"
      type="number"
      min="0"
      step="any"
      value={shown(edit.contactMohm, 1)}
      onchange={(e) => (edit.contactMohm = scaled(e.currentTarget.value, 1))}
    /></label
  >
  <label>Plugged at<input class="input w-full" bind:value={edit.port} maxlength="40" /></label>
{/if}
<label
  >Terminator inside
  <select class="select w-full" bind:value={edit.terminatorOhm}>
    {#each TERMINATORS as [ohm, name] (name)}<option value={ohm}>{name}</option>{/each}
  </select></label
>
{#if has.box}
  <label
    >Draws from the supply, mA<input
      class="input w-full"
      type="number"
      min="0"
      step="1"
      value={shown(edit.drawMa, 1)}
      onchange={(e) => (edit.drawMa = scaled(e.currentTarget.value, 1))}
    /></label
  >
{:else}
  <fieldset>
    <legend>Wires, by number or colour</legend>
    {#each edit.wires as wire, i (i)}
      <span class="wire">
        <select class="select" aria-label="Signal of wire {i + 1}" bind:value={wire.signal}>
          {#each SIGNALS as [id, name] (id)}<option value={id}>{name}</option>{/each}
        </select>
        <input
          class="input"
          aria-label="Number of wire {i + 1}"
          placeholder="number"
          maxlength="12"
          bind:value={wire.mark}
        />
        <input
          class="input"
          aria-label="Colour of wire {i + 1}"
          placeholder="colour"
          maxlength="20"
          bind:value={wire.colour}
        />
        <button
          type="button"
          class="btn btn-ghost"
          aria-label="Take wire {i + 1} out"
          onclick={() => (edit.wires = edit.wires.filter((_, k) => k !== i))}>Out</button
        >
      </span>
    {/each}
    <button type="button" class="btn btn-outline" onclick={addWire}>Add a wire</button>
  </fieldset>
{/if}

<style>
  fieldset {
    grid-column: 1 / -1;
    display: flex;
    gap: 6px 18px;
    flex-wrap: wrap;
    align-items: center;
    border: 0;
    padding: 0;
    margin: 0;
  }
  legend {
    color: var(--soft);
  }
  .wire {
    display: flex;
    gap: 6px;
    align-items: center;
  }
  .wire .input {
    width: 92px;
  }
</style>

<script lang="ts">
  import { shapeOf } from '@badger/core/job/shape';
  import EarlierJobs from './EarlierJobs.svelte';
  import type { EarlierJob, IntakeDraft } from './intake.view.ts';
  import VinFacts from './VinFacts.svelte';
  import { viewVin } from './vin.view.ts';

  let {
    draft = $bindable(),
    year,
    families
  }: { draft: IntakeDraft; year: number; families: readonly string[] } = $props();

  const vin = $derived(viewVin(draft.vin, year));
  const focus = (input: HTMLInputElement) => input.focus();

  function take(job: EarlierJob) {
    draft.customer = job.customer;
    draft.vehicle = job.vehicle;
    if (draft.plate === '') draft.plate = job.plate;
    if (families.includes(job.family)) draft.family = job.family;
  }

  function takeVin(proposal: string) {
    draft.vin = proposal;
  }
</script>

<label class="ids">
  VIN
  <input
    class="mono vin input w-full"
    bind:value={draft.vin}
    required={shapeOf(draft.reason).vehicleKnown}
    maxlength="40"
    autocomplete="off"
    spellcheck="false"
    {@attach focus}
  />
</label>
<label class="plate"
  >Plate<input
    class="mono input w-full"
    bind:value={draft.plate}
    maxlength="20"
    autocomplete="off"
    spellcheck="false"
  /></label
>
<div class="wide facts">
  {#if vin}<VinFacts view={vin} ontake={takeVin} />
  {:else}<span class="soft"
      >{shapeOf(draft.reason).vehicleKnown
        ? 'From the plate or the paper; every character is checked as it comes in.'
        : 'A loose unit may have none: its plate or its sender stands instead.'}</span
    >{/if}
  <EarlierJobs vin={draft.vin} ontake={take} />
</div>

<style>
  .wide {
    grid-column: 1 / -1;
  }
  .plate input {
    text-transform: uppercase;
  }
  .vin {
    font-size: 20px;
    letter-spacing: 0.04em;
    text-transform: uppercase;
  }
  .facts {
    display: grid;
    gap: 8px;
    min-height: 60px;
    align-content: center;
  }
</style>

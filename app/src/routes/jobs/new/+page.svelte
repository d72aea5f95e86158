<script lang="ts">
  import { goto } from '$app/navigation';
  import { parseVin } from '@badger/core/identity/vin';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import { messageOfProblem } from '$lib/messages/catalogue.ts';
  import type { PageProps } from './$types';

  let { data }: PageProps = $props();
  let values = $state({
    customer: '',
    vehicle: '',
    vin: '',
    family: 'HV-EC4',
    complaint: '',
    authorisedBy: '',
    originalTag: '',
    donorTag: ''
  });
  const vin = $derived(values.vin === '' ? undefined : parseVin(values.vin));

  async function open(event: SubmitEvent) {
    event.preventDefault();
    const sent = await send<{ number: number }>('/api/jobs', $state.snapshot(values));
    if (noted(sent) && sent.ok) await goto(`/jobs/${sent.value.number}`);
  }
</script>

<svelte:head><title>Open a job · Upright Badger</title></svelte:head>
<h1>Open a job</h1>
<form class="card-sheet box" onsubmit={open}>
  <label
    >Customer<input
      class="input w-full"
      bind:value={values.customer}
      required
      maxlength="80"
    /></label
  >
  <label
    >Vehicle or loose unit<input
      class="input w-full"
      bind:value={values.vehicle}
      required
      maxlength="80"
    /></label
  >
  <label>
    VIN
    <input class="mono input w-full" bind:value={values.vin} required maxlength="40" />
    {#if vin && !vin.ok}<span class="bad">{messageOfProblem(vin.problem).text}</span>
    {:else if vin?.ok}<span class="soft"
        >last seven <b class="mono">{vin.value.lastSeven}</b>, check digit {vin.value
          .checkDigit}</span
      >{/if}
  </label>
  <label>
    Family
    <select class="select w-full" bind:value={values.family}>
      {#each data.families as f (f.id)}<option value={f.id}>{f.id} · {f.title}</option>{/each}
    </select>
  </label>
  <label class="wide"
    >Complaint, in the customer’s words<textarea
      class="textarea w-full"
      rows="2"
      bind:value={values.complaint}
      required
      maxlength="500"></textarea></label
  >
  <label class="wide">
    Ordered by, on what paper
    <input class="input w-full" bind:value={values.authorisedBy} maxlength="120" />
    <span class="soft"
      >Without it the job stays at Stop. Local law and licensing decide what is needed.</span
    >
  </label>
  <label
    >Tag of the original<input
      class="mono input w-full"
      bind:value={values.originalTag}
      required
      pattern="[0-9A-Za-z\-]+"
      maxlength="12"
    /></label
  >
  <label
    >Tag of the donor, if there is one<input
      class="mono input w-full"
      bind:value={values.donorTag}
      pattern="[0-9A-Za-z\-]*"
      maxlength="12"
    /></label
  >
  <button class="btn btn-primary">Open the job</button>
</form>

<style>
  h1 {
    font: 650 21px/1.2 var(--font-sans);
    margin-bottom: 10px;
  }
  .box {
    padding: 16px 18px;
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 12px 20px;
    max-width: 900px;
  }
  .wide {
    grid-column: 1 / -1;
  }
  .bad {
    color: var(--stop);
  }
  button {
    justify-self: start;
  }
  @media (max-width: 640px) {
    .box {
      grid-template-columns: 1fr;
    }
  }
</style>

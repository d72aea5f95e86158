<script lang="ts">
  import { goto } from '$app/navigation';
  import ComplaintFields from '$lib/features/arrive/ComplaintFields.svelte';
  import EarlierJobs from '$lib/features/arrive/EarlierJobs.svelte';
  import UnitFields from '$lib/features/arrive/UnitFields.svelte';
  import VinFacts from '$lib/features/arrive/VinFacts.svelte';
  import { enterMoves } from '$lib/features/arrive/enter-moves.ts';
  import {
    emptyDraft,
    type EarlierJob,
    makeIntakeKey,
    newJobOf,
    promiseChoices
  } from '$lib/features/arrive/intake.view.ts';
  import { REASONS } from '$lib/features/shared/reasons.ts';
  import PickPhotos from '$lib/features/arrive/PickPhotos.svelte';
  import { sendPhoto, type PhotoKind } from '$lib/features/arrive/send-photo.ts';
  import { shapeOf } from '@badger/core/job/shape';
  import { viewVin } from '$lib/features/arrive/vin.view.ts';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import Panel from '$lib/ui/Panel.svelte';
  import PageHead from '$lib/ui/PageHead.svelte';
  import type { PageProps } from './$types';

  let { data }: PageProps = $props();

  // the form starts from what the page was opened with
  // svelte-ignore state_referenced_locally
  let draft = $state(emptyDraft(data.families[0]?.id ?? ''));
  const intakeKey = makeIntakeKey(crypto.getRandomValues(new Uint8Array(16)));
  /** The open job of this vehicle, when the server has refused because of it. */
  let openAlready = $state<number | undefined>(undefined);
  let sending = $state('');
  let photos = $state.raw<{ kind: PhotoKind; file: File }[]>([]);
  const WAYS = [
    { id: 'vehicle', name: 'The vehicle' },
    { id: 'post', name: 'By post' },
    { id: 'counter', name: 'Over the counter' }
  ] as const;
  const vin = $derived(viewVin(draft.vin, data.now.getFullYear()));
  const promises = $derived(promiseChoices(data.now));

  function take(job: EarlierJob) {
    draft.customer = job.customer;
    draft.vehicle = job.vehicle;
    if (draft.plate === '') draft.plate = job.plate;
    if (data.families.some((f) => f.id === job.family)) draft.family = job.family;
  }

  function takeVin(proposal: string) {
    draft.vin = proposal;
  }

  async function open(another: boolean) {
    sending = 'Opening the job';
    const body = newJobOf($state.snapshot(draft), { intakeKey, another });
    const sent = await send<{ number: number }>('/api/jobs', body);
    sending = '';
    openAlready =
      !sent.ok && 'openJob' in sent.problem.params
        ? Number(sent.problem.params['openJob'])
        : undefined;
    if (!noted(sent) || !sent.ok) return;
    const { number } = sent.value;
    // photos that do not get through can be sent again on the job's own page
    for (const [i, photo] of photos.entries()) {
      sending = `Photo ${i + 1} of ${photos.length}`;
      if (!noted(await sendPhoto(number, photo))) break;
    }
    sending = '';
    await goto(`/jobs/${number}/arrive`);
  }

  function submit(event: SubmitEvent) {
    event.preventDefault();
    if (sending === '') void open(false);
  }

  const focus = (input: HTMLInputElement) => input.focus();
</script>

<svelte:head><title>Take a job in · Upright Badger</title></svelte:head>
<PageHead
  title="Take a job in"
  note="Enter or a scan goes to the next field, Ctrl and Enter opens the job."
/>
<form onsubmit={submit} {@attach enterMoves}>
  <div class="side">
    <Panel label="Vehicle" title="Vehicle and customer">
      <div class="grid">
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
        <label
          >Customer
          <input
            class="input w-full"
            list="customers"
            bind:value={draft.customer}
            required
            maxlength="80"
          /></label
        >
        <datalist id="customers">
          {#each data.customers as c (c)}<option value={c}></option>{/each}
        </datalist>
        <label
          >Vehicle or loose unit<input
            class="input w-full"
            bind:value={draft.vehicle}
            required
            maxlength="80"
          /></label
        >
        <ComplaintFields bind:draft />
        <label class="wide"
          >Reason
          <select class="select w-full" bind:value={draft.reason}>
            {#each REASONS as r (r.id)}<option value={r.id}>{r.name}</option>{/each}
          </select></label
        >
        <label
          >Family
          <select class="select w-full" bind:value={draft.family}>
            {#each data.families as f (f.id)}<option value={f.id}>{f.id} · {f.title}</option>{/each}
          </select></label
        >
        <label
          >Ordered by, on what paper<input
            class="input w-full"
            bind:value={draft.authorisedBy}
            maxlength="120"
          /></label
        >
      </div>
    </Panel>
    <Panel label="Promise" title="Promised for">
      <div class="ways">
        {#each promises as p (p.value)}
          <button
            type="button"
            class="btn btn-outline"
            aria-pressed={draft.promised === p.value}
            onclick={() => (draft.promised = p.value)}>{p.name}</button
          >
        {/each}
        <input
          type="datetime-local"
          class="input"
          aria-label="Promised for"
          bind:value={draft.promised}
        />
      </div>
    </Panel>
  </div>
  <div class="side">
    <Panel label="What came in" title="What came in">
      <div class="ways" role="radiogroup" aria-label="How it came">
        {#each WAYS as way (way.id)}
          <label
            ><input
              type="radio"
              class="radio"
              name="how"
              value={way.id}
              bind:group={draft.how}
            />{way.name}</label
          >
        {/each}
      </div>
      <div class="grid">
        {#if draft.how === 'post'}
          <label
            >Parcel number<input
              class="mono input w-full"
              bind:value={draft.parcelNumber}
              maxlength="60"
            /></label
          >
        {/if}
        <label class={draft.how === 'post' ? '' : 'wide'}
          >Condition on arrival<input
            class="input w-full"
            bind:value={draft.condition}
            maxlength="300"
          /></label
        >
      </div>
      <UnitFields role="original" bind:unit={draft.original} />
      {#if shapeOf(draft.reason).target === 'donor'}
        <UnitFields role="donor" bind:unit={draft.donor} />
      {/if}
    </Panel>
    <PickPhotos bind:photos />
    <div class="act">
      <button type="submit" class="btn btn-lg btn-primary" disabled={sending !== ''}
        >{sending || 'Take it in'}</button
      >
      {#if openAlready !== undefined}
        <a class="btn btn-outline" href="/jobs/{openAlready}">Open job {openAlready}</a>
        <button type="button" class="btn btn-outline" onclick={() => open(true)}
          >Open another all the same</button
        >
      {/if}
    </div>
  </div>
</form>

<style>
  form {
    display: grid;
    grid-template-columns: minmax(0, 1.1fr) minmax(0, 1fr);
    gap: 12px;
    align-items: start;
  }
  .side {
    display: grid;
    gap: 12px;
    min-width: 0;
  }
  .grid {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 8px 14px;
  }
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
  .ways {
    display: flex;
    gap: 10px 16px;
    align-items: center;
    flex-wrap: wrap;
  }
  .ways label:not(.btn) {
    display: flex;
    gap: 8px;
    align-items: center;
    min-height: 40px;
  }
  [aria-pressed='true'] {
    background: var(--ink);
    color: var(--sheet);
  }
  .act {
    display: flex;
    gap: 10px;
    flex-wrap: wrap;
  }
  @media (max-width: 900px) {
    form,
    .grid {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>

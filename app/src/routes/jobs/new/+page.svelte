<script lang="ts">
  import { goto } from '$app/navigation';
  import ComplaintFields from '$lib/features/arrive/ComplaintFields.svelte';
  import PromisePanel from '$lib/features/arrive/PromisePanel.svelte';
  import VehicleFields from '$lib/features/arrive/VehicleFields.svelte';
  import WhatCame from '$lib/features/arrive/WhatCame.svelte';
  import { enterMoves } from '$lib/features/arrive/enter-moves.ts';
  import { emptyDraft, makeIntakeKey, newJobOf } from '$lib/features/arrive/intake.view.ts';
  import { REASONS } from '$lib/features/shared/reasons.ts';
  import PickPhotos from '$lib/features/arrive/PickPhotos.svelte';
  import { sendPhoto, type PhotoKind } from '$lib/features/arrive/send-photo.ts';
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
        <VehicleFields
          bind:draft
          year={data.now.getFullYear()}
          families={data.families.map((f) => f.id)}
        />
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
    <PromisePanel bind:promised={draft.promised} now={data.now} />
  </div>
  <div class="side">
    <WhatCame bind:draft />
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

<script lang="ts">
  import type { JobData } from '$lib/job-types.ts';
  import type { SafeLine } from '$lib/safe-types.ts';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import SignHere from '../shared/SignHere.svelte';
  import type { Strokes } from '../shared/signature.svelte.ts';
  import { HANDOVER_SECONDS, STATE_WORDS, whose } from './safe.view.ts';
  import { ShownSecrets } from './shown-secret.svelte.ts';

  let { job, lines }: { job: JobData; lines: readonly SafeLine[] } = $props();

  const shown = new ShownSecrets();
  const EMPTY = { receiver: '', capacity: '', proof: '' };
  let chosen: string[] = $state([]);
  let to = $state({ ...EMPTY });
  let strokes: Strokes = $state.raw([]);
  let receipt: number | undefined = $state();
  const ready = $derived(
    chosen.length > 0 &&
      to.receiver.trim().length >= 3 &&
      to.capacity.trim().length >= 3 &&
      to.proof.trim().length >= 4 &&
      strokes.length > 0
  );

  async function handOver(event: SubmitEvent) {
    event.preventDefault();
    const sent = await send<{
      number: number;
      values: { id: string; name: string; value: string }[];
    }>(`/api/jobs/${job.number}/safe/handovers`, { ids: chosen, ...to, signature: strokes });
    if (!noted(sent) || !sent.ok) return;
    receipt = sent.value.number;
    shown.show(sent.value.values, HANDOVER_SECONDS);
    chosen = [];
    to = { ...EMPTY };
    strokes = [];
  }
</script>

{#if receipt !== undefined}
  <section class="card-sheet given" aria-label="Handed over">
    <p>
      <b>Handed over, receipt {job.number}-{receipt}.</b>
      <a class="link" href="/jobs/{job.number}/safe/receipts/{receipt}"
        >Open the receipt for printing</a
      >
    </p>
    {#if shown.values.length > 0}
      <dl>
        {#each shown.values as s (s.id)}
          <dt>{s.name}</dt>
          <dd class="mono" data-testid="handed-value">{s.value}</dd>
        {/each}
      </dl>
      <p class="soft">Gone in {shown.secondsLeft} s.</p>
      <button class="btn btn-outline" onclick={() => shown.hide()}>Hide it</button>
    {/if}
  </section>
{/if}
<details class="card-sheet">
  <summary>Hand security data over to somebody</summary>
  <form onsubmit={handOver} aria-label="Hand security data over">
    <fieldset>
      <legend>What</legend>
      {#each lines as l (l.id)}
        <label class="what"
          ><input
            type="checkbox"
            class="checkbox"
            value={l.id}
            disabled={l.state === 'doubted'}
            bind:group={chosen}
          />
          <b>{l.name}</b> <span class="soft">{whose(l)}, {STATE_WORDS[l.state]}</span></label
        >
      {/each}
    </fieldset>
    <label
      >To whom, by name
      <input
        class="input w-full"
        bind:value={to.receiver}
        maxlength="120"
        autocomplete="off"
      /></label
    >
    <label
      >What they are: owner, locksmith, shop
      <input
        class="input w-full"
        bind:value={to.capacity}
        maxlength="80"
        autocomplete="off"
      /></label
    >
    <label
      >What proves who they are
      <input class="input w-full" bind:value={to.proof} maxlength="120" autocomplete="off" /></label
    >
    <SignHere title="Signature of who receives it" label="The receiver signs here" bind:strokes />
    <button class="btn btn-primary" disabled={!ready}>Hand it over and show it</button>
  </form>
</details>

<style>
  details,
  .given {
    padding: 10px 16px;
  }
  form {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(280px, 1fr));
    gap: 10px 16px;
    align-items: start;
  }
  fieldset {
    border: 0;
    padding: 0;
    margin: 0;
    grid-column: 1 / -1;
  }
  legend {
    font-weight: 600;
    padding: 0;
  }
  .what {
    display: flex;
    gap: 10px;
    align-items: center;
    min-height: 44px;
  }
  dl {
    margin: 8px 0;
  }
  dd {
    font: 700 19px/1.4 var(--font-mono);
    margin: 0 0 6px;
    overflow-wrap: anywhere;
  }
  p {
    margin: 0;
  }
</style>

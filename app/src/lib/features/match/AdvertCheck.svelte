<script lang="ts">
  import { pickNumbers, tidyNumber } from '@badger/core/label/tidy-number';
  import { judgeDonor } from '@badger/core/match/judge-donor';
  import type { Profile } from '@badger/core/profile/profile';
  import LostZeros from '$lib/features/shared/label/LostZeros.svelte';
  import ReadPhoto from '$lib/features/shared/label/ReadPhoto.svelte';
  import { fieldsOfLabel, wordsOfCorrections } from '$lib/features/shared/label/label.view.ts';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import type { MatchSheetData } from '$lib/match-types.ts';
  import { messageOfJudgement, VERDICT_WORDS } from '$lib/messages/catalogue.ts';
  import Panel from '$lib/ui/Panel.svelte';
  import VerdictMark from '$lib/ui/VerdictMark.svelte';
  import DonorTable from './DonorTable.svelte';

  let {
    jobNumber,
    profile,
    match
  }: { jobNumber: number; profile: Profile; match: MatchSheetData } = $props();

  const fields = $derived(
    fieldsOfLabel(profile).filter((f) => profile.match.some((m) => m.field === f.id))
  );
  let numbers = $state<Record<string, string>>({});
  let text = $state('');
  /** Look-alikes that were exchanged when a number was picked out of the text, by field. */
  let read = $state<Record<string, string>>({});
  let source = $state('');
  let price = $state('');
  const tidied = $derived(
    Object.fromEntries(fields.map((f) => [f.id, tidyNumber(f.rule, numbers[f.id] ?? '')]))
  );
  const check = $derived(
    judgeDonor(
      profile,
      match.originalNumbers,
      {
        family: undefined,
        numbers: Object.fromEntries(Object.entries(tidied).map(([k, t]) => [k, t.text]))
      },
      match.steps
    )
  );
  const says = $derived(messageOfJudgement(check.verdict));
  const begun = $derived(fields.some((f) => (numbers[f.id] ?? '').trim() !== ''));

  function take(found: string) {
    for (const n of pickNumbers(found, profile)) {
      numbers[n.field] = n.text;
      read[n.field] = wordsOfCorrections(n.corrections);
    }
  }
  function fromPhoto(texts: readonly string[]) {
    text = texts.join('\n');
    take(text);
  }
  async function keep(event: SubmitEvent) {
    event.preventDefault();
    if (noted(await send(`/api/jobs/${jobNumber}/offers`, { source, numbers, price }))) {
      numbers = {};
      text = '';
      source = '';
      price = '';
    }
  }
</script>

<Panel
  label="Check an offer"
  title="Check an offer before it is paid for"
  note="paste the advert, or type what can be read in its picture"
>
  <div class="top">
    <label class="paste"
      >Text of the advert
      <textarea
        class="textarea w-full"
        rows="2"
        maxlength="4000"
        bind:value={text}
        oninput={() => take(text)}></textarea>
    </label>
    <ReadPhoto onfound={fromPhoto} />
  </div>
  <form onsubmit={keep}>
    {#each fields as f (f.id)}
      {@const tidy = tidied[f.id]}
      <label
        >{f.name}
        <input
          class="mono input w-full"
          name="offer-{f.id}"
          placeholder={f.example}
          maxlength="60"
          spellcheck="false"
          autocomplete="off"
          value={numbers[f.id] ?? ''}
          oninput={(e) => {
            numbers[f.id] = e.currentTarget.value;
            read[f.id] = '';
          }}
        />
        <LostZeros
          rule={f.rule}
          text={numbers[f.id] ?? ''}
          ontake={(number: string) => (numbers[f.id] = number)}
        />
        {#if tidy && tidy.corrections.length > 0}
          <span class="hint"><b>{tidy.text}</b> {wordsOfCorrections(tidy.corrections)}</span>
        {:else if read[f.id]}
          <span class="hint"><b>read as</b> {read[f.id]}</span>
        {/if}
      </label>
    {/each}
    {#if begun}
      <p class="verdict" data-state={check.verdict.verdict} data-code={check.verdict.code}>
        <VerdictMark verdict={check.verdict.verdict} size={26} />
        <span
          ><b>{VERDICT_WORDS[check.verdict.verdict]}: {says.title}</b>
          {says.text}
          {#if says.clear}<strong>{says.clear}</strong>{/if}</span
        >
      </p>
      <label
        >Where it is offered
        <input class="input w-full" bind:value={source} required minlength="2" maxlength="120" />
      </label>
      <label
        >Price asked
        <input class="input w-full" bind:value={price} maxlength="20" />
      </label>
      <button class="btn btn-primary">Keep this offer</button>
    {/if}
  </form>
  {#if begun}<DonorTable {check} candidate="Offered" />{/if}
</Panel>

<style>
  .top {
    display: grid;
    gap: 8px;
    margin-bottom: 8px;
  }
  form {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
    gap: 8px 14px;
    align-items: end;
    margin-bottom: 10px;
  }
  .verdict {
    grid-column: 1 / -1;
    display: grid;
    grid-template-columns: 30px 1fr;
    gap: 10px;
    align-items: center;
    margin: 4px 0;
    padding: 8px 12px;
    border-radius: 6px;
    background: var(--none-tint);
  }
  .verdict[data-state='go'] {
    background: var(--go-tint);
  }
  .verdict[data-state='look'] {
    background: var(--look-tint);
  }
  .verdict[data-state='stop'] {
    background: var(--stop-tint);
  }
  .verdict b {
    display: block;
    font-size: 17px;
  }
  .hint {
    font-size: 13.5px;
  }
  .hint b {
    background: var(--look-tint);
  }
</style>

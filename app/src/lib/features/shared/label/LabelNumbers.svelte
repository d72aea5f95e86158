<script lang="ts">
  import { pickNumbers, tidyNumber } from '@badger/core/label/tidy-number';
  import type { Profile } from '@badger/core/profile/profile';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import Panel from '$lib/ui/Panel.svelte';
  import { fieldsOfLabel, wordsOfCorrections } from './label.view.ts';
  import LostZeros from './LostZeros.svelte';
  import ReadPhoto from './ReadPhoto.svelte';

  let {
    tag,
    profile,
    kept,
    title = 'Numbers on its label'
  }: {
    tag: string;
    profile: Pick<Profile, 'labels' | 'chipMarkings' | 'match'>;
    kept: Readonly<Record<string, string>>;
    title?: string;
  } = $props();

  const fields = $derived(fieldsOfLabel(profile));
  let draft = $state<Record<string, string>>({});
  /** Look-alikes that were exchanged when a number was picked out of the text, by field. */
  let read = $state<Record<string, string>>({});
  let text = $state('');
  const value = (id: string) => draft[id] ?? kept[id] ?? '';
  const changed = $derived(fields.some((f) => value(f.id) !== (kept[f.id] ?? '')));

  function take(found: string) {
    for (const n of pickNumbers(found, profile)) {
      draft[n.field] = n.text;
      read[n.field] = wordsOfCorrections(n.corrections);
    }
  }
  function fromPhoto(texts: readonly string[]) {
    text = [...(text === '' ? [] : [text]), ...texts].join('\n');
    take(texts.join('\n'));
  }
  async function save(event: SubmitEvent) {
    event.preventDefault();
    const numbers = Object.fromEntries(fields.map((f) => [f.id, value(f.id)]));
    if (noted(await send(`/api/units/${tag}/facts`, { numbers }))) draft = {};
  }
</script>

<Panel label={title} {title} note="typed, scanned, pasted, or from a photo">
  <div class="ways">
    <label class="paste"
      >The whole label, as it stands there
      <textarea
        class="mono textarea w-full"
        rows="2"
        maxlength="4000"
        spellcheck="false"
        bind:value={text}
        oninput={() => take(text)}></textarea>
    </label>
    <ReadPhoto onfound={fromPhoto} />
  </div>
  <form onsubmit={save}>
    {#each fields as f (f.id)}
      {@const tidy = tidyNumber(f.rule, value(f.id))}
      <label
        >{f.name}
        <input
          class="mono input w-full"
          name={f.id}
          placeholder={f.example}
          value={value(f.id)}
          maxlength="60"
          autocomplete="off"
          spellcheck="false"
          oninput={(e) => {
            draft[f.id] = e.currentTarget.value;
            read[f.id] = '';
          }}
        />
        <LostZeros
          rule={f.rule}
          text={value(f.id)}
          ontake={(number: string) => (draft[f.id] = number)}
        />
        <span class="hint">
          {#if tidy.corrections.length > 0}
            <b class="read">{tidy.text}</b> {wordsOfCorrections(tidy.corrections)}
          {:else if read[f.id]}<b class="read">read as</b> {read[f.id]}
          {:else if value(f.id) !== '' && f.rule && !new RegExp(f.rule.pattern).test(tidy.text)}
            <b>does not look like one of this family</b>
          {:else}{f.where}{/if}
        </span>
      </label>
    {/each}
    <button class="btn btn-primary" disabled={!changed}>Keep these numbers</button>
  </form>
</Panel>

<style>
  .ways {
    display: grid;
    gap: 8px;
    margin-bottom: 8px;
  }
  form {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(210px, 1fr));
    gap: 8px 14px;
    align-items: start;
  }
  form button {
    align-self: center;
  }
  .hint {
    display: block;
    min-height: 20px;
    font-size: 13.5px;
    color: var(--soft);
  }
  .read {
    background: var(--look-tint);
    color: var(--ink);
  }
</style>

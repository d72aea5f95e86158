<script lang="ts">
  import { pickNumbers } from '@badger/core/label/tidy-number';
  import { recognise } from '@badger/core/label/recognise';
  import type { Profile } from '@badger/core/profile/profile';
  import { goto } from '$app/navigation';
  import LostZeros from '$lib/features/shared/label/LostZeros.svelte';
  import ReadPhoto from '$lib/features/shared/label/ReadPhoto.svelte';
  import { fieldsOfLabel } from '$lib/features/shared/label/label.view.ts';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import { STOCK_WORDS } from '$lib/features/shared/words.ts';

  type Family = Pick<Profile, 'id' | 'title' | 'labels' | 'chipMarkings' | 'match'>;
  let { families, ondone }: { families: readonly Family[]; ondone: () => void } = $props();

  let text = $state('');
  let chosen = $state('');
  let place = $state('');
  let stock = $state('unknown');
  let typed = $state<Record<string, string>>({});

  const found = $derived(
    text.trim() === ''
      ? undefined
      : recognise(
          text,
          families.map((f) => ({ ...f, make: '' }))
        )
  );
  const family = $derived(
    families.find((f) => f.id === (chosen || (found?.candidates[0]?.family ?? '')))
  );
  const picked = $derived(
    Object.fromEntries(family ? pickNumbers(text, family).map((n) => [n.field, n.text]) : [])
  );
  const value = (id: string) => typed[id] ?? picked[id] ?? '';

  function fromPhoto(texts: readonly string[]) {
    text = [...(text === '' ? [] : [text]), ...texts].join('\n');
  }
  async function add(event: SubmitEvent) {
    event.preventDefault();
    if (!family) return;
    const numbers = Object.fromEntries(fieldsOfLabel(family).map((f) => [f.id, value(f.id)]));
    const sent = await send<{ tag: string }>('/api/stock', {
      ...{ family: family.id, place, stock, numbers }
    });
    if (!noted(sent) || !sent.ok) return;
    ondone();
    await goto(`/units/${sent.value.tag}`);
  }
</script>

<form class="card-sheet form" onsubmit={add} aria-label="A unit for the shelf">
  <label class="wide"
    >The whole label, scanned, typed or pasted
    <textarea class="mono textarea w-full" rows="2" maxlength="4000" bind:value={text}></textarea>
  </label>
  <div class="wide"><ReadPhoto onfound={fromPhoto} /></div>
  <label
    >Family
    <select
      class="select w-full"
      value={family?.id ?? ''}
      required
      onchange={(e) => (chosen = e.currentTarget.value)}
    >
      <option value="">not told yet</option>
      {#each families as f (f.id)}<option value={f.id}>{f.id}, {f.title}</option>{/each}
    </select>
  </label>
  {#if family}
    {#each fieldsOfLabel(family) as f (f.id)}
      <label
        >{f.name}
        <input
          class="mono input w-full"
          placeholder={f.example}
          value={value(f.id)}
          maxlength="60"
          oninput={(e) => (typed[f.id] = e.currentTarget.value)}
        />
        <LostZeros
          rule={f.rule}
          text={value(f.id)}
          ontake={(number: string) => (typed[f.id] = number)}
        />
      </label>
    {/each}
  {/if}
  <label
    >State
    <select class="select w-full" bind:value={stock}>
      {#each Object.entries(STOCK_WORDS) as [id, words] (id)}<option value={id}>{words}</option
        >{/each}
    </select>
  </label>
  <label
    >Place
    <input class="input w-full" bind:value={place} maxlength="60" required />
  </label>
  <button class="btn btn-primary" disabled={!family}>Give it a tag</button>
</form>

<style>
  .form {
    padding: 12px 16px;
    margin-bottom: 12px;
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(210px, 1fr));
    gap: 10px 14px;
    align-items: end;
  }
  .wide {
    grid-column: 1 / -1;
  }
</style>

<script lang="ts">
  import { recognise, type Reason, type Recognisable } from '@badger/core/label/recognise';
  import { messageOfJudgement, VERDICT_WORDS } from '$lib/messages/catalogue.ts';
  import ReadPhoto from '$lib/features/shared/label/ReadPhoto.svelte';
  import Panel from '$lib/ui/Panel.svelte';
  import VerdictMark from '$lib/ui/VerdictMark.svelte';

  let { families }: { families: readonly Recognisable[] } = $props();

  let text = $state('');
  const found = $derived(text.trim() === '' ? undefined : recognise(text, families));
  const verdict = $derived(found && messageOfJudgement(found.verdict));

  function fromPhoto(texts: readonly string[]) {
    text = [...(text.trim() === '' ? [] : [text.trim()]), ...texts].join('\n');
  }

  const WHY: Record<Reason['because'], string> = {
    'family-code': 'the family code itself',
    known: 'a number we know',
    marking: 'a marking we know',
    pattern: 'looks like one of this family'
  };
  const read = (reason: Reason) =>
    reason.corrections.map((c) => `place ${c.place}: ${c.to} for ${c.from}`).join(', ');
</script>

<Panel label="What is this?" title="What is this?">
  <label>
    Numbers and markings from the label, as they stand there; a scanner may type, a whole text may
    be pasted
    <textarea
      class="mono textarea w-full"
      rows="3"
      bind:value={text}
      maxlength="4000"
      spellcheck="false"
      placeholder="0 731 204 418   H4C-2207-B   K32-2M41"></textarea>
  </label>
  <ReadPhoto onfound={fromPhoto} />
  {#if found && verdict}
    <p class="verdict" data-state={found.verdict.verdict}>
      <VerdictMark verdict={found.verdict.verdict} size={22} />
      <span
        ><b>{VERDICT_WORDS[found.verdict.verdict]}: {verdict.title}</b>
        {verdict.text}
        {#if verdict.clear}<strong>{verdict.clear}</strong>{/if}</span
      >
    </p>
    {#if found.verdict.verdict === 'look' && found.deciders.length > 0}
      <p>What would decide: <b>{found.deciders.join(', ')}</b>.</p>
    {/if}
    <ol aria-label="Families that fit">
      {#each found.candidates.slice(0, 4) as c (c.family)}
        <li data-family={c.family}>
          <a class="mono link" href="/families/{c.family}">{c.family}</a>
          {c.make}, {c.title}
          <ul>
            {#each c.reasons as r (r.label)}
              <li>
                {r.label} <b class="mono">{r.number}</b>: {WHY[r.because]}{r.corrections.length > 0
                  ? ', '
                  : ''}<span class="read">{read(r)}</span>
              </li>
            {/each}
          </ul>
        </li>
      {/each}
    </ol>
  {/if}
</Panel>

<style>
  textarea {
    font-size: 17px;
  }
  .verdict {
    display: flex;
    gap: 10px;
    align-items: center;
    margin: 10px 0 4px;
  }
  p {
    margin: 4px 0;
  }
  ol {
    margin: 6px 0 0;
    padding-left: 22px;
    list-style: decimal;
  }
  ul {
    margin: 0 0 6px;
    padding-left: 16px;
    list-style: disc;
  }
  .read {
    background: var(--look-tint);
  }
</style>

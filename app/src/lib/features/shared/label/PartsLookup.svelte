<script lang="ts">
  import type { PartsAnswer } from '@badger/core/match/parts-answer';
  import { chainOf } from '@badger/core/profile/supersession';
  import type { Problem } from '@badger/core/base/result';
  import { messageOfProblem } from '$lib/messages/catalogue.ts';
  import Panel from '$lib/ui/Panel.svelte';
  import { ageOf, askParts } from './parts.view.ts';

  let {
    vin = '',
    number = '',
    family = ''
  }: { vin?: string; number?: string; family?: string } = $props();

  let typed = $state('');
  let asking = $state(false);
  let found = $state.raw<
    { answer: PartsAnswer; fetchedAt: string; from: string; problem?: Problem } | undefined
  >();
  let problem = $state.raw<Problem | undefined>();

  async function ask(kind: 'number' | 'vin', key: string, fresh = false) {
    asking = true;
    const sent = await askParts(kind, key, fresh);
    asking = false;
    found = sent.ok ? sent.value : undefined;
    problem = sent.ok ? sent.value.problem : sent.problem;
  }
  function askTyped(event: SubmitEvent) {
    event.preventDefault();
    void ask('number', typed);
  }
  const isVin = $derived(found?.answer.query.length === 17);
</script>

<Panel label="Parts service" title="Parts service" note="which family, which numbers go together">
  <form onsubmit={askTyped}>
    {#if number}<button
        type="button"
        class="btn btn-outline"
        disabled={asking}
        onclick={() => ask('number', number)}>Ask for <span class="mono">{number}</span></button
      >{/if}
    {#if vin}<button
        type="button"
        class="btn btn-outline"
        disabled={asking}
        onclick={() => ask('vin', vin)}>What was fitted to this vehicle?</button
      >{/if}
    <input
      class="mono input"
      aria-label="Another hardware number"
      placeholder="another hardware number"
      bind:value={typed}
      maxlength="40"
    />
    <button class="btn btn-outline" disabled={asking || typed.trim() === ''}>Ask</button>
  </form>
  <div
    role="status"
    data-state={asking ? 'asking' : found ? found.from : problem ? 'failed' : 'idle'}
  >
    {#if asking}<p class="soft">Asking…</p>{/if}
    {#if problem}
      {@const m = messageOfProblem(problem)}
      <p class="fault"><b>{m.title}.</b> {m.text} {m.clear ?? ''}</p>
    {/if}
    {#if found}
      <p class="soft">
        {found.from === 'kept' ? 'Kept answer' : 'Answer'} for
        <span class="mono">{found.answer.query}</span>, {ageOf(new Date(found.fetchedAt))}.
        {#if found.from === 'kept'}<button
            class="link"
            onclick={() => found && ask(isVin ? 'vin' : 'number', found.answer.query, true)}
            >Ask again</button
          >{/if}
      </p>
      <ul>
        {#each found.answer.parts as p (p.hardwareNumber)}
          <li class:own={p.family === family}>
            <b class="mono">{p.hardwareNumber}</b>
            <a class="mono link" href="/families/{p.family}">{p.family}</a>
            {p.make}, {p.title}
            {#if p.supersessions.length > 0}
              <span class="chain mono"
                >{chainOf(p.hardwareNumber, p.supersessions).join(' → ')}</span
              >
            {/if}
            {#if p.compatible.length > 0}
              <span class="soft"
                >compatible: <span class="mono">{p.compatible.join(', ')}</span></span
              >
            {/if}
          </li>
        {/each}
      </ul>
    {/if}
  </div>
</Panel>

<style>
  form {
    display: flex;
    gap: 10px;
    flex-wrap: wrap;
  }
  p {
    margin: 8px 0 0;
  }
  .fault {
    background: var(--look-tint);
    padding: 8px 12px;
    border-radius: 6px;
  }
  ul {
    list-style: none;
    margin: 6px 0 0;
    padding: 0;
  }
  li {
    padding: 4px 0;
    border-top: 1px solid var(--line);
  }
  li.own {
    font-weight: 600;
  }
  .chain,
  li .soft {
    display: block;
    font-size: 14px;
  }
</style>

<script lang="ts">
  import { TESTS, type TestId } from '@badger/core/proof/tests';
  import type { JobData } from '$lib/job-types.ts';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import { messageOf } from '$lib/messages/catalogue.ts';
  import { nameOfTest } from '$lib/messages/prove.ts';
  import Panel from '$lib/ui/Panel.svelte';
  import {
    labelOf,
    TEST_WORDS,
    toValues,
    wordsOfChoice,
    wordsOfResult
  } from '../shared/cause.view.ts';

  let { job }: { job: JobData } = $props();

  let chosen = $state<TestId | undefined>();
  let typed = $state<Record<string, string>>({});
  let note = $state('');
  const current = $derived(job.closedAt ? undefined : (chosen ?? job.proof.next));

  // what is done sinks to the end, so that the next one is on top
  const tests = $derived([
    ...job.proof.tests.filter((t) => !t.result),
    ...job.proof.tests.filter((t) => t.result)
  ]);

  function choose(id: TestId) {
    chosen = id;
    typed = {};
    note = '';
  }
  async function record(event: SubmitEvent, test: TestId) {
    event.preventDefault();
    const body = { test, values: toValues(test, typed), note };
    if (noted(await send(`/api/jobs/${job.number}/tests`, body))) {
      chosen = undefined;
      typed = {};
      note = '';
    }
  }
</script>

<Panel label="Tests" title="Tests, in the order in which they pay">
  <ol>
    {#each tests as t, i (t.id)}
      <li
        data-test={t.id}
        data-state={t.result ? 'done' : t.id === job.proof.next ? 'next' : 'open'}
      >
        <button
          class="head"
          disabled={job.closedAt !== null}
          aria-expanded={t.id === current}
          onclick={() => choose(t.id)}
        >
          <em>{i + 1}</em>
          <span>
            <b>{nameOfTest(t.id)}</b>
            <span class="soft"
              >{t.result
                ? wordsOfResult(t.id, t.result.values)
                : `${messageOf(t.why).title} About ${TESTS[t.id].minutes} min.`}</span
            >
          </span>
          <span class="mark">{t.result ? 'done' : t.id === job.proof.next ? 'next' : ''}</span>
        </button>
        {#if t.id === current && TESTS[t.id].measured}
          <p class="measured">{TEST_WORDS[t.id].measure}</p>
        {:else if t.id === current}
          <form onsubmit={(e) => record(e, t.id)}>
            <p>{TEST_WORDS[t.id].measure} <strong>Sound: {TEST_WORDS[t.id].expect}</strong></p>
            <div class="fields">
              {#each TESTS[t.id].fields as f (f.id)}
                <label
                  >{labelOf(f)}
                  {#if f.choices.length > 0}
                    <select class="select" bind:value={typed[f.id]} required>
                      <option value="" disabled selected>choose</option>
                      {#each f.choices as c (c)}<option value={c}>{wordsOfChoice(c)}</option>{/each}
                    </select>
                  {:else}
                    <input
                      class="mono input"
                      inputmode="decimal"
                      bind:value={typed[f.id]}
                      required
                      autocomplete="off"
                    />
                  {/if}
                </label>
              {/each}
              <label class="note"
                >Note<input class="input" bind:value={note} maxlength="300" /></label
              >
              <button class="btn btn-primary">Record</button>
            </div>
          </form>
        {/if}
      </li>
    {/each}
  </ol>
</Panel>

<style>
  ol {
    list-style: none;
    margin: 0;
    padding: 0;
  }
  li {
    border-top: 1px solid var(--line);
  }
  li:first-child {
    border-top: 0;
  }
  .head {
    display: grid;
    grid-template-columns: 22px 1fr auto;
    gap: 10px;
    width: 100%;
    text-align: left;
    align-items: center;
    padding: 6px 0;
    min-height: 46px;
    cursor: pointer;
  }
  .head b,
  .head .soft {
    display: block;
  }
  em {
    font: 500 13px/1 var(--font-mono);
    color: var(--soft);
  }
  .mark {
    font-weight: 700;
    font-size: 13.5px;
  }
  [data-state='done'] b {
    font-weight: 500;
  }
  form {
    padding: 0 0 12px 32px;
  }
  p {
    margin: 0 0 8px;
  }
  .measured {
    padding-left: 32px;
  }
  .fields {
    display: flex;
    gap: 10px;
    align-items: end;
    flex-wrap: wrap;
  }
  .fields input,
  .fields select {
    display: flex;
    width: 150px;
  }
  .note {
    flex: 1;
  }
  .note input {
    width: 100%;
    min-width: 120px;
  }
</style>

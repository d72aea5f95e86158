<script lang="ts">
  import type { ProofData } from '$lib/job-types.ts';
  import { messageOf } from '$lib/messages/catalogue.ts';
  import { wordsOfCause } from '$lib/messages/prove.ts';
  import Panel from '$lib/ui/Panel.svelte';
  import VerdictMark from '$lib/ui/VerdictMark.svelte';
  import { STANDING_BAR, STANDING_WORDS, wordsOfCondition } from '../shared/cause.view.ts';

  let { proof }: { proof: ProofData } = $props();
</script>

<Panel label="Causes" title="What it can be">
  <ul>
    {#each proof.standings as s, place (s.cause)}
      <li data-cause={s.cause} data-state={s.standing}>
        <details open={place === 0 && s.evidence.length > 0}>
          <summary>
            <b>{wordsOfCause(s.cause)}</b>
            <span class="bar" aria-hidden="true"
              ><span style="width: {STANDING_BAR[s.standing]}%"></span></span
            >
            <em>{STANDING_WORDS[s.standing]}</em>
          </summary>
          <ul class="evidence">
            {#each s.evidence as e, i (i)}
              <li>
                {e.sign > 0 ? 'for' : 'against'}, {e.weight}: {messageOf(e.code, e.params).title}
              </li>
            {:else}<li class="soft">nothing speaks for or against it yet</li>{/each}
          </ul>
        </details>
      </li>
    {/each}
  </ul>
  <h3>Go needs every one of these</h3>
  <ul class="needs" aria-label="What Go needs">
    {#each proof.conditions as c (c.id)}
      <li data-condition={c.id} data-state={c.state}>
        <VerdictMark
          verdict={c.state === 'met' ? 'go' : c.state === 'failed' ? 'stop' : 'none'}
          size={16}
        />
        <span>{wordsOfCondition(c)}</span>
        <em>{c.state === 'met' ? 'yes' : c.state === 'failed' ? 'no' : 'not yet'}</em>
      </li>
    {/each}
  </ul>
  <p class="customer">
    <span class="soft">For the customer:</span>
    {messageOf(proof.customer).title}
  </p>
</Panel>

<style>
  ul {
    list-style: none;
    margin: 0;
    padding: 0;
  }
  summary {
    display: grid;
    grid-template-columns: 150px 1fr 84px;
    gap: 10px;
    align-items: center;
    min-height: 36px;
    cursor: pointer;
  }
  b::first-letter {
    text-transform: uppercase;
  }
  .bar {
    height: 12px;
    border: 1px solid var(--line-strong);
    border-radius: 3px;
    overflow: hidden;
  }
  .bar span {
    display: block;
    height: 100%;
    background: var(--ink);
  }
  [data-state='ruled-out'] b {
    text-decoration: line-through;
    color: var(--soft);
  }
  em {
    font-style: normal;
    font-weight: 600;
    text-align: right;
  }
  h3 {
    margin: 10px 0 4px;
    font-weight: 650;
  }
  .needs li {
    display: grid;
    grid-template-columns: 18px 1fr auto;
    gap: 8px;
    align-items: center;
    font-size: 14px;
    min-height: 26px;
  }
  .evidence {
    padding: 0 0 6px 12px;
    font-size: 14px;
  }
  .customer {
    margin: 10px 0 0;
    padding-top: 8px;
    border-top: 1px solid var(--line);
  }
</style>

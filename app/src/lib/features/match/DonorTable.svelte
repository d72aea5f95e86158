<script lang="ts">
  import { RULE_WORDS } from '$lib/features/shared/words.ts';
  import type { DonorCheck } from '@badger/core/match/judge-donor';
  import { messageOfJudgement, VERDICT_WORDS } from '$lib/messages/catalogue.ts';
  import VerdictMark from '$lib/ui/VerdictMark.svelte';
  import { wordsOfState } from './match.view.ts';

  let {
    check,
    candidate = 'Donor',
    chipIds
  }: {
    check: DonorCheck;
    candidate?: string;
    chipIds?: { original: string; donor: string } | undefined;
  } = $props();
</script>

<div class="card-sheet">
  <table class="plain">
    <thead
      ><tr><th>Field</th><th>Original</th><th>{candidate}</th><th>Rule</th><th>Verdict</th></tr
      ></thead
    >
    <tbody>
      {#each check.lines as line (line.field)}
        {@const m = messageOfJudgement(line.judgement)}
        <tr data-field={line.field} data-state={line.judgement.verdict}>
          <td><b>{line.name}</b></td>
          <td class="mono">{line.original || '–'}</td>
          <td class="mono">{line.candidate || '–'}</td>
          <td
            >{RULE_WORDS[line.rule]} <span class="why">{line.why}</span>
            {#if line.judgement.verdict === 'look' && m.clear}<strong class="why">{m.clear}</strong
              >{/if}</td
          >
          <td class="says" title={m.text}>
            <VerdictMark verdict={line.judgement.verdict} />
            <span
              ><span class="sr-only">{VERDICT_WORDS[line.judgement.verdict]}:</span>
              {wordsOfState(line.judgement)}</span
            >
          </td>
        </tr>
      {/each}
      {#if chipIds}
        <tr>
          <td><b>Chip id</b></td>
          <td class="mono">{chipIds.original}</td>
          <td class="mono">{chipIds.donor}</td>
          <td
            >must differ <span class="why">It tells the two apart for the rest of the job.</span
            ></td
          >
          <td></td>
        </tr>
      {/if}
    </tbody>
  </table>
  {#each check.contradictions as c (`${c.from} ${c.to}`)}
    <p class="against" data-because={c.because}>
      The parts service says that <b class="mono">{c.to}</b> replaces
      <b class="mono">{c.from}</b>; this family’s profile says otherwise, and its word counts.
    </p>
  {/each}
</div>

<style>
  .why {
    display: block;
    font-size: 13.5px;
    color: var(--soft);
    line-height: 1.3;
  }
  tr[data-state='stop'] td {
    background: var(--stop-tint);
  }
  .against {
    margin: 0;
    padding: 6px 12px;
    border-top: 1px solid var(--line);
    background: var(--look-tint);
  }
  .says {
    white-space: nowrap;
  }
  table.plain td {
    padding-block: 5px;
  }
</style>

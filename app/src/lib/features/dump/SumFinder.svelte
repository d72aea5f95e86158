<script lang="ts">
  import { formatAddress, formatCount } from '@badger/core/base/format';
  import type { SumCandidate } from '@badger/core/sum-search/confirm';
  import type { DumpFile } from './dump-file.svelte.ts';

  import { ruleOfCandidate, verifyFile } from './desk-rules.ts';

  let { file, others, onfind }: { file: DumpFile; others: number; onfind: () => void } = $props();

  /** Fewer chance hits than this: it is no chance. */
  const SURE = 0.01;
  const LIKELY = 0.5;
  let all = $state(false);
  const found = $derived(file.sums?.state === 'done' ? file.sums.candidates : []);
  const telling = $derived(found.filter((c) => c.expectedByChance < LIKELY));
  const shown = $derived(all ? found.slice(0, 60) : telling.slice(0, 40));
  const chance = (n: number) =>
    n < 0.001 ? 'under 0.001' : n < 10 ? n.toFixed(2) : formatCount(n);
  const trust = (c: SumCandidate) =>
    c.expectedByChance < SURE ? 'certain' : c.expectedByChance < LIKELY ? 'likely' : 'chance';
  async function keepRule(c: SumCandidate) {
    file.ownRules = [...file.ownRules, ruleOfCandidate(c)];
    await verifyFile(file);
  }
  const form = (c: SumCandidate) => (c.form === 'plain' ? '' : `, ${c.form}`);
</script>

<section class="card-sheet" aria-label="Checksums">
  <h2>
    Checksums <span class="soft">found without being told</span>
    <button class="btn" disabled={file.sums?.state === 'running'} onclick={onfind}
      >Find checksums</button
    >
  </h2>
  {#if file.sums?.state === 'running'}
    <p role="status">
      <progress class="progress" max="1" value={file.sums.share}></progress>
      All positions, all kinds up to 32 bits{others > 0 ? `, held against ${others} more` : ''}.
    </p>
  {:else if file.sums}
    <p role="status">
      {telling.length === 0
        ? 'Nothing that is more than chance.'
        : `${telling.length} that chance does not explain.`}
      {file.sums.tried} kinds, {file.sums.seconds.toFixed(1)} s.
      {#if others === 0}A second image of the same family tells the rest from chance: open it too.{/if}
    </p>
    {#if shown.length > 0}
      <table>
        <thead
          ><tr
            ><th>Kind</th><th>Covers</th><th>Stored at</th><th>Holds in</th><th>By chance</th><th
            ></th></tr
          ></thead
        >
        <tbody>
          {#each shown as c, i (i)}
            <tr class={trust(c)}>
              <td
                >{c.algorithm}{form(c)}{c.blocks > 1 ? `, ${c.blocks} blocks` : ''}{c.inverseBeside
                  ? ', inverse beside'
                  : ''}</td
              >
              <td class="mono">{formatAddress(c.start)} to {formatAddress(c.end - 1)}</td>
              <td class="mono"
                >{formatAddress(c.storedAt)}{c.storedBytes > 1
                  ? `, ${c.byteOrder} end first`
                  : ''}</td
              >
              <td>{c.support} of {c.asked}</td>
              <td>{chance(c.expectedByChance)} <b>{trust(c)}</b></td>
              <td
                ><button
                  class="btn btn-sm"
                  onclick={() => file.select(c.storedAt, c.storedAt + c.storedBytes)}
                  aria-label="Show {c.algorithm} at {formatAddress(c.storedAt)}">Show</button
                >
                <button
                  class="btn btn-sm"
                  disabled={file.ownRules.some((r) => r.id === ruleOfCandidate(c).id)}
                  aria-label="Keep {c.algorithm} at {formatAddress(c.storedAt)} as a rule"
                  onclick={() => void keepRule(c)}>As a rule</button
                ></td
              >
            </tr>
          {/each}
        </tbody>
      </table>
    {/if}
    {#if found.length > telling.length}
      <label
        ><input type="checkbox" class="checkbox" bind:checked={all} /> show what is no more than chance</label
      >
    {/if}
  {:else}
    <p class="soft">
      Any start, any end, both byte orders; CRCs of the published catalogue and sums. Each hit is
      told with the number that chance alone would give.
    </p>
  {/if}
</section>

<style>
  section {
    padding: 12px 16px;
  }
  h2 {
    display: flex;
    gap: 10px;
    align-items: center;
    flex-wrap: wrap;
    font-weight: 600;
    margin: 0 0 8px;
  }
  h2 .btn {
    margin-left: auto;
  }
  table {
    width: 100%;
  }
  th,
  td {
    padding: 4px 10px 4px 0;
    text-align: left;
    vertical-align: top;
  }
  tbody tr {
    border-top: 1px solid var(--line);
  }
  tr.chance {
    color: var(--soft);
  }
  label {
    display: flex;
    gap: 8px;
    align-items: center;
    min-height: 44px;
  }
  @media (max-width: 900px) {
    section {
      overflow-x: auto;
    }
  }
</style>

<script lang="ts">
  import { formatAddress } from '@badger/core/base/format';
  import type { Problem } from '@badger/core/base/result';
  import type { Verdict } from '@badger/core/base/verdict';
  import { messageOfProblem } from '$lib/messages/catalogue.ts';
  import VerdictMark from '$lib/ui/VerdictMark.svelte';
  import type { CheckState } from './check-region.ts';
  import { balance, correctAll } from './desk-edits.ts';
  import type { DumpFile } from './dump-file.svelte.ts';
  import type { DumpState } from './dump-state.svelte.ts';

  let { desk, file }: { desk: DumpState; file: DumpFile } = $props();

  let said = $state('');
  const MOST_ROWS = 24;
  const wrong = $derived(file.checks.filter((c) => c.verdict !== 'holds'));
  // of a long table what is wrong comes first
  const shown = $derived(
    [...wrong, ...file.checks.filter((c) => c.verdict === 'holds')].slice(0, MOST_ROWS)
  );
  const MARKS: Readonly<Record<CheckState['verdict'], Verdict>> = {
    holds: 'go',
    differs: 'stop',
    'inverse-differs': 'stop',
    unknown: 'none'
  };
  const WORDS: Readonly<Record<CheckState['verdict'], string>> = {
    holds: 'holds',
    differs: 'does not hold',
    'inverse-differs': 'its inverse does not hold',
    unknown: 'not every byte is known'
  };
  const nameOf = (c: CheckState) =>
    file.checks.some((o) => o.rule === c.rule && o.block > 0)
      ? `${c.rule}, block ${c.block + 1}`
      : c.rule;
  const selected = $derived(file.selection.end - file.selection.start);

  function tell(problem: Problem | undefined) {
    const words = problem && messageOfProblem(problem);
    said = words ? `${words.title}. ${words.text} ${words.clear ?? ''}` : '';
  }
</script>

{#if file.checks.length > 0}
  <div class="head">
    <h3>
      {wrong.length === 0
        ? file.checks.length === 1
          ? 'The checksum holds'
          : `All ${file.checks.length} checksums hold`
        : `${wrong.length} of ${file.checks.length} ${wrong.length === 1 ? 'does' : 'do'} not hold`}
    </h3>
    {#if wrong.length > 0}
      <button class="btn" onclick={async () => tell(await correctAll(desk, file))}
        >Correct checksums</button
      >
    {/if}
  </div>
  {#if said}<p class="wrong" role="alert">{said}</p>{/if}
  <div class="scroll">
    <table class="plain">
      <thead><tr><th>Checksum</th><th>Stored</th><th>Computed</th><th></th></tr></thead>
      <tbody>
        {#each shown as c (`${c.rule} ${c.block} ${c.stored.start}`)}
          <tr data-check={c.verdict}>
            <td>
              <span class="value"
                ><VerdictMark verdict={MARKS[c.verdict]} size={16} />
                <b>{nameOf(c)}</b>
                {WORDS[c.verdict]}</span
              >
              <span class="soft">{c.algorithm}</span>
            </td>
            <td
              ><button class="mono link" onclick={() => file.select(c.stored.start, c.stored.end)}
                >{c.storedValue} at {formatAddress(c.stored.start)}</button
              ></td
            >
            <td class="mono">{c.computedValue}</td>
            <td>
              {#if c.verdict === 'differs' && selected > 1}
                <button
                  class="btn btn-sm"
                  title="The stored value stays; the selected bytes are changed until it is right."
                  onclick={async () =>
                    tell(await balance(desk, file, { rule: c.rule, free: file.selection }))}
                  >Balance by the {selected} selected bytes</button
                >
              {/if}
            </td>
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
  {#if file.checks.length > MOST_ROWS}<p class="soft">
      and {file.checks.length - MOST_ROWS} more that hold
    </p>{/if}
{/if}

<style>
  .head {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    align-items: center;
    justify-content: space-between;
  }
  h3 {
    font-weight: 600;
  }
  .scroll {
    overflow-x: auto;
    margin-bottom: 10px;
  }
  .value {
    display: flex;
    flex-wrap: wrap;
    gap: 2px 8px;
    align-items: center;
  }
  .link {
    text-decoration: underline;
    min-height: 32px;
    cursor: pointer;
  }
  .wrong {
    color: var(--stop);
  }
</style>

<script lang="ts">
  import { METHOD_WORDS } from '$lib/messages/clone.ts';
  import type { AccessOption } from '@badger/core/access-choice/compare-accesses';
  import type { AccessSheetData } from '$lib/match-types.ts';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import { messageOfJudgement } from '$lib/messages/catalogue.ts';
  import Panel from '$lib/ui/Panel.svelte';
  import VerdictMark from '$lib/ui/VerdictMark.svelte';
  import AccessDetail from './AccessDetail.svelte';
  import { costOf, minutes, reachOf, waitOf } from './access.view.ts';

  let {
    jobNumber,
    accesses,
    closed
  }: { jobNumber: number; accesses: AccessSheetData; closed: boolean } = $props();

  const chosen = $derived(accesses.choices[0]);
  let key = $state('');
  let method = $state('');
  let reason = $state('');
  const gravest = (o: AccessOption) => {
    const high = o.risks.filter((r) => r.weight === 'high');
    return high.length > 0 ? high : o.risks.slice(0, 1);
  };
  const picked = $derived(accesses.options.find((o) => o.key === key));
  const methodNow = $derived(
    picked?.methods.some((s) => s.id === method) ? method : (picked?.methods[0]?.id ?? '')
  );

  async function choose(event: SubmitEvent) {
    event.preventDefault();
    const body = { key, method: methodNow, reason };
    if (noted(await send(`/api/jobs/${jobNumber}/access`, body))) {
      key = '';
      reason = '';
    }
  }
</script>

<Panel
  label="Access compared"
  title="Access compared"
  note="for this unit, with the kit and the people of this shop"
>
  {#if chosen}
    {@const name =
      accesses.options.find((o) => o.key === chosen.accessKey)?.name ?? chosen.accessKey}
    <p class="mt-0 mb-2">
      Chosen by {chosen.personName}: <b>{name}</b>, {METHOD_WORDS[chosen.method]?.toLowerCase()}. “{chosen.reason}”
    </p>
  {/if}
  <form onsubmit={choose}>
    <div class="scroll">
      <table class="plain">
        <thead
          ><tr
            ><th></th><th>Access</th><th>Reads and writes</th><th>Hands</th><th>Waiting</th><th
              >Price</th
            ><th>What speaks against it</th></tr
          ></thead
        >
        <tbody>
          {#each accesses.options as o (o.key)}
            {@const cost = costOf(o, accesses.prices.currency)}
            <tr
              data-access={o.key}
              data-state={o.possible ? 'open' : 'shut'}
              class:picked={key === o.key}
            >
              <td
                ><input
                  type="radio"
                  class="radio"
                  name="access"
                  value={o.key}
                  aria-label="Choose {o.name}"
                  disabled={!o.possible || closed}
                  bind:group={key}
                /></td
              >
              <td
                ><b>{o.name}</b>
                {#if o.key === chosen?.accessKey}<span class="mark">chosen</span>{/if}</td
              >
              <td>{reachOf(o)}</td>
              <td class="num">{minutes(o.handsOnMinutes)}</td>
              <td class="num">{waitOf(o)}</td>
              <td class="num"
                ><b>{cost.text}</b>{#if cost.note}<span class="soft">{cost.note}</span>{/if}</td
              >
              <td>
                {#each o.notes as n, i (i)}
                  {@const m = messageOfJudgement(n)}
                  <span class="note"
                    ><VerdictMark verdict={n.verdict} size={14} />
                    <span title={m.text}>{m.title}</span></span
                  >
                {:else}
                  {#each gravest(o) as r (r.id)}
                    <span class="note" title={r.lowers}>{r.what}</span>
                  {/each}
                  {#if o.risks.length > gravest(o).length}<span class="soft"
                      >and {o.risks.length - gravest(o).length} lesser</span
                    >{/if}
                {/each}
              </td>
            </tr>
          {/each}
        </tbody>
      </table>
    </div>
    {#if picked}
      <AccessDetail option={picked} currency={accesses.prices.currency} />
      <div class="why">
        <label
          >Clone method
          <select
            class="select"
            value={methodNow}
            onchange={(e) => (method = e.currentTarget.value)}
          >
            {#each picked.methods as s (s.id)}<option value={s.id}
                >{METHOD_WORDS[s.id]}: {s.why}</option
              >{/each}
          </select>
        </label>
        <label class="reason"
          >Why this access
          <input class="input w-full" bind:value={reason} required minlength="3" maxlength="300" />
        </label>
        <button class="btn btn-primary">Use this access</button>
      </div>
    {/if}
  </form>
</Panel>

<style>
  .scroll {
    overflow-x: auto;
    margin: 0 -16px;
  }
  table.plain td {
    padding: 6px 10px;
    font-size: 14px;
    line-height: 1.3;
  }
  table.plain th {
    padding-inline: 10px;
  }
  [data-state='shut'] td {
    color: var(--soft);
  }
  .picked td {
    background: var(--none-tint);
  }
  .num {
    white-space: nowrap;
  }
  .num .soft {
    display: block;
    white-space: normal;
    font-size: 13px;
  }
  .note {
    display: flex;
    gap: 6px;
    align-items: baseline;
  }
  .mark {
    font-size: 12.5px;
    font-weight: 700;
    border: 1.5px solid var(--ink);
    border-radius: 4px;
    padding: 0 5px;
    white-space: nowrap;
  }
  .why {
    display: flex;
    gap: 12px;
    align-items: end;
    flex-wrap: wrap;
    margin-top: 10px;
  }
  .why .select {
    display: block;
    width: 330px;
    max-width: 100%;
  }
  .reason {
    flex: 1;
    min-width: 200px;
  }
</style>

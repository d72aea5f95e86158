<script lang="ts">
  import { judgeWear } from '@badger/core/match/judge-wear';
  import type { WearValue } from '@badger/core/profile/profile';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import { bars } from '$lib/features/shared/chart.svelte.ts';
  import { messageOfJudgement, VERDICT_WORDS } from '$lib/messages/catalogue.ts';
  import Panel from '$lib/ui/Panel.svelte';
  import VerdictMark from '$lib/ui/VerdictMark.svelte';
  import { wearChart } from './wear.view.ts';

  let {
    tag,
    bands,
    values
  }: {
    tag: string;
    bands: readonly WearValue[];
    values: Readonly<Record<string, number>>;
  } = $props();

  let typed = $state<Record<string, string>>({});
  const shown = $derived(
    Object.fromEntries(
      bands.map((b) => {
        const text = typed[b.id];
        const number = text === undefined ? values[b.id] : Number(text.replace(',', '.'));
        return [b.id, text === '' || number === undefined ? undefined : number];
      })
    )
  );
  const wear = $derived(judgeWear(bands, shown));
  const says = $derived(messageOfJudgement(wear.verdict));
  const changed = $derived(Object.keys(typed).length > 0);

  async function save(event: SubmitEvent) {
    event.preventDefault();
    const body = Object.fromEntries(Object.keys(typed).map((id) => [id, shown[id] ?? null]));
    if (noted(await send(`/api/units/${tag}/facts`, { wear: body }))) typed = {};
  }
</script>

<Panel label="Wear" title="Wear" note="from the adaptation values, bands of the family">
  <p class="verdict" data-state={wear.verdict.verdict} data-code={wear.verdict.code}>
    <VerdictMark verdict={wear.verdict.verdict} size={24} />
    <span
      ><b>{VERDICT_WORDS[wear.verdict.verdict]}: {says.title}</b>
      {says.text} <strong>{says.clear ?? ''}</strong></span
    >
  </p>
  <div class="chart" style="height:{60 + bands.length * 40}px">
    <canvas
      aria-label="Each value between its good band and its worn edges; the table below says the same"
      {@attach bars(() => wearChart(wear))}
    ></canvas>
  </div>
  <form onsubmit={save}>
    <table class="plain">
      <thead><tr><th>Value</th><th>Found</th><th>Good</th><th>Worn outside</th><th></th></tr></thead
      >
      <tbody>
        {#each wear.lines as l (l.value.id)}
          <tr data-state={l.judgement.verdict}>
            <td>{l.value.name}</td>
            <td
              ><input
                class="mono input"
                aria-label={l.value.name}
                inputmode="decimal"
                value={typed[l.value.id] ?? values[l.value.id] ?? ''}
                pattern="-?[0-9]+([.,][0-9]+)?"
                oninput={(e) => (typed[l.value.id] = e.currentTarget.value)}
              />
              {l.value.unit}</td
            >
            <td class="mono">{l.value.goodMin} – {l.value.goodMax}</td>
            <td class="mono">{l.value.wornMin} – {l.value.wornMax}</td>
            <td
              ><VerdictMark verdict={l.judgement.verdict} />
              {messageOfJudgement(l.judgement).title}</td
            >
          </tr>
        {/each}
      </tbody>
    </table>
    <button class="btn btn-primary" disabled={!changed}>Keep these values</button>
  </form>
</Panel>

<style>
  .verdict {
    display: grid;
    grid-template-columns: 28px 1fr;
    gap: 10px;
    align-items: center;
    margin: 0 0 8px;
  }
  .verdict b {
    display: block;
  }
  .chart {
    position: relative;
  }
  table {
    margin-bottom: 8px;
  }
  td .input {
    width: 92px;
  }
  table.plain td,
  table.plain th {
    padding: 4px 8px;
  }
</style>

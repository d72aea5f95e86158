<script lang="ts">
  import { formatDuration, formatSize } from '@badger/core/base/format';
  import type { AccessSheetData } from '$lib/match-types.ts';
  import { messageOfJudgement } from '$lib/messages/catalogue.ts';
  import Panel from '$lib/ui/Panel.svelte';
  import VerdictMark from '$lib/ui/VerdictMark.svelte';
  import { basisOf, rangeOf } from './access.view.ts';

  let { accesses }: { accesses: AccessSheetData } = $props();
  const { typicalMinutes } = $derived(accesses);
  const findings = $derived(
    accesses.times.flatMap((t) =>
      [t.read, t.write].flatMap((e, i) =>
        e.finding ? [{ key: `${t.regionId}-${i}`, name: t.name, judgement: e.finding }] : []
      )
    )
  );
</script>

{#if accesses.times.length > 0}
  <Panel label="Times" title="How long it takes" note="one transfer, range in brackets">
    <div class="scroll">
      <table class="plain">
        <thead
          ><tr
            ><th>Region</th><th>Size</th><th>Read</th><th>Write</th><th>The line alone</th><th
              >Rests on</th
            ></tr
          ></thead
        >
        <tbody>
          {#each accesses.times as t (t.regionId)}
            <tr>
              <td><b>{t.name}</b></td>
              <td>{formatSize(t.lengthBytes)}</td>
              <td
                ><b>{formatDuration(t.read.seconds)}</b>
                <span class="soft">({rangeOf(t.read)})</span></td
              >
              <td
                ><b>{formatDuration(t.write.seconds)}</b>
                <span class="soft">({rangeOf(t.write)})</span></td
              >
              <td class="soft"
                >{formatDuration(t.read.floorSeconds)} / {formatDuration(t.write.floorSeconds)}</td
              >
              <td>{basisOf(t.read)}</td>
            </tr>
          {/each}
        </tbody>
      </table>
    </div>
    {#each findings as f (f.key)}
      {@const words = messageOfJudgement(f.judgement)}
      <p>
        <VerdictMark verdict={f.judgement.verdict} size={16} />
        <b>{f.name}: {words.title}.</b>
        {words.text}
      </p>
    {/each}
    <p class="soft">
      {#if typicalMinutes.read || typicalMinutes.write}
        Rule of thumb of the trade: {typicalMinutes.read
          ? `full read ${typicalMinutes.read[0]} to ${typicalMinutes.read[1]} min`
          : ''}{typicalMinutes.read && typicalMinutes.write ? ', ' : ''}{typicalMinutes.write
          ? `write ${typicalMinutes.write[0]} to ${typicalMinutes.write[1]} min`
          : ''}.
      {:else}The trade has no rule of thumb for this family.{/if}
    </p>
  </Panel>
{/if}

<style>
  .scroll {
    overflow-x: auto;
    margin: 0 -16px;
  }
  table.plain td {
    padding-block: 5px;
  }
  p {
    margin: 8px 0 0;
  }
</style>

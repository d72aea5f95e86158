<script lang="ts">
  import { wordsOfDesk } from '$lib/desk-values.ts';
  import { messageOfJudgement } from '$lib/messages/catalogue.ts';
  import Panel from '$lib/ui/Panel.svelte';
  import VerdictMark from '$lib/ui/VerdictMark.svelte';
  import type { DeskData } from '$lib/wiring-types.ts';

  let { kept }: { kept: DeskData['kept'] } = $props();
</script>

<Panel label="Power desk" title="From the power desk">
  <ul>
    {#each kept as k (k.value.kind)}
      {@const m = messageOfJudgement(k.judgement)}
      <li data-kind={k.value.kind}>
        <VerdictMark verdict={k.judgement.verdict} size={18} />
        <span>
          <b>{m.title}.</b>
          {wordsOfDesk(k.value)} <span class="soft">{k.person}</span>
        </span>
      </li>
    {/each}
  </ul>
</Panel>

<style>
  ul {
    list-style: none;
    margin: 0;
    padding: 0;
    display: grid;
    gap: 6px;
  }
  li {
    display: flex;
    gap: 10px;
    align-items: baseline;
  }
</style>

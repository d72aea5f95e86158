<script lang="ts">
  import { may } from '$lib/features/live/may.ts';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import { messageOfJudgement } from '$lib/messages/catalogue.ts';
  import Panel from '$lib/ui/Panel.svelte';
  import VerdictMark from '$lib/ui/VerdictMark.svelte';
  import type { NetworkData } from '$lib/wiring-types.ts';

  let { jobNumber, network, closed }: { jobNumber: number; network: NetworkData; closed: boolean } =
    $props();

  let busy = $state(false);
  const m = $derived(messageOfJudgement(network.judgement));
  const failed = $derived(network.probe?.login?.failed ?? []);

  async function check() {
    busy = true;
    try {
      noted(await send(`/api/jobs/${jobNumber}/network`));
    } finally {
      busy = false;
    }
  }
</script>

<Panel label="Network" title="Network and account">
  <p class="line">
    <VerdictMark verdict={network.judgement.verdict} size={20} />
    <span><b>{m.title}.</b> {m.text} {m.clear ?? ''}</span>
  </p>
  {#if network.probe?.login?.ok && failed.length > 0}
    <p class="soft">
      Let in after {failed.length} refused {failed.length === 1 ? 'try' : 'tries'}: {failed.at(-1)}.
    </p>
  {/if}
  {#if !closed && may('bench.operate')}
    <button class="btn btn-outline" disabled={busy} onclick={check}>
      {busy ? 'Asking the server …' : 'Check the network now'}
    </button>
  {/if}
</Panel>

<style>
  .line {
    display: flex;
    gap: 10px;
    align-items: baseline;
    margin: 0 0 10px;
  }
</style>

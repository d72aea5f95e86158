<script lang="ts">
  import { formatDuration } from '@badger/core/base/format';
  import { messageOfJudgement } from '$lib/messages/catalogue.ts';
  import type { PlanData } from '$lib/plan-types.ts';
  import VerdictMark from '$lib/ui/VerdictMark.svelte';

  let { plan }: { plan: PlanData } = $props();

  const late = $derived(plan.jobs.filter((j) => j.late));
  const waiting = $derived(plan.jobs.filter((j) => j.waits.length > 0));
</script>

{#if late.length + waiting.length > 0}
  <ul class="late" aria-label="Late, and waiting">
    {#each late as j (j.number)}
      <li data-job={j.number} data-state="late">
        <VerdictMark verdict="stop" />
        <span
          ><b
            ><a class="link" href="/jobs/{j.number}">{j.number}</a>
            {j.customer}: {formatDuration((j.late?.minutes ?? 0) * 60)} late</b
          >
          {#each j.late?.saves ?? [] as s (s.code)}
            {@const m = messageOfJudgement(s)}
            <span class="save">{m.title}. {m.text} {m.clear ?? ''}</span>
          {/each}</span
        >
      </li>
    {/each}
    {#each waiting as j (j.number)}
      <li data-job={j.number} data-state="waits">
        <VerdictMark verdict={j.waits[0]?.verdict ?? 'look'} />
        <span
          ><b><a class="link" href="/jobs/{j.number}">{j.number}</a> {j.customer}</b>
          {#each j.waits as w, i (i)}
            {@const m = messageOfJudgement(w)}
            <span class="save">{m.title}. {m.text} {m.clear ?? ''}</span>
          {/each}</span
        >
      </li>
    {/each}
  </ul>
{/if}

<style>
  .late {
    list-style: none;
    margin: 10px 0 0;
    padding: 0;
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(330px, 1fr));
    gap: 8px 20px;
  }
  li {
    display: grid;
    grid-template-columns: 22px 1fr;
    gap: 8px;
  }
  .save {
    display: block;
    font-size: 14px;
    line-height: 1.3;
  }
</style>

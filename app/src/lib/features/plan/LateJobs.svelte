<script lang="ts">
  import { messageOfJudgement } from '$lib/messages/catalogue.ts';
  import type { PlanData } from '$lib/plan-types.ts';
  import VerdictMark from '$lib/ui/VerdictMark.svelte';
  import { viewTroubled } from './late.view.ts';

  let { plan }: { plan: PlanData } = $props();

  const jobs = $derived(viewTroubled(plan));
</script>

{#if jobs.length > 0}
  <ul class="late" aria-label="Late, and waiting">
    {#each jobs as j (j.number)}
      <li data-job={j.number} data-state={j.state}>
        <VerdictMark verdict={j.verdict} />
        <span
          ><b
            ><a class="link" href="/jobs/{j.number}">{j.number}</a>
            {j.customer}{j.late ? `: ${j.late}` : ''}</b
          >
          {#each j.says as s, i (i)}
            {@const m = messageOfJudgement(s)}
            <span class="save">{m.title}. {m.text} {m.clear ?? ''}</span>
          {/each}
          {#if j.more > 0}<span class="save soft"
              >{j.more} more {j.more === 1 ? 'reason' : 'reasons'} on its page</span
            >{/if}</span
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

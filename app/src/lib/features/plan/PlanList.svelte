<script lang="ts">
  import { messageOfJudgement } from '$lib/messages/catalogue.ts';
  import type { PlanData } from '$lib/plan-types.ts';
  import { clock } from './lanes.view.ts';

  let {
    plan,
    dayMs,
    picked,
    onpick
  }: {
    plan: PlanData;
    dayMs: number;
    picked: string | undefined;
    onpick: (key: string) => void;
  } = $props();

  const DAY_MS = 86_400_000;
  const tasks = $derived(
    plan.tasks.filter((t) => t.startsAt.getTime() >= dayMs && t.startsAt.getTime() < dayMs + DAY_MS)
  );
  const where = (t: PlanData['tasks'][number]) =>
    [
      ...new Set(
        t.pieces.map((p) => plan.lanes.find((l) => l.id === p.lane)?.name ?? '').filter(Boolean)
      )
    ].join(', ');
  const kindOf = (t: PlanData['tasks'][number]) =>
    t.pieces.some((p) => p.attended)
      ? 'writes, stay in the shop'
      : t.pieces.every((p) => p.hands)
        ? 'hands'
        : 'connect, then wait';
</script>

<table class="plain">
  <thead
    ><tr><th>From</th><th>To</th><th>Job</th><th>What</th><th>Who and where</th><th></th></tr
    ></thead
  >
  <tbody>
    {#each tasks as t (t.key)}
      <tr data-task={t.key} data-state={t.state} class:picked={picked === t.key}>
        <td class="mono">{clock(t.startsAt)}</td>
        <td class="mono">{clock(t.endsAt)}</td>
        <td><a class="mono link" href="/jobs/{t.job}">{t.job}</a></td>
        <td
          ><b>{messageOfJudgement(t.title).title}</b>
          <span class="soft"
            >{t.state === 'running' ? 'running' : kindOf(t)}{t.pinned ? ', held by hand' : ''}</span
          ></td
        >
        <td>{where(t)}</td>
        <td
          ><button
            class="btn btn-outline"
            aria-label="Change {messageOfJudgement(t.title).title} of job {t.job}"
            onclick={() => onpick(t.key)}>Change</button
          ></td
        >
      </tr>
    {:else}
      <tr><td colspan="6" class="soft">Nothing is planned on this day.</td></tr>
    {/each}
  </tbody>
</table>

<style>
  td b,
  td .soft {
    display: block;
  }
  td .soft {
    font-size: 13.5px;
  }
  table.plain td {
    padding-block: 3px;
  }
  .picked td {
    background: var(--none-tint);
  }
</style>

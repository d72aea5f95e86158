<script lang="ts">
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import type { PlanData } from '$lib/plan-types.ts';
  import DayLanes from './DayLanes.svelte';
  import { clock, daysOf, midnightOf } from './lanes.view.ts';
  import LateJobs from './LateJobs.svelte';
  import PlanList from './PlanList.svelte';
  import TaskCard from './TaskCard.svelte';

  let { plan, may, now }: { plan: PlanData; may: boolean; now: Date } = $props();

  let shape = $state<'lanes' | 'list'>('lanes');
  let chosenDay = $state<number | undefined>();
  let places = $state(false);
  let picked = $state<string | undefined>();

  const days = $derived(daysOf(plan));
  const today = $derived(midnightOf(now));
  const dayMs = $derived(
    days.some((d) => d.ms === chosenDay) ? (chosenDay ?? today) : (days[0]?.ms ?? today)
  );
  const task = $derived(plan.tasks.find((t) => t.key === picked));

  type Act = 'start' | 'done' | 'free' | 'move';
  type Place = { at?: Date | undefined; to?: string | undefined };
  async function act(key: string, what: Act, { at, to }: Place) {
    const jobNumber = Number(key.split('/')[0]);
    const body = {
      jobNumber,
      taskKey: key,
      act: what,
      ...(at ? { at: at.toISOString() } : {}),
      ...(to ? { to } : {})
    };
    if (noted(await send('/api/plan', body)) && what !== 'move') picked = undefined;
  }
  const actOnPicked = (what: Act, at?: Date, to?: string) =>
    void act(picked ?? '', what, { at, to });
  const close = () => (picked = undefined);
  const pick = (key: string) => (picked = may && picked !== key ? key : undefined);
  const move = (key: string, at: Date, to: string | undefined) => void act(key, 'move', { at, to });
</script>

<section class="card-sheet plan" aria-label="Plan of the day" data-made={plan.madeAt.getTime()}>
  <div class="head">
    <h2>The plan</h2>
    <div class="days" role="group" aria-label="Day">
      {#each days as d (d.ms)}
        <button
          class="btn btn-outline"
          aria-pressed={d.ms === dayMs}
          onclick={() => (chosenDay = d.ms)}>{d.ms === today ? 'Today' : d.name}</button
        >
      {/each}
    </div>
    <span class="soft">as of {clock(plan.madeAt)}</span>
    <div class="right">
      <button
        class="btn btn-outline"
        aria-pressed={shape === 'list'}
        onclick={() => (shape = shape === 'list' ? 'lanes' : 'list')}
        >{shape === 'list' ? 'Show lanes' : 'Show as list'}</button
      >
      {#if shape === 'lanes'}
        <button class="btn btn-outline" aria-pressed={places} onclick={() => (places = !places)}
          >{places ? 'Hide kit' : 'Show kit'}</button
        >
      {/if}
      {#if may}<a class="btn btn-outline" href="/api/plan.ics" download>Calendar</a>{/if}
    </div>
  </div>
  {#if plan.tasks.length === 0}
    <p class="soft">Nothing that could be planned. Open a job, or see below what they wait for.</p>
  {:else if shape === 'lanes'}
    <DayLanes
      {plan}
      {dayMs}
      nowMs={now.getTime()}
      {places}
      {may}
      onmove={move}
      onpick={pick}
      {picked}
    />
    <p class="legend soft">
      <span class="key hands"></span> hands <span class="key"></span> waiting
      <span class="key attended"></span> memory is changed, stay in the shop
      <span class="key late"></span> job late. Drag a task to another time or place; the rest is planned
      anew.
    </p>
  {:else}
    <PlanList {plan} {dayMs} {picked} onpick={pick} />
  {/if}
  {#if task}
    {#key task.key}
      <TaskCard {plan} {task} onact={actOnPicked} onclose={close} />
    {/key}
  {/if}
  <LateJobs {plan} />
</section>

<style>
  .plan {
    padding: 10px 16px 14px;
  }
  .head {
    display: flex;
    gap: 8px 16px;
    align-items: center;
    flex-wrap: wrap;
    margin-bottom: 6px;
  }
  h2 {
    font-weight: 650;
    font-size: 17px;
  }
  .days,
  .right {
    display: flex;
    gap: 6px;
    flex-wrap: wrap;
  }
  .right {
    margin-left: auto;
  }
  .days .btn {
    padding-inline: 10px;
  }
  .days .btn[aria-pressed='true'] {
    background: var(--ink);
    color: var(--sheet);
  }
  .legend {
    margin: 6px 0 0;
    font-size: 13.5px;
  }
  .key {
    display: inline-block;
    width: 22px;
    height: 12px;
    border: 1.5px solid var(--ink);
    border-radius: 3px;
    background: var(--none-tint);
    margin-left: 8px;
    vertical-align: -1px;
  }
  .key.hands {
    background: var(--ink);
    margin-left: 0;
  }
  .key.late {
    outline: 3px solid var(--stop);
    outline-offset: -3px;
  }
  .key.attended {
    border-style: double;
    border-width: 4px;
  }
</style>

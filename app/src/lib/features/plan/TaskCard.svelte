<script lang="ts">
  import { messageOfJudgement } from '$lib/messages/catalogue.ts';
  import type { PlanData, PlannedTask } from '$lib/plan-types.ts';
  import { clock, toField } from './lanes.view.ts';

  let {
    plan,
    task,
    onact,
    onclose
  }: {
    plan: PlanData;
    task: PlannedTask;
    onact: (act: 'start' | 'done' | 'free' | 'move', at?: Date, to?: string) => void;
    onclose: () => void;
  } = $props();

  let when = $state('');
  let to = $state('');
  const stations = $derived(plan.lanes.filter((l) => l.kind === 'station'));
  const job = $derived(plan.jobs.find((j) => j.number === task.job));
  const title = $derived(messageOfJudgement(task.title).title);

  function move(event: SubmitEvent) {
    event.preventDefault();
    const at = new Date(when || toField(task.startsAt));
    onact('move', at, to || undefined);
  }
</script>

<section class="card-sheet card" aria-label="The picked task" data-task={task.key}>
  <p>
    <b>Job {task.job}, {title}</b>
    <span class="soft"
      >{clock(task.startsAt)} to {clock(task.endsAt)}, {job?.customer}, {job?.vehicle}</span
    >
  </p>
  <form onsubmit={move}>
    {#if task.state === 'planned'}
      <label
        >Not before
        <input
          class="input"
          type="datetime-local"
          value={when || toField(task.startsAt)}
          oninput={(e) => (when = e.currentTarget.value)}
        />
      </label>
      {#if task.places.some((p) => p.startsWith('s:'))}
        <label
          >On
          <select class="select" bind:value={to}>
            <option value="">any station</option>
            {#each stations as s (s.id)}<option value={s.id}>{s.name}</option>{/each}
          </select>
        </label>
      {/if}
      <button class="btn btn-outline">Move it there</button>
      {#if task.pinned}
        <button type="button" class="btn btn-outline" onclick={() => onact('free')}
          >Let the plan choose</button
        >
      {/if}
      <button type="button" class="btn btn-outline" onclick={() => onact('start')}>Begun now</button
      >
    {/if}
    <button type="button" class="btn btn-primary" onclick={() => onact('done')}>Done</button>
    <button type="button" class="btn btn-ghost" onclick={onclose}>Close</button>
  </form>
</section>

<style>
  .card {
    padding: 10px 16px;
    display: flex;
    gap: 10px 24px;
    flex-wrap: wrap;
    align-items: end;
    justify-content: space-between;
    border-color: var(--focus);
  }
  p {
    margin: 0;
  }
  p b,
  p .soft {
    display: block;
  }
  form {
    display: flex;
    gap: 10px;
    flex-wrap: wrap;
    align-items: end;
  }
  label {
    font-size: 13.5px;
  }
  label .input,
  label .select {
    display: block;
  }
</style>

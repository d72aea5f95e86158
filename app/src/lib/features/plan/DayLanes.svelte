<script lang="ts">
  import { messageOfJudgement } from '$lib/messages/catalogue.ts';
  import type { PlanData } from '$lib/plan-types.ts';
  import { dragBlock } from './drag-block.ts';
  import { clock, timeAt, viewLanes, type Block } from './lanes.view.ts';

  let {
    plan,
    dayMs,
    nowMs,
    places,
    may,
    onmove,
    onpick,
    picked
  }: {
    plan: PlanData;
    dayMs: number;
    nowMs: number;
    /** Show the lanes of kit too. */
    places: boolean;
    may: boolean;
    onmove: (key: string, at: Date, to: string | undefined) => void;
    onpick: (key: string) => void;
    picked: string | undefined;
  } = $props();

  const view = $derived(viewLanes(plan, { dayMs, nowMs, places }));
  const title = (b: Block) => messageOfJudgement(b.task.title).title;
  const late = (job: number) => plan.jobs.find((j) => j.number === job)?.late !== undefined;
  const says = (b: Block) =>
    `Job ${b.task.job}, ${title(b)}, ${clock(b.task.startsAt)} to ${clock(b.task.endsAt)}${
      b.task.state === 'running' ? ', running' : ''
    }${b.task.pinned ? ', held by hand' : ''}${late(b.task.job) ? ', job late' : ''}`;

  /** Where a block was let go: the start of its task moves by as much, to the lane under it when that is a place. */
  function dropped(block: Block, share: number, lane: string | undefined) {
    const { frame } = view;
    const shift = share * (frame.endMs - frame.startMs);
    const start =
      (block.task.startsAt.getTime() + shift - frame.startMs) / (frame.endMs - frame.startMs);
    const other =
      lane !== undefined && lane !== block.key && !lane.startsWith('p:') ? lane : undefined;
    onmove(block.id, timeAt(frame, start), other);
  }
</script>

<div class="lanes" role="group" aria-label="Lanes of the day" style="--track:{view.widthPx}px">
  <div class="row head" aria-hidden="true">
    <span></span>
    <div class="track">
      {#each view.ticks as t (t.text)}<span class="tick" style="left:{t.left}%">{t.text}</span
        >{/each}
    </div>
  </div>
  {#each view.lanes as { lane, blocks } (lane.id)}
    <div class="row" data-kind={lane.kind}>
      <b class="name">{lane.name}</b>
      <div class="track" data-lane={lane.id} role="list" aria-label={lane.name}>
        {#each view.working as w, i (i)}
          <span class="working" style="left:{w.left}%;width:{w.width}%"></span>
        {/each}
        {#each view.ticks as t (t.text)}<span class="line" style="left:{t.left}%"></span>{/each}
        {#each blocks as b (b.key)}
          <span class="item" role="listitem" style="left:{b.left}%;width:{b.width}%">
            <button
              class="block"
              class:tick-only={!b.numbered}
              class:tight={b.numbered && !b.titled}
              class:hands={b.hands}
              class:attended={b.attended}
              class:picked={picked === b.id}
              class:late={late(b.task.job)}
              data-task={b.id}
              data-state={b.task.state}
              data-pinned={b.task.pinned}
              aria-label={says(b)}
              title={says(b)}
              onclick={() => onpick(b.id)}
              {@attach dragBlock(may && b.movable, (share, to) => dropped(b, share, to))}
            >
              <span class="job">{b.task.job}</span>
              {#if b.titled}<span class="what">{title(b)}</span>{/if}
            </button>
          </span>
        {/each}
        {#if view.now !== undefined}<span class="now" style="left:{view.now}%"></span>{/if}
      </div>
    </div>
  {/each}
</div>

<style>
  .lanes {
    display: grid;
    gap: 2px;
    overflow-x: auto;
  }
  .row {
    display: grid;
    grid-template-columns: 112px minmax(var(--track), 1fr);
    gap: 10px;
    align-items: center;
  }
  .name {
    font-size: 14px;
    line-height: 1.15;
    position: sticky;
    left: 0;
    background: var(--sheet);
    z-index: 2;
  }
  .track {
    position: relative;
    height: 46px;
    background: repeating-linear-gradient(135deg, var(--none-tint) 0 6px, transparent 6px 12px);
    border-radius: 4px;
  }
  .head .track {
    height: 20px;
    background: none;
    overflow: visible;
  }
  .tick {
    position: absolute;
    font-size: 12.5px;
    color: var(--soft);
  }
  .working {
    position: absolute;
    inset: 0 auto;
    background: var(--sheet);
  }
  .line {
    position: absolute;
    inset: 0 auto;
    width: 1px;
    background: var(--line);
  }
  .item {
    position: absolute;
    inset: 2px auto;
  }
  .block {
    width: 100%;
    height: 42px;
    min-width: 24px;
    border: 1.5px solid var(--ink);
    border-radius: 4px;
    background: var(--none-tint);
    overflow: hidden;
    text-align: left;
    padding: 0 4px;
    font-size: 12.5px;
    line-height: 1.15;
    cursor: pointer;
    touch-action: none;
    position: relative;
  }
  .block span {
    display: block;
    white-space: nowrap;
    overflow: hidden;
    text-overflow: ellipsis;
  }
  /* too narrow for a whole number: a tick, the number comes with hand or focus */
  .tick-only {
    padding: 0;
    overflow: visible;
  }
  .tight {
    padding: 0;
    text-align: center;
  }
  .tick-only .job {
    display: none;
  }
  .tick-only:is(:hover, :focus-visible) .job {
    display: block;
    position: absolute;
    left: 100%;
    top: 8px;
    z-index: 6;
    padding: 2px 5px;
    border-radius: 3px;
    background: var(--ink);
    color: var(--sheet);
  }
  .job {
    font-family: var(--font-mono);
    font-weight: 700;
  }
  /* hands on: full ink; waiting: pale; memory is changed: double edge */
  .hands {
    border-color: var(--sheet);
    background: var(--ink);
    color: var(--sheet);
  }
  .attended {
    border-style: double;
    border-width: 4px;
  }
  .block[data-state='running'] {
    border-color: var(--focus);
    box-shadow: inset 0 -5px 0 var(--focus);
  }
  .block[data-pinned='true'] .job::before {
    content: '⌖ ';
  }
  .late {
    outline: 3px solid var(--stop);
    outline-offset: -3px;
  }
  .picked {
    outline: 3px solid var(--focus);
    outline-offset: -3px;
  }
  .block:global([data-dragging]) {
    opacity: 0.75;
    z-index: 5;
    position: relative;
  }
  .now {
    position: absolute;
    inset: 0 auto;
    width: 2.5px;
    background: var(--stop);
    pointer-events: none;
  }
</style>

<script lang="ts">
  import type { PlanData } from '$lib/plan-types.ts';
  import LaneBlock from './LaneBlock.svelte';
  import { timeAt, viewLanes, type Block } from './lanes.view.ts';

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
  const late = (job: number) => plan.jobs.find((j) => j.number === job)?.late !== undefined;

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
          <LaneBlock
            block={b}
            late={late(b.task.job)}
            picked={picked === b.id}
            may={may && b.movable}
            onpick={() => onpick(b.id)}
            ondrop={(share: number, to: string | undefined) => dropped(b, share, to)}
          />
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
  .now {
    position: absolute;
    inset: 0 auto;
    width: 2.5px;
    background: var(--stop);
    pointer-events: none;
  }
</style>

<script lang="ts">
  import { messageOfJudgement } from '$lib/messages/catalogue.ts';
  import { dragBlock } from './drag-block.ts';
  import { clock, type Block } from './lanes.view.ts';

  let {
    block,
    late,
    picked,
    may,
    onpick,
    ondrop
  }: {
    block: Block;
    /** The job comes too late. */
    late: boolean;
    picked: boolean;
    /** It may be moved. */
    may: boolean;
    onpick: () => void;
    /** Moved by a share of the shown time, to the lane under it. */
    ondrop: (share: number, lane: string | undefined) => void;
  } = $props();

  const task = $derived(block.task);
  const title = $derived(messageOfJudgement(task.title).title);
  const says = $derived(
    [
      `Job ${task.job}, ${title}, ${clock(task.startsAt)} to ${clock(task.endsAt)}`,
      ...(task.state === 'running' ? ['running'] : []),
      ...(task.pinned ? ['held by hand'] : []),
      ...(late ? ['job late'] : [])
    ].join(', ')
  );
</script>

<span class="item" role="listitem" style="left:{block.left}%;width:{block.width}%">
  <button
    class="block"
    class:tick-only={!block.numbered}
    class:tight={block.numbered && !block.titled}
    class:hands={block.hands}
    class:attended={block.attended}
    class:picked
    class:late
    data-task={block.id}
    data-state={task.state}
    data-pinned={task.pinned}
    aria-label={says}
    title={says}
    onclick={onpick}
    {@attach dragBlock(may, (share, to) => ondrop(share, to))}
  >
    <span class="job">{task.job}</span>
    {#if block.titled}<span class="what">{title}</span>{/if}
  </button>
</span>

<style>
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
</style>

<script lang="ts">
  import type { BenchLineView } from './bench-line.view.ts';

  let { operation, idle }: { operation: BenchLineView['operation']; idle: string } = $props();
</script>

<div class="op">
  {#if operation}
    <div class="row">
      <b>{operation.title}</b>
      <span class="left"><b>{operation.left}</b> {operation.done}</span>
    </div>
    <progress class="progress" value={operation.percent} max="100" aria-label={operation.title}
    ></progress>
    <small class:unstored={operation.unstored}>{operation.detail}</small>
  {:else}
    <small>{idle}</small>
  {/if}
</div>

<style>
  small.unstored {
    color: #fff;
    background: #a32018;
    padding: 1px 6px;
    border-radius: 3px;
    align-self: start;
  }
  .op {
    flex: 1;
    min-width: 260px;
    padding: 8px 14px;
    display: flex;
    flex-direction: column;
    justify-content: center;
  }
  .op .row {
    display: flex;
    justify-content: space-between;
    gap: 10px;
    align-items: baseline;
  }
  .op .row b {
    font: 600 17px/1.1 var(--font-sans);
  }
  /* the time is never cut: the name of what is done gives way */
  .op .row > b {
    min-width: 0;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  .op .left {
    flex: none;
    color: var(--chalk-soft);
    white-space: nowrap;
  }
  .op .left b {
    font: 600 19px/1 var(--font-mono);
    color: var(--chalk);
  }
  .progress {
    height: 8px;
    margin: 7px 0 5px;
    color: var(--chalk);
    background: var(--slate-line);
  }
  @media (max-width: 700px) {
    .op {
      flex: 1 1 100%;
      min-width: 0;
      padding: 5px 9px;
    }
    .op small {
      white-space: normal;
    }
  }
</style>

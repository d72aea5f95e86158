<script lang="ts">
  import type { JudgedSocket } from '@badger/core/socket/judge-socket';
  import { isActive, levelOf, OUTLINE, PLACES, shortUse, SIZE } from './socket.view.ts';

  let { socket }: { socket: JudgedSocket } = $props();

  const label = $derived(
    `Diagnostic socket, looking into it: ${socket.pins
      .filter((p) => p.judgement.verdict !== 'none')
      .map((p) => `pin ${p.pin} ${levelOf(p)}`)
      .join(', ')}`
  );
</script>

<!-- Which verdict a pin has is told by its outline: thick and filled, ringed, or thin. -->
<svg viewBox="0 0 {SIZE.width} {SIZE.height}" role="img" aria-label={label}>
  <path class="body" d={OUTLINE} />
  {#each socket.pins as pin, i (pin.pin)}
    {@const at = PLACES[i] ?? { x: 0, y: 0 }}
    <g class={pin.judgement.verdict}>
      <rect x={at.x - 42} y={at.y - 36} width="84" height="88" rx="6" />
      <text class="number" x={at.x - 36} y={at.y - 18}>{pin.pin}</text>
      {#if isActive(pin)}
        <path class="wave" d="M{at.x - 6} {at.y - 18} h6 v-10 h8 v10 h8 v-10 h8 v10 h6" />
      {/if}
      <text class="level" x={at.x} y={at.y + 15}>{levelOf(pin)}</text>
      <text class="use" x={at.x} y={at.y + 40}>{shortUse(pin)}</text>
    </g>
  {/each}
</svg>

<style>
  svg {
    width: 100%;
    height: auto;
    display: block;
    max-width: 980px;
  }
  .body {
    fill: var(--sheet);
    stroke: var(--line-strong);
    stroke-width: 2.5;
  }
  rect {
    fill: var(--paper);
    stroke: var(--line);
    stroke-width: 1.5;
  }
  text {
    font-family: var(--font-mono);
    fill: var(--ink);
  }
  .number {
    font-size: 17px;
    font-weight: 700;
  }
  .level {
    font-size: 21px;
    font-weight: 600;
    text-anchor: middle;
  }
  .use {
    font-family: var(--font-sans);
    font-size: 14px;
    text-anchor: middle;
  }
  .none .level {
    font-weight: 400;
    fill: var(--soft);
  }
  .go rect {
    fill: var(--go-tint);
    stroke: var(--go);
    stroke-width: 3;
  }
  .look rect {
    fill: var(--look-tint);
    stroke: var(--look);
    stroke-width: 3;
    stroke-dasharray: 7 4;
  }
  .stop rect {
    fill: var(--stop-tint);
    stroke: var(--stop);
    stroke-width: 6;
  }
  .wave {
    fill: none;
    stroke: var(--ink);
    stroke-width: 2;
  }
</style>

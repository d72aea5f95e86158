<script lang="ts">
  import type { BoardChip } from '@badger/core/profile/profile';
  import { drawLegs, type Turn } from './board.view.ts';

  let { chip, turn, lifted }: { chip: BoardChip; turn: Turn; lifted: boolean } = $props();

  const WIDTH = 96;
  const HEIGHT = 120;
  const legs = drawLegs(WIDTH, HEIGHT);
  const angle = $derived((chip.turnDeg + turn) % 360);
  /** The package as it lies on the board; its letters stay upright. */
  const upright = $derived(-angle);
</script>

<figure>
  <svg
    viewBox="-110 -110 316 340"
    role="img"
    aria-label="{chip.name}: eight legs, pin 1 at the dot"
  >
    <g transform="rotate({angle} 48 60)">
      <rect class="clip" x="-46" y="-14" width="188" height="148" rx="8" class:hidden={lifted} />
      <rect class="package" x="0" y="0" width={WIDTH} height={HEIGHT} rx="5" />
      <circle class="dot" cx="16" cy="16" r="7" />
      {#each legs as leg (leg.number)}
        <rect
          class="leg"
          class:one={leg.number === 1}
          x={leg.left ? -22 : WIDTH}
          y={leg.y - 6}
          width="22"
          height="12"
        />
        <text
          class:one={leg.number === 1}
          transform="translate({leg.left ? -58 : WIDTH + 58} {leg.y}) rotate({upright})"
          dy="5">{leg.number} {leg.name}</text
        >
      {/each}
    </g>
  </svg>
  <figcaption>
    {#if lifted}
      In the socket with the marking up, pin 1 at the lever mark.
    {:else}
      Clip square over the legs; its red wire goes to pin 1.
    {/if}
  </figcaption>
</figure>

<style>
  figure {
    margin: 0;
    display: grid;
    gap: 4px;
  }
  svg {
    width: 100%;
    max-height: 300px;
  }
  .package {
    fill: var(--ink);
  }
  .dot {
    fill: var(--sheet);
  }
  .leg {
    fill: var(--line-strong);
  }
  .leg.one {
    fill: var(--stop);
  }
  .clip {
    fill: none;
    stroke: var(--focus);
    stroke-width: 4;
    stroke-dasharray: 10 6;
  }
  .hidden {
    display: none;
  }
  text {
    text-anchor: middle;
    font-family: var(--font-mono);
    font-size: 17px;
    fill: var(--ink);
  }
  text.one {
    font-weight: 800;
    fill: var(--stop);
  }
</style>

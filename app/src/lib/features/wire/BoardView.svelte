<script lang="ts">
  import type { Board } from '@badger/core/profile/profile';
  import type { PlannedWire } from '@badger/core/wiring/connection-plan';
  import { drawBoard, type Turn } from './board.view.ts';

  let {
    board,
    wires,
    ticked,
    current,
    turn
  }: {
    board: Board;
    wires: readonly PlannedWire[];
    ticked: readonly string[];
    current: string | undefined;
    turn: Turn;
  } = $props();

  const drawn = $derived(drawBoard(board, turn));
  const wireOf = (pad: string) => wires.find((w) => w.pads.includes(pad));
  const wireOfChip = (chip: string) => wires.find((w) => w.chip === chip);
  const state = (wire: PlannedWire | undefined) =>
    !wire ? 'free' : wire.key === current ? 'now' : ticked.includes(wire.key) ? 'on' : 'open';
  const pads = $derived(drawn.pads.filter((p) => p.never !== undefined || wireOf(p.id)));
  const chips = $derived(drawn.chips.filter((c) => wireOfChip(c.id)));
  const label = $derived(
    `${board.name}: ${[
      ...pads.map((p) => (p.never === undefined ? `pad ${p.id}` : `never touch ${p.id}`)),
      ...chips.map((c) => `${c.name} with pin 1 marked`)
    ].join(', ')}`
  );
  /** Larger letters on a small board: the drawing is scaled to one width. */
  const font = $derived(Math.max(2.2, drawn.width / 30));
  const cross = (x: number, y: number, r: number) =>
    `M ${x - r} ${y - r} L ${x + r} ${y + r} M ${x + r} ${y - r} L ${x - r} ${y + r}`;
</script>

<svg
  viewBox="-2 -2 {drawn.width + 4} {drawn.height + 4}"
  role="img"
  aria-label={label}
  style="font-size: {font}px"
>
  <rect class="board" x="0" y="0" width={drawn.width} height={drawn.height} rx="2" />
  {#each drawn.landmarks as l (l.name)}
    {#if l.round}
      <ellipse
        class="mark"
        cx={l.x + l.width / 2}
        cy={l.y + l.height / 2}
        rx={l.width / 2}
        ry={l.height / 2}
      />
    {:else}
      <rect class="mark" x={l.x} y={l.y} width={l.width} height={l.height} rx="1" />
    {/if}
    <text class="landmark" x={l.x + l.width / 2} y={l.y + l.height / 2 + font * 0.35}>{l.name}</text
    >
  {/each}
  {#each chips as c (c.id)}
    <g class="chip {state(wireOfChip(c.id))}">
      <rect x={c.x} y={c.y} width={c.width} height={c.height} rx="0.5" />
      <circle cx={c.pin1.x} cy={c.pin1.y} r="0.9" />
      <text x={c.x + c.width / 2} y={c.y - font * 0.5}>{c.name}, dot is pin 1</text>
    </g>
  {/each}
  {#each pads as p (p.id)}
    {#each p.points as { x, y }, i (i)}
      <g class="pad {p.never === undefined ? state(wireOf(p.id)) : 'never'}">
        <circle cx={x} cy={y} r={font * 0.45} />
        {#if p.never !== undefined}<path d={cross(x, y, font * 0.8)} />{/if}
        <text
          transform="translate({x} {y}) rotate({p.never === undefined ? -50 : 0})"
          x={p.never === undefined ? font * 0.8 : 0}
          y={p.never === undefined ? font * 0.35 : font * 1.8}
          class:beside={p.never === undefined}
          >{p.never === undefined ? `${i > 0 ? 'or ' : ''}${p.id}` : `${p.id} never`}</text
        >
      </g>
    {/each}
  {/each}
</svg>

<style>
  svg {
    width: 100%;
    height: auto;
    max-height: 380px;
    display: block;
  }
  text {
    text-anchor: middle;
    font-family: var(--font-sans);
    fill: var(--ink);
    font-weight: 600;
  }
  text.beside {
    text-anchor: start;
  }
  .board {
    fill: var(--sheet);
    stroke: var(--line-strong);
    stroke-width: 0.6;
  }
  .mark {
    fill: var(--none-tint);
    stroke: var(--line-strong);
    stroke-width: 0.25;
  }
  .landmark {
    fill: var(--soft);
    font-weight: 400;
    font-size: 0.76em;
  }
  .pad circle {
    fill: var(--sheet);
    stroke: var(--ink);
    stroke-width: 0.6;
  }
  .pad.on circle {
    fill: var(--go);
    stroke: var(--go);
  }
  .pad.now circle {
    fill: var(--ink);
  }
  .pad.never circle {
    fill: var(--stop-tint);
    stroke: var(--stop);
  }
  .pad.never path {
    stroke: var(--stop);
    stroke-width: 0.7;
  }
  .pad.never text {
    fill: var(--stop);
  }
  .chip rect {
    fill: var(--ink);
  }
  .chip.on rect {
    fill: var(--go);
  }
  .chip circle {
    fill: var(--sheet);
  }
</style>

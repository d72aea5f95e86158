<script lang="ts">
  import type { ConnectorFace } from '@badger/core/profile/profile';
  import { drawFace, type FaceSide, type FaceWire } from './face.view.ts';

  let {
    face,
    wires,
    side,
    ticked,
    current,
    words
  }: {
    face: ConnectorFace;
    wires: readonly FaceWire[];
    side: FaceSide;
    ticked: readonly string[];
    current: string | undefined;
    /** What lies in each cavity, for those who hear it. */
    words: (key: string) => string;
  } = $props();

  const drawn = $derived(drawFace(face, { side, wires }));
  const order = (key: string) => wires.findIndex((w) => w.key === key) + 1;
  const wireAt = (number: number) =>
    wires.find((w) => w.connector === face.id && w.cavities.includes(number));
  const state = (key: string | undefined) =>
    key === undefined ? 'free' : key === current ? 'now' : ticked.includes(key) ? 'on' : 'open';
  const label = $derived(
    `${face.name}, ${side === 'mating' ? 'looking into the unit' : 'seen from the wires'}: ` +
      wires
        .filter((w) => w.connector === face.id)
        .map((w) => `${words(w.key)} ${w.cavities.join(' and ')}`)
        .join(', ')
  );
</script>

<svg viewBox="0 0 {drawn.width} {drawn.height}" role="img" aria-label={label}>
  <rect class="body" {...drawn.body} rx="6" />
  {#each drawn.keys as key (key)}
    <rect class="key" x={key.x} y={key.y} width={key.width} height={key.height} rx="2" />
    {#if key.side === 'top'}
      <text class="name" x={key.x + key.width / 2} y={key.y - 3}>{key.name.toLowerCase()}</text>
    {/if}
  {/each}
  {#each drawn.leads as lead (lead.key)}
    {#each lead.paths as path (path)}
      <path class="lead {state(lead.key)}" d={path} />
    {/each}
  {/each}
  {#each drawn.cavities as c (c.number)}
    {@const wire = wireAt(c.number)}
    <g class="cavity {state(wire?.key)}">
      <rect x={c.x} y={c.y} width={c.width} height={c.height} rx="4" />
      <text x={c.x + c.width / 2} y={c.y + c.height / 2 + 5}>{c.number}</text>
    </g>
  {/each}
  {#each drawn.leads as lead (lead.key)}
    <g class="end {state(lead.key)}">
      <circle cx={lead.x} cy={lead.y} r="13" />
      <text x={lead.x} y={lead.y + 5}>{order(lead.key)}</text>
    </g>
  {/each}
</svg>

<style>
  svg {
    width: 100%;
    height: auto;
    display: block;
    max-height: 420px;
  }
  text {
    text-anchor: middle;
    font-family: var(--font-mono);
    font-size: 13px;
    fill: var(--ink);
  }
  .body {
    fill: var(--sheet);
    stroke: var(--line-strong);
    stroke-width: 2;
  }
  .key {
    fill: var(--line);
    stroke: var(--line-strong);
  }
  .name {
    font-family: var(--font-sans);
    font-size: 12px;
    fill: var(--soft);
  }
  .cavity rect {
    fill: var(--paper);
    stroke: var(--line);
  }
  .cavity text {
    fill: var(--none);
    font-size: 11px;
  }
  .cavity.open rect {
    fill: var(--sheet);
    stroke: var(--ink);
    stroke-width: 2;
  }
  .cavity.open text,
  .cavity.on text,
  .cavity.now text {
    fill: var(--ink);
    font-size: 15px;
    font-weight: 700;
  }
  .cavity.on rect {
    fill: var(--go-tint);
    stroke: var(--go);
    stroke-width: 2.5;
  }
  .cavity.now rect {
    fill: var(--ink);
    stroke: var(--ink);
    stroke-width: 3;
  }
  .cavity.now text {
    fill: var(--sheet);
  }
  .lead {
    fill: none;
    stroke: var(--line-strong);
    stroke-width: 1.5;
    stroke-dasharray: 3 4;
  }
  .lead.on {
    stroke: var(--go);
    stroke-width: 3;
    stroke-dasharray: none;
  }
  .lead.now {
    stroke: var(--ink);
    stroke-width: 4;
    stroke-dasharray: none;
  }
  .end circle {
    fill: var(--sheet);
    stroke: var(--line-strong);
    stroke-width: 1.5;
  }
  .end text {
    font-weight: 700;
    font-size: 15px;
  }
  .end.on circle {
    fill: var(--go-tint);
    stroke: var(--go);
    stroke-width: 2.5;
  }
  .end.now circle {
    fill: var(--ink);
    stroke: var(--ink);
  }
  .end.now text {
    fill: var(--sheet);
  }
</style>

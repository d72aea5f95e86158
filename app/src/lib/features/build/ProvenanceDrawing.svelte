<script lang="ts">
  import type { PlanLine } from '@badger/core/clone/plan';
  import { drawLine, rowsOfLine, type Stretch } from './build.view.ts';

  let { line, tags }: { line: PlanLine; tags: Readonly<Partial<Record<string, string>>> } =
    $props();

  const W = 1000;
  const BAR = 34;
  const GAP = 22;
  const stretches = $derived(drawLine(rowsOfLine(line), line.lengthBytes));
  const has = (from: string) => line.sources.some((s) => s.from === from);
  const above = $derived(has('supplied') ? 'supplied' : has('partner') ? 'partner' : 'original');
  const below = $derived(has('donor'));
  /** Bytes that flow down from the unit above, and those that stay. */
  const fromAbove = (s: Stretch) => s.origin !== 'donor' && s.origin !== 'checksum';
  const middle = BAR + GAP;
  const id = $props.id();
</script>

<figure>
  <figcaption class="top {above}">
    {above === 'supplied' ? 'SUPPLIED FILE' : above.toUpperCase()}
    {tags[above] ?? ''}
  </figcaption>
  <svg
    viewBox="0 0 {W} {middle + BAR + (below ? GAP + BAR : 0)}"
    preserveAspectRatio="none"
    aria-hidden="true"
  >
    <defs>
      <pattern id="{id}-d" width="9" height="9" patternUnits="userSpaceOnUse">
        <path d="M-2 2 2-2M0 9 9 0M7 11 11 7" stroke="var(--donor)" stroke-width="3" />
      </pattern>
      <pattern id="{id}-p" width="8" height="8" patternUnits="userSpaceOnUse">
        <rect width="8" height="8" fill="var(--sheet)" /><circle
          cx="4"
          cy="4"
          r="2.6"
          fill="var(--focus)"
        />
      </pattern>
    </defs>
    <rect width={W} height={BAR} class="bed {above}" />
    {#if below}<rect y={middle + BAR + GAP} width={W} height={BAR} class="bed donor" />{/if}
    {#each stretches as s, i (i)}
      {@const x = s.from * W}
      {@const width = (s.to - s.from) * W}
      {#if fromAbove(s)}
        <rect {x} {width} height={BAR} class="take {above}" />
        <rect {x} {width} y={BAR} height={GAP} class="flow {above}" />
      {:else if s.origin === 'donor' && below}
        <rect {x} {width} y={middle + BAR} height={GAP} class="flow donor" />
        <rect {x} {width} y={middle + BAR + GAP} height={BAR} fill="url(#{id}-d)" />
      {/if}
      <rect {x} {width} y={middle} height={BAR} fill="var(--sheet)" />
      <rect
        {x}
        {width}
        y={middle}
        height={BAR}
        class="take {s.origin}"
        fill={s.origin === 'donor'
          ? `url(#${id}-d)`
          : s.origin === 'patched'
            ? `url(#${id}-p)`
            : undefined}
      />
    {/each}
    <rect y={middle} width={W} height={BAR} class="frame" />
  </svg>
  <figcaption class="ends">
    {#if below}<span class="donor">DONOR {tags['donor'] ?? ''}</span>{/if}
    <span class="soft">the framed bar is what will be written</span>
  </figcaption>
</figure>

<style>
  figure {
    margin: 0;
    padding: 8px 16px 10px;
  }
  figcaption {
    font-weight: 700;
    font-size: 13.5px;
  }
  figcaption.original {
    color: var(--original);
  }
  .ends {
    display: flex;
    justify-content: space-between;
  }
  .ends .donor {
    color: var(--donor);
  }
  .ends .soft {
    font-weight: 400;
    margin-left: auto;
  }
  svg {
    width: 100%;
    height: 132px;
    display: block;
  }
  .bed.original,
  .flow.original {
    fill: var(--original-tint);
  }
  .bed.donor,
  .flow.donor {
    fill: var(--donor-tint);
  }
  .bed.partner,
  .bed.supplied,
  .flow.partner,
  .flow.supplied {
    fill: var(--none-tint);
  }
  .take.original {
    fill: var(--original);
  }
  .take.partner,
  .take.supplied {
    fill: var(--soft);
  }
  .take.checksum {
    fill: var(--go);
  }
  .take.filler {
    fill: var(--line);
  }
  .frame {
    fill: none;
    stroke: var(--ink);
    stroke-width: 3;
    vector-effect: non-scaling-stroke;
  }
</style>

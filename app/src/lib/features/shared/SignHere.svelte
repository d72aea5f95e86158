<script lang="ts">
  import { signature, type Strokes } from './signature.svelte.ts';

  let {
    title,
    label,
    strokes = $bindable()
  }: {
    title: string;
    /** What a screen reader says of the field. */
    label: string;
    strokes: Strokes;
  } = $props();

  let canvas: HTMLCanvasElement | undefined = $state();

  // whoever empties it from outside wants the field empty too
  $effect(() => {
    if (strokes.length === 0) canvas?.dispatchEvent(new Event('clear'));
  });
</script>

<div>
  {title}
  <canvas aria-label={label} bind:this={canvas} {@attach signature((s) => (strokes = s))}></canvas>
  <span class="soft">{strokes.length === 0 ? 'not signed yet' : 'signed'}</span>
  <button type="button" class="btn btn-ghost btn-sm" onclick={() => (strokes = [])}>Wipe</button>
</div>

<style>
  canvas {
    display: block;
    width: 100%;
    height: 120px;
    border: 1px solid var(--line);
    background: var(--paper, transparent);
    touch-action: none;
  }
</style>

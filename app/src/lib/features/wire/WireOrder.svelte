<script lang="ts">
  import { placeWords, signalWords } from '$lib/messages/wire-words.ts';
  import type { WiringData } from '$lib/wiring-types.ts';
  import { currentOf, leadWords } from './connect.view.ts';

  let {
    wiring,
    locked,
    ontick
  }: {
    wiring: WiringData;
    /** Nobody has begun, or the job is closed. */
    locked: boolean;
    ontick: (wireKeys: readonly string[], on: boolean) => Promise<boolean>;
  } = $props();

  const ticked = $derived(wiring.connection?.ticked ?? []);
  const current = $derived(currentOf(wiring));
  const wires = $derived(wiring.plan.wires);
</script>

<div class="head">
  <h3>In this order</h3>
  <span class="soft">{ticked.length} of {wires.length}</span>
</div>
<ol aria-label="Wires in order">
  {#each wires as wire, i (wire.key)}
    {@const on = ticked.includes(wire.key)}
    <li>
      <button
        class="wire"
        class:on
        class:now={!locked && wire === current}
        disabled={locked}
        aria-pressed={on}
        aria-label="{signalWords(wire.signal)} to {placeWords(wire)}{on ? ', on' : ''}"
        onclick={() => void ontick([wire.key], !on)}
      >
        <span class="number">{i + 1}</span>
        <span class="what">
          <b>{signalWords(wire.signal)}</b>
          <span class="lead"
            >{leadWords(wire, wiring)}{wire.programming
              ? ' · not in the vehicle’s diagram'
              : ''}</span
          >
        </span>
        <span class="place mono">{placeWords(wire).replace(/^pins? /, '')}{on ? ' ✓' : ''}</span>
      </button>
      {#if wire.note}<p class="note soft">{wire.note}</p>{/if}
    </li>
  {/each}
</ol>
{#if !locked}
  {#if current}
    <button class="btn btn-primary" onclick={() => void ontick([current.key], true)}>
      {signalWords(current.signal)} is on: next wire
    </button>
  {:else}
    <p class="done">All connections are on. Measure before power.</p>
  {/if}
{/if}

<style>
  .head {
    display: flex;
    justify-content: space-between;
    margin-bottom: 4px;
  }
  h3 {
    margin: 0;
    font-weight: 600;
  }
  ol {
    list-style: none;
    padding: 0;
    margin: 0 0 8px;
  }
  .wire {
    display: grid;
    grid-template-columns: 22px 1fr auto;
    gap: 8px;
    align-items: center;
    width: 100%;
    min-height: 46px;
    padding: 2px 10px;
    text-align: left;
    border: 1.5px solid transparent;
    border-radius: 6px;
  }
  .wire:not(:disabled):hover {
    border-color: var(--line-strong);
  }
  .wire.now {
    border-color: var(--ink);
    background: var(--original-tint);
  }
  .number {
    font-weight: 700;
  }
  .what b,
  .lead {
    display: block;
    line-height: 1.2;
  }
  .lead {
    font-size: 13px;
    color: var(--soft);
  }
  .place {
    font-weight: 700;
    font-size: 18px;
  }
  .on .number,
  .on b,
  .on .place {
    color: var(--go);
  }
  .note {
    margin: 0 10px 2px 40px;
    font-size: 13px;
  }
  .btn {
    width: 100%;
  }
  .done {
    margin: 0;
    font-weight: 600;
    color: var(--go);
  }
</style>

<script lang="ts">
  import type { PlannedWire } from '@badger/core/wiring/connection-plan';
  import type { WiringData } from '$lib/wiring-types.ts';
  import BoardView from './BoardView.svelte';
  import type { Turn } from './board.view.ts';
  import ChipView from './ChipView.svelte';
  import { currentOf } from './connect.view.ts';
  import { signalWords } from '$lib/messages/wire-words.ts';
  import ConnectorFace from '../shared/ConnectorFace.svelte';
  import type { FaceSide } from '../shared/face.view.ts';

  let {
    wiring,
    printed = false,
    only
  }: {
    wiring: WiringData;
    printed?: boolean;
    /** Only what this wire goes to is drawn. */
    only?: PlannedWire | undefined;
  } = $props();

  let side = $state<FaceSide>('mating');
  let turn = $state<Turn>(0);
  const plan = $derived(wiring.plan);
  const faces = $derived(plan.faces.filter((f) => !only || only.connector === f.id));
  const onBoard = $derived(!only || only.pads.length > 0 || only.chip !== undefined);
  const ticked = $derived(printed ? [] : (wiring.connection?.ticked ?? []));
  const current = $derived(wiring.connection && !printed ? currentOf(wiring)?.key : undefined);
  const chips = $derived(
    plan.board?.chips.filter((c) => plan.wires.some((w) => w.chip === c.id)) ?? []
  );
  const lifted = $derived(plan.wires.some((w) => w.note?.includes('socket') === true));
  const marks = $derived(chips.flatMap((c) => c.marks ?? []));
  const words = (key: string) => {
    const wire = plan.wires.find((w) => w.key === key);
    return wire ? signalWords(wire.signal) : '';
  };
</script>

{#each faces as face (face.id)}
  <div>
    <div class="head">
      <h3>{face.name}, {side === 'mating' ? 'looking into the unit' : 'seen from the wires'}</h3>
      {#if !printed}
        <button
          class="btn btn-outline btn-sm"
          onclick={() => (side = side === 'mating' ? 'wire' : 'mating')}
        >
          {side === 'mating' ? 'Turn to wire side' : 'Turn to mating side'}
        </button>
      {/if}
    </div>
    {#if side === 'wire'}
      <p class="turned">
        Left and right are swapped on this side. Check the keys before a wire goes in.
      </p>
    {/if}
    <ConnectorFace {face} wires={plan.wires} {side} {ticked} {current} {words} />
  </div>
{/each}
{#if plan.board && onBoard}
  <div>
    <div class="head">
      <h3>{plan.board.name}</h3>
      {#if !printed}
        <button class="btn btn-outline btn-sm" onclick={() => (turn = ((turn + 90) % 360) as Turn)}
          >Turn the drawing</button
        >
      {/if}
    </div>
    <div class="board" class:two={chips.length > 0}>
      <BoardView board={plan.board} wires={plan.wires} {ticked} {current} {turn} />
      {#each chips as chip (chip.id)}<ChipView {chip} {turn} {lifted} />{/each}
    </div>
    {#if lifted && marks.length > 0}
      <p class="marks">Mark before lifting: {marks.map((m) => m.toLowerCase()).join('; ')}.</p>
    {/if}
  </div>
{:else if plan.boards.length > 0 && onBoard}
  <p class="turned">
    This family has {plan.boards.length} boards. Read the marking on the chip and choose it below: the
    pads lie elsewhere on each.
  </p>
{/if}
{#if plan.faces.length === 0 && plan.boards.length === 0}
  <p class="soft">Nothing is wired at the unit itself: the steps are on the right.</p>
{/if}

<style>
  .head {
    display: flex;
    justify-content: space-between;
    align-items: center;
    gap: 12px;
  }
  h3 {
    margin: 0;
    font-weight: 600;
  }
  .btn-sm {
    min-height: 44px;
  }
  .turned {
    margin: 4px 0;
    color: var(--look);
    font-weight: 600;
  }
  .marks {
    margin: 6px 0 0;
  }
  .board.two {
    display: grid;
    grid-template-columns: minmax(0, 1.6fr) minmax(0, 1fr);
    gap: 12px;
    align-items: center;
  }
</style>

<script lang="ts">
  import { formatChipId } from '@badger/core/base/format';
  import type { LiveStation } from '$lib/live-types.ts';

  let { station, wide, supplyOn }: { station: LiveStation; wide: boolean; supplyOn: boolean } =
    $props();
</script>

<div class="role">
  {#if station.connected}
    <span class="plate {station.connected.role}"></span>
    <span class="txt">
      <b>{station.connected.role.toUpperCase()}</b>
      <small>
        tag {station.connected.tag} · {station.connected.family ?? 'chip on the programmer'}
        {#if wide && station.connected.chipId}
          · chip {formatChipId(station.connected.chipId)}
        {/if}
      </small>
    </span>
  {:else if station.operation}
    <span class="plate {station.operation.role}"></span>
    <span class="txt">
      <b>{station.operation.role.toUpperCase()}</b>
      <small>tag {station.operation.tag} · {station.operation.family}</small>
    </span>
  {:else}
    <span class="plate unknown"></span>
    <span class="txt"
      ><b class="word"
        >{supplyOn ? 'No unit known' : station.trip ? 'Switched off' : 'Supply off'}</b
      ><small
        >{supplyOn
          ? 'read the chip id'
          : station.trip
            ? 'by the watch: see Wire'
            : 'no unit known'}</small
      ></span
    >
  {/if}
</div>

<style>
  .role {
    display: flex;
    border-right: 1px solid var(--slate-line);
  }
  .plate {
    width: 16px;
    flex: none;
  }
  .plate.original {
    background: #e19a2e;
  }
  .plate.donor {
    background: repeating-linear-gradient(135deg, #37b1aa 0 6px, #0d3d3c 6px 12px);
  }
  .plate.unknown {
    border-right: 2px dashed var(--slate-line);
  }
  .txt {
    padding: 8px 16px;
    display: flex;
    flex-direction: column;
    justify-content: center;
  }
  .txt b {
    font: 700 20px/1.15 var(--font-sans);
    letter-spacing: 0.04em;
  }
  b {
    white-space: nowrap;
  }
  @media (max-width: 700px) {
    .role {
      flex: 1 1 118px;
      min-width: 0;
    }
    .plate {
      width: 10px;
    }
    .txt {
      padding: 5px 8px;
      min-width: 0;
    }
    .txt small {
      white-space: normal;
      font-size: 12px;
    }
    .txt b {
      font-size: 16px;
    }
  }
</style>

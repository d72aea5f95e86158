<script lang="ts">
  import { shopNow } from '$lib/features/live/shop-now.ts';
  import { formatChipId } from '@badger/core/base/format';
  import type { LiveStation } from '$lib/live-types.ts';
  import Gauge from './Gauge.svelte';
  import { viewBenchLine } from './bench-line.view.ts';

  let {
    stations,
    focus,
    connected,
    databaseAway
  }: {
    stations: readonly LiveStation[];
    focus: string | undefined;
    connected: boolean;
    /** Nothing can be stored at this moment. */
    databaseAway: boolean;
  } = $props();

  const shown = $derived(focus ? stations.filter((s) => s.id === focus) : stations);
  const wide = $derived(shown.length === 1);
  const writing = $derived(shown.find((s) => s.operation?.kind === 'write'));
</script>

<header class="bench" class:hands-off={wide && writing} data-testid="bench-line" aria-label="Bench">
  {#if stations.length === 0}
    <div class="cell"><small>Stations</small><b class="word">none yet</b></div>
  {/if}
  {#each shown as station (station.id)}
    {@const view = viewBenchLine(station, shopNow())}
    <div class="line">
      <div class="cell station"><small>Station</small><b class="word">{station.name}</b></div>
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
            ><b class="word">{view.supplyOn ? 'No unit known' : 'Supply off'}</b><small
              >{view.supplyOn ? 'read the chip id' : 'no unit known'}</small
            ></span
          >
        {/if}
      </div>
      <div class="cell"><small>Volts</small><b>{view.volts}</b></div>
      <div class="cell">
        <small>Amps, limit {view.limit}</small><b>{view.amps}</b>
        {#if wide}
          <Gauge gauge={view.gauge} />
        {/if}
      </div>
      {#if wide}
        <div class="cell bond" data-link={station.link}>
          <small>Link</small><b class="word">{station.link === 'cable' ? 'cable' : 'lost'}</b>
        </div>
      {/if}
      {#if view.handsOff}<div class="hands">{wide ? '' : `${station.name}: `}Hands off</div>{/if}
      {#if wide}
        <div class="op">
          {#if view.operation}
            <div class="row">
              <b>{view.operation.title}</b>
              <span class="left"><b>{view.operation.left}</b> {view.operation.done}</span>
            </div>
            <div class="bar"><i style="width:{view.operation.percent}%"></i></div>
            <small class:unstored={view.operation.unstored}>{view.operation.detail}</small>
          {:else}
            <small
              >{view.supplyOn || station.connected ? 'Nothing is running' : 'Supply is off'}</small
            >
          {/if}
        </div>
      {:else if view.operation}
        <div class="cell">
          <small>{view.operation.title}</small><b class="word">{view.operation.left}</b>
        </div>
      {/if}
    </div>
  {/each}
  {#if databaseAway}<div class="cell away" role="alert">
      <small>Database</small><b class="word">away</b>
    </div>{/if}
  {#if !connected}<div class="cell old">
      <small>Live figures</small><b class="word">waiting …</b>
    </div>{/if}
</header>

<style>
  .bench {
    background: var(--slate);
    color: var(--chalk);
    display: flex;
    align-items: stretch;
    min-height: 76px;
    overflow-x: auto;
    position: sticky;
    top: 0;
    z-index: 10;
  }
  .hands-off {
    background: repeating-linear-gradient(135deg, #123f3e 0 22px, #0b2d2c 22px 44px);
  }
  .cell {
    padding: 8px 18px;
    border-right: 1px solid var(--slate-line);
    display: flex;
    flex-direction: column;
    justify-content: center;
  }
  small {
    color: var(--chalk-soft);
    font-size: 13px;
    line-height: 1.25;
    white-space: nowrap;
  }
  small.unstored {
    color: #fff;
    background: #a32018;
    padding: 1px 6px;
    border-radius: 3px;
    align-self: start;
  }
  .hands-off small {
    color: #d5e6e5;
  }
  b {
    font: 600 25px/1.1 var(--font-mono);
    white-space: nowrap;
  }
  b.word {
    font: 600 19px/1.3 var(--font-sans);
  }
  .away {
    background: #a32018;
  }
  .away small {
    color: #fff;
  }
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
  .hands {
    background: #fff;
    color: #0b2d2c;
    border-radius: 6px;
    padding: 6px 14px;
    font: 750 21px/1.2 var(--font-sans);
    align-self: center;
    margin: 0 16px;
    white-space: nowrap;
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
  .bar {
    height: 8px;
    background: var(--slate-line);
    border-radius: 4px;
    margin: 7px 0 5px;
    overflow: hidden;
  }
  .bar i {
    display: block;
    height: 100%;
    background: var(--chalk);
  }
  .line {
    display: contents;
  }
  /* a phone: one row for each station, what runs below it; nothing runs out of the screen */
  @media (max-width: 700px) {
    .bench {
      flex-direction: column;
      overflow-x: visible;
      min-height: 0;
    }
    .line {
      display: flex;
      flex-wrap: wrap;
      border-bottom: 1px solid var(--slate-line);
    }
    .cell {
      padding: 5px 9px;
    }
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
    b {
      font-size: 19px;
    }
    b.word,
    .txt b {
      font-size: 16px;
    }
    .op {
      flex: 1 1 100%;
      min-width: 0;
      padding: 5px 9px;
    }
    .op small {
      white-space: normal;
    }
    /* a good link needs no word here */
    .bond[data-link='cable'] {
      display: none;
    }
    .hands {
      flex: 1 1 100%;
      margin: 4px 9px;
      text-align: center;
    }
  }
  @media print {
    .bench {
      display: none;
    }
  }
</style>

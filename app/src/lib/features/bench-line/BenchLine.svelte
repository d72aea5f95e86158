<script lang="ts">
  import { shopNow } from '$lib/features/live/shop-now.ts';
  import type { LiveStation } from '$lib/live-types.ts';
  import BenchUnit from './BenchUnit.svelte';
  import BenchWork from './BenchWork.svelte';
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
      <BenchUnit {station} {wide} supplyOn={view.supplyOn} />
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
        <BenchWork
          operation={view.operation}
          idle={view.supplyOn || station.connected ? 'Nothing is running' : 'Supply is off'}
        />
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
  /* the parts of the line have their own styles, which go before these */
  :global(:where(.bench) small) {
    color: var(--chalk-soft);
    font-size: 13px;
    line-height: 1.25;
    white-space: nowrap;
  }
  :global(:where(.hands-off) small) {
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
    b {
      font-size: 19px;
    }
    b.word {
      font-size: 16px;
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

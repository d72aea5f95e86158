<script lang="ts">
  import {
    formatAddress,
    formatAmps,
    formatCount,
    formatDuration,
    formatSize,
    formatVolts
  } from '@badger/core/base/format';
  import type { PageProps } from './$types';

  let { data }: PageProps = $props();
  const p = $derived(data.profile);
</script>

<svelte:head><title>{p.id} · Upright Badger</title></svelte:head>
<h1><span class="mono">{p.id}</span> · {p.make}, {p.title}</h1>
<div class="pile">
  {#if p.notes.length > 0}<ul class="card-sheet notes">
      {#each p.notes as n (n)}<li>{n}</li>{/each}
    </ul>{/if}
  <div class="card-sheet">
    <table class="plain">
      <thead
        ><tr><th>Region</th><th>Address</th><th>Size</th><th>Read takes</th><th>Write takes</th></tr
        ></thead
      >
      <tbody>
        {#each p.regions as r (r.id)}
          <tr>
            <td><b>{r.name}</b></td>
            <td class="mono">{formatAddress(r.address)}</td>
            <td class="mono">{formatSize(r.lengthBytes)}, {formatCount(r.lengthBytes)} bytes</td>
            <td>{formatDuration(r.lengthBytes / r.readBytesPerSecond)}</td>
            <td>{formatDuration(r.lengthBytes / r.writeBytesPerSecond)}</td>
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
  {#if p.labels.length > 0}
    <div class="card-sheet">
      <table class="plain">
        <thead><tr><th>On the label</th><th>Looks like</th><th>Known</th></tr></thead>
        <tbody>
          {#each p.labels as l (l.id)}
            <tr>
              <td>{l.name}</td>
              <td class="mono">{l.example}</td>
              <td class="mono">{l.known.join(', ') || '–'}</td>
            </tr>
          {/each}
          {#if p.chipMarkings.length > 0}
            <tr><td>Chip marking</td><td></td><td class="mono">{p.chipMarkings.join(', ')}</td></tr>
          {/if}
        </tbody>
      </table>
    </div>
  {/if}
  {#each p.ways as w (w.name)}
    <div class="card-sheet box">
      <h2>{w.name}</h2>
      <ol>
        {#each w.steps as s (s)}<li>{s}</li>{/each}
      </ol>
      {#if w.supply}
        <p>
          Supply {formatVolts(w.supply.voltageMinMv)} to {formatVolts(w.supply.voltageMaxMv)} V, limit
          {formatAmps(w.supply.limitMinMa)} to {formatAmps(w.supply.limitMaxMa)} A.
          {#each w.draw as d (d.state)}
            {d.state} {formatAmps(d.minMa)} to {formatAmps(d.maxMa)} A.{/each}
        </p>
      {/if}
    </div>
  {/each}
  {#if p.identity.length > 0}
    <div class="card-sheet">
      <table class="plain">
        <thead
          ><tr><th>Identity field</th><th>Asked as</th><th>Kept in</th><th>Donor</th></tr></thead
        >
        <tbody>
          {#each p.identity as f (f.id)}
            <tr>
              <td>{f.name}</td><td class="mono"
                >{f.did === undefined ? '–' : f.did.toString(16).toUpperCase()}</td
              >
              <td class="mono"
                >{f.stored
                  ? `${f.stored.region} ${f.stored.offsets.map((o) => formatAddress(o)).join(', ')}`
                  : '–'}</td
              >
              <td>{f.match === 'equal' ? 'must be equal' : 'does not matter'}</td>
            </tr>
          {/each}
        </tbody>
      </table>
    </div>
  {/if}
</div>

<style>
  h1 {
    font: 650 21px/1.2 var(--font-sans);
    margin-bottom: 10px;
  }
  h2 {
    font-weight: 700;
  }
  .pile {
    display: grid;
    gap: 12px;
    max-width: 1000px;
  }
  .box,
  .notes {
    padding: 12px 16px;
  }
  ol,
  .notes {
    list-style-position: inside;
  }
  ol {
    list-style: decimal inside;
  }
</style>

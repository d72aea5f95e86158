<script lang="ts">
  import { untrack } from 'svelte';
  import type { TraceLine } from '$lib/trace-types.ts';
  import { matching, messagesCsv } from './messages.view.ts';
  import TraceList from './TraceList.svelte';

  let { name, lines }: { name: string; lines: readonly TraceLine[] } = $props();

  let text = $state('');
  let refusals = $state(false);
  let version = $state(0);
  const rows = $derived(matching(lines, text, refusals));
  const fetchRows = (from: number, to: number) => Promise.resolve(rows.slice(from, to));
  const csv = $derived(URL.createObjectURL(new Blob([messagesCsv(rows)], { type: 'text/csv' })));

  $effect(() => {
    void rows;
    untrack(() => version++);
  });
  $effect(() => {
    const url = csv;
    return () => URL.revokeObjectURL(url);
  });
</script>

<section class="card-sheet filter" aria-label="Filter">
  <p>
    <b>{name}</b> · {lines.length.toLocaleString('en')} messages; no CAN frames: an Ethernet cable, a
    chip programmer, or nothing was sent.
  </p>
  <div class="row">
    <input
      class="text input"
      aria-label="Service, reason or bytes"
      placeholder="service, reason or bytes"
      bind:value={text}
    />
    <button
      class="btn {refusals ? 'btn-neutral' : 'btn-outline'}"
      aria-pressed={refusals}
      onclick={() => (refusals = !refusals)}>Refusals</button
    >
    <span role="status"><b>{rows.length.toLocaleString('en')}</b> rows</span>
    <a class="btn btn-outline" href={csv} download="{name}.csv">Save as CSV</a>
  </div>
</section>
<TraceList count={rows.length} {version} {fetchRows} />

<style>
  .filter {
    padding: 10px 16px;
    display: grid;
    gap: 8px;
    margin: 12px 0;
  }
  p {
    margin: 0;
  }
  .row {
    display: flex;
    gap: 8px;
    flex-wrap: wrap;
    align-items: center;
  }
  .text {
    width: 280px;
  }
</style>

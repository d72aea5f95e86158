<script lang="ts">
  import type { LiveScanData } from '$lib/live-types.ts';

  let { scan, onstop }: { scan: LiveScanData; onstop: () => void } = $props();

  const words = {
    waiting: 'waits',
    asking: 'asking',
    talks: 'talks',
    badly: 'talks badly',
    silent: 'silent',
    absent: 'not fitted',
    unasked: 'not asked'
  } as const;
  const done = $derived(
    scan.units.filter((u) => u.state !== 'waiting' && u.state !== 'asking').length
  );
</script>

<div class="head" data-state="scanning">
  <b>{done} of {scan.units.length} units</b>
  <progress class="progress" value={done} max={scan.units.length} aria-label="Units scanned"
  ></progress>
  <button class="btn btn-outline" onclick={onstop}>Stop, keep what is there</button>
</div>
<ul aria-label="Units">
  {#each scan.units as u (u.id)}
    <li data-state={u.state}>
      <b>{u.name}</b>
      <span
        >{words[u.state]}{u.faults > 0
          ? `, ${u.faults} ${u.faults === 1 ? 'fault' : 'faults'}`
          : ''}{u.unread ? ', faults not read' : ''}</span
      >
    </li>
  {/each}
</ul>

<style>
  .head {
    display: grid;
    grid-template-columns: auto 1fr auto;
    gap: 14px;
    align-items: center;
    margin-bottom: 8px;
  }
  ul {
    list-style: none;
    padding: 0;
    margin: 0 0 8px;
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(168px, 1fr));
    gap: 6px;
  }
  li {
    border: 1px solid var(--line);
    border-left: 5px solid var(--none);
    border-radius: 6px;
    padding: 4px 8px;
  }
  li b,
  li span {
    display: block;
    font-size: 13.5px;
    line-height: 1.25;
  }
  li[data-state='talks'] {
    border-left-color: var(--go);
  }
  li[data-state='asking'] {
    border-left-color: var(--focus);
  }
  li[data-state='badly'] {
    border-left-color: var(--look);
  }
  li[data-state='silent'] {
    border-left-color: var(--stop);
    background: var(--stop-tint);
  }
  li[data-state='absent'] {
    opacity: 0.65;
  }
</style>

<script lang="ts">
  import { formatCount, formatSize } from '@badger/core/base/format';
  import type { ClonePlan } from '@badger/core/clone/plan';
  import type { LiveRegion } from '$lib/live-types.ts';

  let {
    plan,
    progress,
    own,
    unreadable
  }: {
    plan: ClonePlan;
    progress: readonly LiveRegion[];
    /** What is, or was, written is the unit's own backup. */
    own: boolean;
    /** Regions that nobody can read back: the unit tells their checksums. */
    unreadable: readonly string[];
  } = $props();

  const ORDER = ['waiting', 'erasing', 'writing', 'reading-back', 'equal', 'different'];
  const of = (regionId: string) => progress.find((r) => r.regionId === regionId);

  function writeWord(r: LiveRegion | undefined): string {
    if (!r || r.phase === 'waiting') return 'waits';
    if (r.phase === 'erasing') return 'erasing';
    if (r.phase === 'writing') return `${Math.floor((r.doneBytes / r.lengthBytes) * 100)} %`;
    return 'written';
  }
  function backWord(r: LiveRegion | undefined): string {
    if (r?.phase === 'reading-back') return `${Math.floor((r.doneBytes / r.lengthBytes) * 100)} %`;
    if (r?.phase === 'equal') {
      const by = unreadable.includes(r.regionId) ? ' by its own checksums' : '';
      return `equal${by}, ${formatCount(r.lengthBytes)} bytes`;
    }
    if (r?.phase === 'different') return 'differs';
    return 'after the write';
  }
  const reached = (r: LiveRegion | undefined, phase: string) =>
    ORDER.indexOf(r?.phase ?? 'waiting') >= ORDER.indexOf(phase);
</script>

<div class="card-sheet">
  <table class="plain">
    <thead
      ><tr
        ><th>Order</th><th>Region</th><th>Image to write</th><th>Write</th><th
          >{unreadable.length > 0 ? 'Checked' : 'Read back'}</th
        ></tr
      ></thead
    >
    <tbody>
      {#each plan.lines as line, i (line.regionId)}
        {@const r = of(line.regionId)}
        <tr data-region={line.regionId} data-state={r?.phase ?? 'waiting'}>
          <td><b>{i + 1}</b></td>
          <td
            ><b>{line.regionName}</b>
            <span class="mono soft">{formatSize(line.lengthBytes)}</span></td
          >
          {#if own}<td>its own backup</td>{:else}
            <td class="mono" title={line.sha256}
              >{line.sha256.slice(0, 4)} {line.sha256.slice(4, 8)} … {line.sha256.slice(-4)}</td
            >
          {/if}
          <td class:now={r?.phase === 'writing' || r?.phase === 'erasing'}>{writeWord(r)}</td>
          <td
            class:equal={r?.phase === 'equal'}
            class:differs={r?.phase === 'different'}
            class:now={r?.phase === 'reading-back'}
          >
            {reached(r, 'reading-back') ? backWord(r) : 'after the write'}
          </td>
        </tr>
      {/each}
    </tbody>
  </table>
</div>

<style>
  .now {
    color: var(--donor);
    font-weight: 700;
  }
  .equal {
    color: var(--go);
    font-weight: 700;
  }
  .differs {
    color: var(--stop);
    font-weight: 700;
  }
</style>

<script lang="ts">
  import type { UnitRole } from '@badger/core/job/roles';
  import { may } from '$lib/features/live/may.ts';
  import { formatSize, inSentence } from '@badger/core/base/format';
  import type { Judgement } from '@badger/core/base/verdict';
  import type { RegionData } from '$lib/job-types.ts';
  import { messageOfJudgement } from '$lib/messages/catalogue.ts';
  import RoleMark from '$lib/ui/RoleMark.svelte';
  import TrustBar from '$lib/ui/TrustBar.svelte';

  let {
    role,
    tag,
    regions,
    running,
    holding,
    driven,
    onread,
    onfiles
  }: {
    role: UnitRole;
    tag: string;
    regions: readonly RegionData[];
    /** Region being read now, with its progress in percent. */
    running: { regionId: string; percent: number } | undefined;
    /** Why a read may not be started, if so. */
    holding: Judgement | undefined;
    driven: boolean;
    onread: (regionId: string, untilAgreed: boolean) => void;
    onfiles: (items: DataTransfer | FileList) => void;
  } = $props();

  let over = $state(false);
  const words = (r: RegionData) =>
    r.state === 'trusted'
      ? `${r.agreeing.length} of ${r.total}, trusted`
      : r.state === 'disputed'
        ? `0 of ${r.total} agree`
        : r.state === 'single'
          ? '1 read, single'
          : 'not read';

  function drop(event: DragEvent) {
    event.preventDefault();
    over = false;
    if (event.dataTransfer) onfiles(event.dataTransfer);
  }
</script>

<section
  class="card-sheet"
  class:over
  aria-label="Kept reads of the {role}"
  ondragover={(e) => {
    e.preventDefault();
    over = true;
  }}
  ondragleave={() => (over = false)}
  ondrop={drop}
>
  <table class="plain as-cards">
    <thead>
      <tr>
        <th class="who"><RoleMark {role} size={16} /> {role.toUpperCase()} {tag}</th>
        <th>Size</th><th>Kept reads</th><th>Agree</th><th></th>
      </tr>
    </thead>
    <tbody>
      {#each regions as region (region.id)}
        {@const isRunning = running?.regionId === region.id}
        <tr>
          <td><b>{region.name}</b></td>
          <td class="mono">{formatSize(region.lengthBytes)}</td>
          <td class="all">
            {#each region.reads as read (read.id)}
              <a
                class="read {read.trust}"
                href={may('memory.download') ? `/api/reads/${read.id}/image` : undefined}
                title="{read.name} · {read.sha256}"
                download
              >
                <TrustBar trust={read.trust} />{read.number}{read.source === 'file' ? ' file' : ''}
              </a>
            {/each}
            {#if isRunning}
              <span class="read now"
                ><TrustBar trust="half" /> {Math.floor(running?.percent ?? 0)} %</span
              >
            {/if}
          </td>
          <td class="agree {region.verdict.verdict}">{words(region)}</td>
          <td class="do all">
            {#if driven && !region.readBy}
              <span class="soft">Not readable this way. Drop its file here.</span>
            {:else if driven}
              <button
                class="btn btn-outline"
                disabled={holding !== undefined || isRunning}
                onclick={() => onread(region.id, false)}
                >Read {inSentence(region.name)}{region.reads.length > 0 ? ' again' : ''}</button
              >
              {#if region.state !== 'trusted'}
                <button
                  class="btn btn-primary"
                  disabled={holding !== undefined || isRunning}
                  onclick={() => onread(region.id, true)}>Read until two agree</button
                >
              {/if}
              {#if region.readBy && !region.readBy.own}
                <span class="soft by">by {inSentence(region.readBy.name)}</span>
              {/if}
            {/if}
          </td>
        </tr>
      {/each}
    </tbody>
  </table>
  <p class="foot">
    {#if driven && holding && regions.some((r) => r.readBy)}
      {@const m = messageOfJudgement(holding)}
      <span>{m.title}: {m.clear ?? m.text}</span>
    {:else}<span></span>{/if}
    <label class="drop">
      Drop files of the {role} here, or <span class="link">choose them</span>
      <input
        type="file"
        multiple
        class="sr-only"
        onchange={(e) => e.currentTarget.files && onfiles(e.currentTarget.files)}
      />
    </label>
  </p>
</section>

<style>
  .who {
    font-weight: 700 !important;
    color: var(--ink) !important;
    letter-spacing: 0.03em;
  }
  .over {
    outline: 3px dashed var(--focus);
  }
  .read {
    display: inline-flex;
    gap: 6px;
    align-items: center;
    border: 1.5px solid var(--line-strong);
    border-radius: 6px;
    padding: 3px 9px 3px 7px;
    margin: 2px 6px 2px 0;
    min-height: 32px;
    font-weight: 600;
    background: var(--paper);
    text-decoration: none;
  }
  .read.full {
    border-color: var(--go);
    background: var(--go-tint);
  }
  .read.broken {
    border: 1.5px dashed var(--stop);
    background: var(--stop-tint);
  }
  .read.now {
    border-style: dotted;
  }
  .agree {
    font-weight: 600;
  }
  .agree.go {
    color: var(--go);
  }
  .agree.look {
    color: var(--look);
  }
  .agree.stop {
    color: var(--stop);
  }
  td:nth-child(2),
  .agree {
    white-space: nowrap;
  }
  .do {
    text-align: right;
  }
  .do .btn {
    margin: 2px 0 2px 4px;
  }
  @media (max-width: 700px) {
    .do .btn {
      width: 100%;
    }
  }
  .foot {
    margin: 0;
    padding: 6px 14px;
    border-top: 1px solid var(--line);
    display: flex;
    justify-content: space-between;
    gap: 4px 16px;
    flex-wrap: wrap;
    color: var(--soft);
    font-size: 14px;
  }
  .drop {
    cursor: pointer;
  }
  .drop:focus-within {
    outline: 3px solid var(--focus);
  }
</style>

<script lang="ts">
  import type { UnitRole } from '@badger/core/job/roles';
  import { formatSize, inSentence } from '@badger/core/base/format';
  import type { Judgement } from '@badger/core/base/verdict';
  import type { RegionData } from '$lib/job-types.ts';
  import { messageOfJudgement } from '$lib/messages/catalogue.ts';
  import RoleMark from '$lib/ui/RoleMark.svelte';
  import ReadChips from './ReadChips.svelte';
  import { agreeWords } from './reads.view.ts';
  import SecretRow from './SecretRow.svelte';

  let {
    role,
    tag,
    regions,
    running,
    holding,
    driven,
    required,
    onread,
    onfiles
  }: {
    role: UnitRole;
    tag: string;
    regions: readonly RegionData[];
    /** Region being read now, with its progress in percent. */
    running: { regionId: string; percent: number; secretsOnly: boolean } | undefined;
    /** Why a read may not be started, if so. */
    holding: Judgement | undefined;
    driven: boolean;
    /** Reads that must agree. */
    required: number;
    onread: (regionId: string, how: { untilAgreed: boolean; secretsOnly: boolean }) => void;
    onfiles: (items: DataTransfer | FileList) => void;
  } = $props();

  const wanted = $derived(required === 2 ? 'two' : required === 3 ? 'three' : String(required));
  let over = $state(false);
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
        {@const isRunning = running?.regionId === region.id && !running.secretsOnly}
        <tr>
          <td><b>{region.name}</b></td>
          <td class="mono">{formatSize(region.lengthBytes)}</td>
          <td class="all">
            <ReadChips reads={region.reads} percent={isRunning ? running?.percent : undefined} />
          </td>
          <td class="agree {region.verdict.verdict}">{agreeWords(region)}</td>
          <td class="do all">
            {#if driven && !region.readBy}
              <span class="soft">Not readable over this access. Drop its file here.</span>
            {:else if driven}
              <button
                class="btn btn-outline"
                disabled={holding !== undefined || isRunning}
                onclick={() => onread(region.id, { untilAgreed: false, secretsOnly: false })}
                >Read {inSentence(region.name)}{region.reads.length > 0 ? ' again' : ''}</button
              >
              {#if region.state !== 'trusted'}
                <button
                  class={['btn', region.readBy?.own ? 'btn-primary' : 'btn-outline']}
                  disabled={holding !== undefined || isRunning}
                  onclick={() => onread(region.id, { untilAgreed: true, secretsOnly: false })}
                  >Read until {wanted} agree</button
                >
              {/if}
              {#if region.readBy && !region.readBy.own}
                <span class="soft by">by {inSentence(region.readBy.name)}</span>
              {/if}
            {/if}
          </td>
        </tr>
        {#if region.secrets}
          <SecretRow
            {region}
            secrets={region.secrets}
            percent={running?.regionId === region.id && running.secretsOnly
              ? running.percent
              : undefined}
            held={holding !== undefined}
            onread={(untilAgreed: boolean) => onread(region.id, { untilAgreed, secretsOnly: true })}
          />
        {/if}
      {/each}
    </tbody>
  </table>
  <p class="foot">
    {#if driven && holding && regions.some((r) => r.readBy || r.secrets?.readable)}
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
  section :global(.agree) {
    font-weight: 600;
  }
  section :global(.agree.go) {
    color: var(--go);
  }
  section :global(.agree.look) {
    color: var(--look);
  }
  section :global(.agree.stop) {
    color: var(--stop);
  }
  section :global(td:nth-child(2)),
  section :global(.agree) {
    white-space: nowrap;
  }
  section :global(.do) {
    text-align: right;
  }
  section :global(.do .btn) {
    margin: 2px 0 2px 4px;
  }
  @media (max-width: 700px) {
    section :global(.do .btn) {
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

<script lang="ts">
  import type { JobData } from '$lib/job-types.ts';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import Panel from '$lib/ui/Panel.svelte';
  import { PROOF_WORDS } from '../shared/reasons.ts';
  import { sendPhoto } from './send-photo.ts';
  import { pathOfStrokes } from '$lib/strokes.ts';
  import { signature, type Strokes } from '../shared/signature.svelte.ts';

  let { job }: { job: JobData } = $props();

  let writing = $state(false);
  let orderedBy = $state('');
  let proofKind = $state('registration');
  let proofNumber = $state('');
  let strokes = $state.raw<Strokes>([]);
  let file = $state<FileList | undefined>();
  let canvas = $state<HTMLCanvasElement | undefined>();
  const open = $derived(!job.closedAt && (writing || !job.authority));
  const known = $derived(PROOF_WORDS[job.authority?.proofKind ?? '']);

  function clear() {
    canvas?.dispatchEvent(new Event('clear'));
    strokes = [];
  }

  async function record(event: SubmitEvent) {
    event.preventDefault();
    const photo = file?.[0] && (await sendPhoto(job.number, { kind: 'proof', file: file[0] }));
    if (photo && !noted(photo)) return;
    const sent = await send(`/api/jobs/${job.number}/authority`, {
      orderedBy,
      proofKind,
      proofNumber,
      signature: strokes,
      ...(photo?.ok ? { photoId: photo.value.id } : {})
    });
    if (noted(sent)) {
      writing = false;
      clear();
    }
  }
</script>

<Panel
  label="Authority"
  title="Authority"
  note={job.needsAuthority ? 'needed: security data is touched' : ''}
>
  {#if job.authority}
    <p class="held" data-state="recorded">
      <b>{job.authority.orderedBy}</b>
      <span class="soft"
        >{job.authority.proofKind === 'none'
          ? 'no proof seen'
          : `${known} ${job.authority.proofNumber}`}{job.authority.photoId ? ', photographed' : ''},
        recorded by {job.authority.personName}</span
      >
      {#if job.authority.signature.length > 0}
        <svg viewBox="0 0 1000 1000" preserveAspectRatio="none" role="img" aria-label="Signature">
          <path d={pathOfStrokes(job.authority.signature)} />
        </svg>
      {:else}<span class="soft">not signed</span>{/if}
    </p>
    {#if !job.closedAt && !writing}
      <button class="btn btn-outline" onclick={() => (writing = true)}>Record it anew</button>
    {/if}
  {/if}
  {#if open}
    <form onsubmit={record}>
      <label class="wide"
        >Who ordered the work
        <input class="input w-full" bind:value={orderedBy} required minlength="3" maxlength="120" />
      </label>
      <label
        >Proof seen
        <select class="select w-full" bind:value={proofKind}>
          {#each Object.entries(PROOF_WORDS) as [id, name] (id)}<option value={id}>{name}</option
            >{/each}
        </select>
      </label>
      <label
        >Its number
        <input
          class="mono input w-full"
          bind:value={proofNumber}
          disabled={proofKind === 'none'}
          maxlength="80"
        />
      </label>
      <label class="wide"
        >Photo of it, if you like
        <input
          class="file-input w-full"
          type="file"
          accept="image/jpeg,image/png,image/webp"
          capture="environment"
          bind:files={file}
        />
      </label>
      <div class="wide">
        Signature of who orders
        <canvas
          aria-label="Sign here with finger, pen or mouse"
          bind:this={canvas}
          {@attach signature((s) => (strokes = s))}
        ></canvas>
        <span class="soft" data-testid="signed"
          >{strokes.length === 0 ? 'not signed yet' : 'signed'}</span
        >
        <button type="button" class="btn btn-ghost btn-sm" onclick={clear}>Wipe</button>
      </div>
      <div class="wide act">
        <button class="btn btn-primary">Record authority</button>
        <span class="soft">Local law and licensing decide what is needed.</span>
      </div>
    </form>
  {/if}
</Panel>

<style>
  form {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 8px 14px;
  }
  .wide {
    grid-column: 1 / -1;
  }
  canvas {
    display: block;
    width: 100%;
    height: 84px;
    border: 1.5px dashed var(--line-strong);
    border-radius: 6px;
    color: var(--ink);
    background: var(--sheet);
    touch-action: none;
  }
  .act {
    display: flex;
    gap: 12px;
    align-items: center;
    flex-wrap: wrap;
  }
  .held {
    display: grid;
    gap: 2px;
    margin: 0 0 8px;
  }
  svg {
    width: 220px;
    height: 56px;
    border-bottom: 1px solid var(--line-strong);
  }
  path {
    fill: none;
    stroke: var(--ink);
    stroke-width: 2;
    vector-effect: non-scaling-stroke;
  }
</style>

<script lang="ts">
  import type { Problem } from '@badger/core/base/result';
  import { messageOfProblem } from '$lib/messages/catalogue.ts';
  import type { Paper as PaperData } from '$lib/paper-types.ts';
  import { layBundle } from './bundle.view.ts';
  import { openBundle } from './open-bundle.ts';
  import Paper from './Paper.svelte';

  let paper: PaperData | undefined = $state.raw();
  let problem: Problem | undefined = $state.raw();
  let opening = $state(false);
  const message = $derived(problem && messageOfProblem(problem));

  async function open(event: Event & { currentTarget: HTMLInputElement }) {
    const file = event.currentTarget.files?.[0];
    if (!file) return;
    opening = true;
    paper = problem = undefined;
    const opened = await openBundle(new Uint8Array(await file.arrayBuffer()));
    opening = false;
    if (opened.ok) paper = layBundle(opened.value);
    else problem = opened.problem;
  }
</script>

<label class="card-sheet pick">
  <b>The bundle of a job, as a zip</b>
  <span class="soft">It is opened here in the browser and kept nowhere.</span>
  <input type="file" class="file-input" accept=".zip,application/zip" onchange={open} />
</label>
{#if opening}<p role="status">Holding it against itself…</p>{/if}
{#if message}
  <p class="card-sheet pick" role="alert">
    <b>{message.title}.</b>
    {message.text}
    {message.clear ?? ''}
  </p>
{/if}
{#if paper}<Paper {paper} />{/if}

<style>
  .pick {
    display: grid;
    gap: 8px;
    padding: 12px 16px;
    margin-bottom: 12px;
  }
  @media print {
    .pick {
      display: none;
    }
  }
</style>

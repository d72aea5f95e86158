<script lang="ts">
  import { isKeyed } from '@badger/core/return/step-acts';
  import { judgeStart } from '@badger/core/return/judge-start';
  import type { JobData } from '$lib/job-types.ts';
  import type { LiveActData } from '$lib/live-types.ts';
  import type { StepData } from '$lib/return-types.ts';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import { messageOfJudgement } from '$lib/messages/catalogue.ts';
  import VerdictMark from '$lib/ui/VerdictMark.svelte';

  let {
    job,
    step,
    stationId,
    watching,
    busy
  }: {
    job: JobData;
    step: StepData;
    stationId: string | null;
    watching: LiveActData | undefined;
    busy: boolean;
  } = $props();

  const keyed = $derived(isKeyed(step.does));
  let keys = $state(2);
  let key = $state(1);
  const seen = $derived(watching?.samples.at(-1));
  const so = $derived(judgeStart(watching?.samples ?? []));
  const last = $derived(step.last?.evidence.judgement);
  const result = $derived(last && messageOfJudgement(last));
  const seconds = $derived(seen ? Math.round(seen.atMs / 1000) : 0);

  async function watch() {
    const body = {
      stepId: step.id,
      ...(stationId ? { stationId } : {}),
      ...(keyed ? { key, keys } : {})
    };
    noted(await send(`/api/jobs/${job.number}/return/start`, body));
  }
  const stop = async () => noted(await send(`/api/jobs/${job.number}/return/start/stop`));
</script>

{#if watching && !seen}
  <p class="soft" role="status">Asking the vehicle which one it is. Leave the key.</p>
{:else if watching}
  <div class="watch" role="status" aria-label="Watching the start">
    <dl>
      <dt>Engine</dt>
      <dd class="mono">
        {seen?.rpm === undefined ? '–' : Math.round(seen.rpm)} <span>1/min</span>
      </dd>
      <dt>Immobiliser lamp</dt>
      <dd>{seen?.lamp ?? 'not told'}</dd>
      <dt>Watching for</dt>
      <dd class="mono">{seconds} <span>s</span></dd>
    </dl>
    {#if so.verdict === 'stop' || so.verdict === 'go'}
      <p><VerdictMark verdict={so.verdict} size={22} /> <b>{messageOfJudgement(so).title}</b></p>
    {/if}
    <button class="btn btn-outline" onclick={stop}>Enough</button>
  </div>
  <p class="soft">Turn the key now. It ends by itself when it is clear.</p>
{:else}
  {#if last && result && last.verdict !== 'go'}
    <p class="said" class:stop={last.verdict === 'stop'} role="status">
      {result.text} <b>{result.clear ?? ''}</b>
      {#if last.verdict === 'stop' && job.cloneState !== 'none'}
        <a class="link" href="/jobs/{job.number}/write">Back to Write, with another kept read</a>
      {/if}
    </p>
  {/if}
  <div class="row">
    {#if keyed}
      <label
        >Keys there are
        <input class="mono input" type="number" min="1" max="16" bind:value={keys} />
      </label>
      <label
        >This is key
        <input class="mono input" type="number" min="1" max={keys} bind:value={key} />
      </label>
    {/if}
    <button class="btn {keyed ? 'btn-outline' : 'btn-primary'}" disabled={busy} onclick={watch}
      >{keyed ? 'Watch it start with this key' : 'Watch the start'}</button
    >
  </div>
{/if}

<style>
  .watch,
  .row {
    display: flex;
    gap: 12px 24px;
    flex-wrap: wrap;
    align-items: end;
  }
  p {
    margin: 0;
  }
  .said {
    padding-left: 10px;
    border-left: 4px solid var(--look);
  }
  .said.stop {
    border-color: var(--stop);
  }
  dl {
    display: grid;
    grid-auto-flow: column;
    grid-template-rows: auto auto;
    gap: 0 28px;
    margin: 0;
  }
  dt {
    font-size: 13px;
    color: var(--soft);
  }
  dd {
    margin: 0;
    font-size: 24px;
  }
  dd span {
    font-size: 14px;
  }
  label {
    display: grid;
  }
  .input {
    width: 90px;
  }
</style>

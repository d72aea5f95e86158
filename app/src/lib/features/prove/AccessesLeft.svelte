<script lang="ts">
  import type { JobData } from '$lib/job-types.ts';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import { messageOf, messageOfJudgement, VERDICT_WORDS } from '$lib/messages/catalogue.ts';
  import Panel from '$lib/ui/Panel.svelte';
  import VerdictMark from '$lib/ui/VerdictMark.svelte';

  let { job }: { job: JobData } = $props();

  const cloneable = $derived(job.proof.cloneable);
  const verdict = $derived(messageOfJudgement(cloneable.verdict));
  let accessKind = $state('');
  let reason = $state('');

  async function choose(event: SubmitEvent) {
    event.preventDefault();
    if (noted(await send(`/api/jobs/${job.number}/access-kind`, { accessKind, reason })))
      reason = '';
  }
</script>

<Panel label="Can it be cloned" title="Can it be cloned?">
  <p class="verdict" data-state={cloneable.verdict.verdict} data-code={cloneable.verdict.code}>
    <VerdictMark verdict={cloneable.verdict.verdict} size={24} />
    <span>
      <b>{VERDICT_WORDS[cloneable.verdict.verdict]}: {verdict.title}</b>
      {verdict.text}
      {#if verdict.clear}<strong>{verdict.clear}</strong>{/if}
    </span>
  </p>
  {#if job.accessKind}
    <p>
      Chosen: <b
        >{job.accessKind === 'send-away'
          ? 'Send it away'
          : messageOf(`clone.access.${job.accessKind === 'new-unit' ? 'new' : job.accessKind}`)
              .title}</b
      >. {job.accessReason}
      <a class="link" href="/jobs/{job.number}/match?part=access">Compare access and prices</a>
    </p>
  {/if}
  <form onsubmit={choose}>
    {#each cloneable.accesses as r (r.accessKind)}
      {@const m = messageOf(r.code)}
      <label class="access" class:shut={!r.possible}>
        <input
          type="radio"
          class="radio"
          name="access"
          value={r.accessKind}
          bind:group={accessKind}
          disabled={!r.possible || job.closedAt !== null}
        />
        <span>
          <b>{r.possible ? m.title : messageOf(`clone.access.${r.accessKind}`).title}</b>
          <span class="soft">{r.possible ? m.text : `${m.title}: ${m.text}`}</span>
        </span>
      </label>
    {/each}
    {#if !job.closedAt}
      <div class="why">
        <input
          class="input"
          aria-label="Why this access"
          placeholder="Why this access"
          bind:value={reason}
          required
          minlength="3"
          maxlength="300"
        />
        <button class="btn btn-outline" disabled={accessKind === ''}>Record the access</button>
      </div>
    {/if}
  </form>
</Panel>

<style>
  .verdict {
    display: grid;
    grid-template-columns: 26px 1fr;
    gap: 10px;
    align-items: center;
  }
  p {
    margin: 0 0 8px;
  }
  .verdict b {
    display: block;
  }
  .access {
    display: flex;
    gap: 10px;
    align-items: center;
    min-height: 44px;
  }
  .access b,
  .access .soft {
    display: block;
    line-height: 1.3;
  }
  .shut {
    opacity: 0.7;
  }
  .why {
    display: flex;
    gap: 10px;
    flex-wrap: wrap;
    margin-top: 6px;
  }
  .why input {
    flex: 1;
    min-width: 180px;
  }
</style>

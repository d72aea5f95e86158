<script lang="ts">
  import type { JobData } from '$lib/job-types.ts';
  import type { PostData } from '$lib/post-types.ts';
  import { may } from '$lib/features/live/may.ts';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import { when } from '$lib/features/shared/when.ts';
  import { POST_WORDS } from '$lib/messages/papers.ts';
  import Panel from '$lib/ui/Panel.svelte';
  import { page } from '$app/state';

  let {
    job,
    post,
    open
  }: {
    job: JobData;
    post: PostData;
    /** Nobody has told or settled it yet. */
    open: boolean;
  } = $props();

  let days = $state(14);
  const day = (at: Date) => at.toLocaleDateString('en-GB', { day: 'numeric', month: 'long' });
  const silent = $derived(
    open && post.link?.over === true && !post.answers.some((a) => a.outcome !== 'later')
  );

  async function make() {
    noted(await send(`/api/jobs/${job.number}/post`, { days }));
  }
  async function endOnSilence() {
    const until = post.link ? day(post.link.answerBy) : '';
    const body = {
      ...{ stepId: 'sender-told', state: 'waived' },
      note: `No word from whoever fitted it until ${until}`
    };
    noted(await send(`/api/jobs/${job.number}/return`, body));
  }
</script>

<Panel label="By post" title="By post" note="whoever fits the unit tells how it went">
  {#each post.answers as a (a.at)}
    <p data-answer={a.outcome}>
      <b>{POST_WORDS[a.outcome]}</b>, {a.name}, {when(a.at)}{a.words ? `: ${a.words}` : ''}
    </p>
  {/each}
  {#if post.link}
    <p>
      Link made by {post.link.personName}, answer until <b>{day(post.link.answerBy)}</b>:
      <a class="mono link" href={post.link.path}>{page.url.origin}{post.link.path}</a>
    </p>
  {/if}
  {#if !job.closedAt}
    <div class="row">
      <label
        >Days for an answer
        <input class="mono input" type="number" min="1" max="90" bind:value={days} /></label
      >
      <button
        class="btn"
        class:btn-primary={!post.link}
        class:btn-outline={post.link}
        onclick={make}>{post.link ? 'Make another link' : 'Make the link'}</button
      >
      <a class="btn btn-outline" href="/jobs/{job.number}/fitting">Fitting sheet</a>
      {#if silent && may('return.waive')}
        <button class="btn btn-outline" onclick={endOnSilence}>No word came: leave it out</button>
      {/if}
    </div>
  {/if}
</Panel>

<style>
  p {
    margin: 0 0 6px;
    overflow-wrap: anywhere;
  }
  .row {
    display: flex;
    gap: 12px;
    align-items: end;
    flex-wrap: wrap;
  }
  input {
    width: 90px;
  }
</style>

<script lang="ts">
  import { enhance } from '$app/forms';
  import Paper from '$lib/features/papers/Paper.svelte';
  import { POST_WORDS } from '$lib/messages/papers.ts';
  import { POST_OUTCOMES } from '$lib/post-types.ts';
  import type { PageProps } from './$types';

  let { data, form }: PageProps = $props();
</script>

<svelte:head><title>Fitting sheet</title></svelte:head>
<div class="wide">
  <Paper paper={data.paper} />
  <form method="post" use:enhance class="card-sheet" aria-label="How it went">
    <h2>How did it go?</h2>
    {#if form?.said}<p role={form.kept ? 'status' : 'alert'} class:bad={!form.kept}>
        <b>{form.said}</b>
      </p>{/if}
    <fieldset>
      <legend class="sr-only">How it went</legend>
      {#each POST_OUTCOMES as outcome (outcome)}
        <label class="pick"
          ><input type="radio" class="radio" name="outcome" value={outcome} required />
          {POST_WORDS[outcome]}</label
        >
      {/each}
    </fieldset>
    <label
      >What was seen: lamps, messages, what it does instead
      <textarea class="textarea w-full" name="words" maxlength="600" rows="3"></textarea></label
    >
    <label
      >Your name
      <input class="input w-full" name="name" minlength="3" maxlength="80" required /></label
    >
    <button class="btn btn-primary">Send it to the shop</button>
  </form>
</div>

<style>
  .wide {
    width: min(820px, 96vw);
    position: relative;
    left: 50%;
    transform: translateX(-50%);
    display: grid;
    gap: 12px;
  }
  form {
    padding: 14px 18px;
    display: grid;
    gap: 12px;
    justify-items: start;
  }
  form > label {
    width: 100%;
  }
  h2 {
    margin: 0;
    font: 700 18px/1.2 var(--font-sans);
  }
  fieldset {
    border: 0;
    padding: 0;
    margin: 0;
  }
  .pick {
    display: flex;
    gap: 10px;
    align-items: center;
    min-height: 46px;
  }
  p {
    margin: 0;
  }
  .bad {
    color: var(--stop);
  }
  @media print {
    form {
      display: none;
    }
  }
</style>

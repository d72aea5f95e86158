<script lang="ts">
  import type { JobData } from '$lib/job-types.ts';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';

  let { job }: { job: JobData } = $props();

  const EMPTY = { name: '', value: '', again: '', source: '' };
  let code = $state({ ...EMPTY });
  const differs = $derived(code.again !== '' && code.value.trim() !== code.again.trim());
  const ready = $derived(
    code.name.trim().length >= 3 &&
      code.source.trim().length >= 8 &&
      code.value.trim() !== '' &&
      code.value.trim() === code.again.trim()
  );

  async function enter(event: SubmitEvent) {
    event.preventDefault();
    if (noted(await send(`/api/jobs/${job.number}/safe/codes`, code))) code = { ...EMPTY };
  }
</script>

<details class="card-sheet">
  <summary>Put a bought code into the safe</summary>
  <form onsubmit={enter} aria-label="Put a bought code into the safe">
    <label
      >What it is
      <input class="input w-full" bind:value={code.name} maxlength="60" autocomplete="off" /></label
    >
    <label
      >From whom, and the number of what proves it
      <input
        class="input w-full"
        bind:value={code.source}
        maxlength="200"
        autocomplete="off"
      /></label
    >
    <label
      >The code
      <input
        class="mono input w-full"
        type="password"
        bind:value={code.value}
        maxlength="128"
        autocomplete="off"
      /></label
    >
    <label
      >The code once more
      <input
        class="mono input w-full"
        type="password"
        bind:value={code.again}
        maxlength="128"
        autocomplete="off"
        aria-invalid={differs}
      />
      {#if differs}<span class="wrong">The two are not the same.</span>{/if}</label
    >
    <button class="btn btn-primary" disabled={!ready}>Put it into the safe</button>
  </form>
</details>

<style>
  details {
    padding: 10px 16px;
  }
  form {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(min(420px, 100%), 1fr));
    gap: 10px 16px;
    align-items: start;
  }
  button {
    justify-self: start;
  }
  .wrong {
    color: var(--stop);
  }
</style>

<script lang="ts">
  import type { JobData } from '$lib/job-types.ts';
  import { may } from '$lib/features/live/may.ts';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';

  let { job }: { job: JobData } = $props();
  let reason = $state('');

  async function consent() {
    const body = { cloneImageId: job.clone?.id, reason: reason.trim() };
    if (noted(await send(`/api/jobs/${job.number}/clone/consent`, body))) reason = '';
  }
</script>

<section class="card-sheet consent" aria-label="Unknown checksums">
  <p>
    <b>Nobody knows how {job.unruled.join(', ')} is checked.</b>
    {#if job.consent}A lead lets this image be written: {job.consent}{:else}A lead has to say that
      just this image may be written.{/if}
  </p>
  {#if !job.consent && may('rules.consent') && !job.closedAt}
    <label>Why <input class="input w-full" bind:value={reason} maxlength="300" /></label>
    <button class="btn btn-outline" disabled={reason.trim().length < 8} onclick={consent}
      >Let this image be written</button
    >
  {/if}
</section>

<style>
  .consent {
    padding: 10px 16px;
    display: grid;
    gap: 8px;
    background: var(--look-tint);
    border-color: var(--look);
  }
  p {
    margin: 0;
  }
  button {
    justify-self: start;
  }
</style>

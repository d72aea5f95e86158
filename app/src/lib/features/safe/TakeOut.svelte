<script lang="ts">
  import { JOB_ROLES } from '@badger/core/job/roles';
  import type { JobData } from '$lib/job-types.ts';
  import { notices } from '$lib/features/live/notices.svelte.ts';
  import { saveFile } from '../shared/save-file.ts';

  let { job }: { job: JobData } = $props();
  let readId = $state('');
  let reason = $state('');

  const reads = $derived(
    JOB_ROLES.flatMap((role) => job.regions[role]).flatMap((r) => [
      ...r.reads,
      ...(r.secrets?.reads ?? [])
    ])
  );

  async function takeOut(event: SubmitEvent) {
    event.preventDefault();
    const answer = await fetch(`/api/reads/${readId}/image`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ reason: reason.trim() })
    }).catch(() => undefined);
    if (!answer?.ok) {
      const body = (await answer?.json().catch(() => undefined)) as { problem?: never } | undefined;
      notices.problem(body?.problem ?? { code: 'fault.server.unreachable', params: {} });
      return;
    }
    const name = reads.find((r) => r.id === readId)?.name ?? 'read.bin';
    saveFile(name, new Uint8Array(await answer.arrayBuffer()));
    [readId, reason] = ['', ''];
  }
</script>

{#if reads.length > 0}
  <details class="card-sheet">
    <summary>Take an image out with its security data</summary>
    <form onsubmit={takeOut} aria-label="Take an image out with its security data">
      <label
        >Kept read
        <select class="select w-full" bind:value={readId}>
          <option value="">choose one</option>
          {#each reads as r (r.id)}<option value={r.id}>{r.name}</option>{/each}
        </select></label
      >
      <label
        >Why; it stands in the record
        <input class="input w-full" bind:value={reason} maxlength="300" autocomplete="off" /></label
      >
      <button class="btn btn-outline" disabled={readId === '' || reason.trim().length < 8}
        >Take it out</button
      >
      <p class="soft">
        Everywhere else an image leaves without it: its places are holes in a HEX file.
      </p>
    </form>
  </details>
{/if}

<style>
  details {
    padding: 10px 16px;
  }
  form {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 10px 16px;
    align-items: end;
  }
  button {
    justify-self: start;
  }
  p {
    margin: 0;
  }
</style>

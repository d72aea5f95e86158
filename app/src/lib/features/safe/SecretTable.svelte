<script lang="ts">
  import type { JobData } from '$lib/job-types.ts';
  import type { SafeLine } from '$lib/safe-types.ts';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import { SHOWN_SECONDS, STATE_WORDS, whose } from './safe.view.ts';
  import { ShownSecrets } from './shown-secret.svelte.ts';

  let { job, lines, open }: { job: JobData; lines: readonly SafeLine[]; open: boolean } = $props();

  const shown = new ShownSecrets();
  let asked: string | undefined = $state();
  let reason = $state('');

  async function look(event: SubmitEvent) {
    event.preventDefault();
    const sent = await send<{ id: string; name: string; value: string }>(
      `/api/jobs/${job.number}/safe/${asked}/look`,
      { reason: reason.trim() }
    );
    if (!noted(sent) || !sent.ok) return;
    shown.show([sent.value], SHOWN_SECONDS);
    asked = undefined;
    reason = '';
  }
</script>

<table class="plain">
  <thead><tr><th>What</th><th>Of</th><th>State</th><th>Value</th></tr></thead>
  <tbody>
    {#each lines as l, i (l.id ?? i)}
      {@const value = shown.values.find((s) => s.id === l.id && l.id !== undefined)?.value}
      <tr data-secret={l.name} data-state={l.state}>
        <td><b>{l.name}</b></td>
        <td>{whose(l)}</td>
        <td class:soft={l.state !== 'kept'}>
          {STATE_WORDS[l.state]}
          {#if l.personName}<span class="soft"> · {l.personName}</span>{/if}
        </td>
        <td class="value">
          {#if value !== undefined}
            <b class="mono" data-testid="shown-value">{value}</b>
            <span class="soft">gone in {shown.secondsLeft} s</span>
            <button class="btn btn-outline" onclick={() => shown.hide()}>Hide it</button>
          {:else if l.id !== undefined}
            <span class="mono" aria-label="not shown">•• •• •• ••</span>
            {#if open && asked !== l.id}
              <button class="btn btn-outline" onclick={() => (asked = l.id)}>Look</button>
            {/if}
          {:else}–{/if}
        </td>
      </tr>
      {#if asked === l.id && l.id !== undefined}
        <tr class="ask">
          <td colspan="4">
            <form onsubmit={look} aria-label="Why {l.name} is looked at">
              <label>
                Why you look; it stands in the record
                <input
                  class="input w-full"
                  bind:value={reason}
                  maxlength="300"
                  autocomplete="off"
                />
              </label>
              <button class="btn btn-primary" disabled={reason.trim().length < 8}
                >Show for {SHOWN_SECONDS} seconds</button
              >
              <button type="button" class="btn btn-ghost" onclick={() => (asked = undefined)}
                >Leave it</button
              >
            </form>
          </td>
        </tr>
      {/if}
    {:else}
      <tr
        ><td colspan="4" class="soft">No unit of this job holds security data that is known.</td
        ></tr
      >
    {/each}
  </tbody>
</table>

<style>
  .value b {
    font-size: 17px;
    overflow-wrap: anywhere;
  }
  form {
    display: flex;
    flex-wrap: wrap;
    gap: 10px;
    align-items: end;
  }
  label {
    flex: 1 1 320px;
  }
</style>

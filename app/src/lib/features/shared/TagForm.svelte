<script lang="ts">
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import RoleMark from '$lib/ui/RoleMark.svelte';

  let {
    jobNumber,
    role,
    present
  }: { jobNumber: number; role: 'original' | 'donor'; present: boolean } = $props();
  let tag = $state('');

  async function assign(event: SubmitEvent) {
    event.preventDefault();
    if (noted(await send(`/api/jobs/${jobNumber}/unit`, { role, tag: tag.trim() }))) tag = '';
  }
</script>

<form class="card-sheet pick" onsubmit={assign}>
  <label>
    <span class="soft"><RoleMark {role} size={14} /> Tag of the {role} (scan or type)</span>
    <input class="mono input" bind:value={tag} required pattern="[0-9A-Za-z\-]+" maxlength="12" />
  </label>
  <button class="btn btn-outline">{present ? `Take another ${role}` : `This is the ${role}`}</button
  >
</form>

<style>
  .pick {
    padding: 12px 16px;
    display: flex;
    gap: 12px;
    align-items: end;
    flex-wrap: wrap;
  }
  label span {
    display: block;
  }
</style>

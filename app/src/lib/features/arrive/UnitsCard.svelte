<script lang="ts">
  import type { JobData } from '$lib/job-types.ts';
  import { may } from '$lib/features/live/may.ts';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import Panel from '$lib/ui/Panel.svelte';
  import type { UnitRole } from '@badger/core/job/roles';
  import { rolesOf } from '$lib/features/shared/roles.view.ts';
  import AddUnit from './AddUnit.svelte';
  import RoleMark from '$lib/ui/RoleMark.svelte';

  let {
    job,
    served
  }: {
    job: JobData;
    served: readonly { readonly tag: string; readonly number: number; readonly role: string }[];
  } = $props();

  const roles = $derived(rolesOf(job));
  const tags = $derived(roles.flatMap((r) => job.units[r]?.tag ?? []));

  async function give(role: UnitRole) {
    noted(await send(`/api/jobs/${job.number}/unit`, { role, tag: '' }));
  }
</script>

<Panel label="Units" title="Units">
  {#each roles as role (role)}
    {@const unit = job.units[role]}
    <div class="unit" data-role={role}>
      <RoleMark {role} />
      <b class="role">{role.toUpperCase()}</b>
      {#if unit}
        <a class="mono tag" href="/units/{unit.tag}">{unit.tag}</a>
        <span class="where">
          {unit.family === job.family ? '' : `${unit.family}, `}{unit.place || 'no place yet'}
          {#if unit.condition}<span class="soft">{unit.condition}</span>{/if}
        </span>
        {#each served.filter((s) => s.tag === unit.tag) as s (s.number)}
          <a class="link" href="/jobs/{s.number}">was {s.role} in {s.number}</a>
        {/each}
      {:else}
        <span class="where soft">no {role} yet</span>
        {#if !job.closedAt && may('unit.assign')}
          <button class="btn btn-outline btn-sm" onclick={() => give(role)}>Give it a tag</button>
        {/if}
      {/if}
    </div>
  {/each}
  {#if !job.closedAt && may('unit.assign')}<AddUnit {job} />{/if}
  {#if tags.length > 0}
    <p class="print">
      <a class="btn btn-outline" href="/tags?tags={tags.join(',')}">Print the tags</a>
    </p>
  {/if}
</Panel>

<style>
  .unit {
    display: flex;
    gap: 12px;
    align-items: center;
    flex-wrap: wrap;
    min-height: 46px;
    border-top: 1px solid var(--line);
  }
  .unit:first-of-type {
    border-top: 0;
  }
  .tag {
    font-size: 22px;
    font-weight: 700;
    text-decoration: underline;
  }
  .role {
    width: 84px;
    font-size: 13.5px;
  }
  .where {
    flex: 1;
    min-width: 120px;
  }
  .where .soft {
    display: block;
    font-size: 13.5px;
  }
  .print {
    margin: 8px 0 0;
  }
</style>

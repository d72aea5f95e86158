<script lang="ts">
  import type { JobData } from '$lib/job-types.ts';
  import type { SafeData } from '$lib/safe-types.ts';
  import { may } from '$lib/features/live/may.ts';
  import PageHead from '$lib/ui/PageHead.svelte';
  import Panel from '$lib/ui/Panel.svelte';
  import VerdictMark from '$lib/ui/VerdictMark.svelte';
  import CodeForm from './CodeForm.svelte';
  import HandOver from './HandOver.svelte';
  import SafeLists from './SafeLists.svelte';
  import SecretTable from './SecretTable.svelte';
  import TakeOut from './TakeOut.svelte';
  import { GAP_WORDS } from './safe.view.ts';

  let { job, safe }: { job: JobData; safe: SafeData } = $props();

  const shut = $derived(safe.authorityGap ?? (job.closedAt ? 'closed' : undefined));
  const kept = $derived(safe.lines.filter((l) => l.id !== undefined));
  const equal = (sets: readonly (readonly string[])[]) => sets.length === 1;
</script>

<div class="sheet">
  <PageHead title="Safe of job {job.number}" note="{job.customer}, {job.vehicle}">
    <a class="btn btn-outline" href="/jobs/{job.number}">Back to the job</a>
  </PageHead>
  <p class="row">
    <VerdictMark verdict={shut ? 'stop' : 'go'} size={22} />
    <span>
      {#if safe.authorityGap}
        <b>Nothing is shown or handed over.</b>
        {GAP_WORDS[safe.authorityGap]}
        <a class="link" href="/jobs/{job.number}/arrive">Record the authority on Arrive</a>
      {:else if job.closedAt}
        <b>The job is closed.</b> What is kept stays kept; it is shown again in a job with an authority
        of its own.
      {:else}
        <b>Authority is on record.</b> Every look is written down with its reason.
      {/if}
    </span>
  </p>
  <Panel label="Security data" title="Security data" note="sealed; shown for a short time only">
    <SecretTable {job} lines={safe.lines} open={!shut && may('secret.see')} />
  </Panel>
  {#if safe.groups.length > 0}
    <Panel label="Compared" title="Compared without being shown">
      <table class="plain">
        <thead><tr><th>What</th><th>Who holds the same</th><th>Not known</th></tr></thead>
        <tbody>
          {#each safe.groups as g (g.name)}
            <tr>
              <td>{g.name}</td>
              <td>
                {#if g.sets.length === 0}–{:else if equal(g.sets) && g.unknown.length === 0}
                  <b>Equal:</b> {g.sets[0]?.join(' = ')}
                {:else}{g.sets.map((s) => s.join(' = ')).join('  ≠  ')}{/if}
              </td>
              <td class="soft">{g.unknown.join(', ') || '–'}</td>
            </tr>
          {/each}
        </tbody>
      </table>
    </Panel>
  {/if}
  {#if !shut && may('secret.enter')}<CodeForm {job} />{/if}
  {#if !shut && may('secret.hand-over') && kept.length > 0}<HandOver {job} lines={kept} />{/if}
  {#if !shut && may('secret.see')}<TakeOut {job} />{/if}
  <SafeLists {job} {safe} />
  <p class="soft">
    Keys and codes only for who may have them: local law, licensing and the maker’s rules decide.
  </p>
</div>

<style>
  .sheet :global(summary) {
    font-weight: 600;
    min-height: 44px;
    display: flex;
    align-items: center;
    gap: 10px;
    cursor: pointer;
  }
  .sheet :global(summary::before) {
    content: '+';
    font: 700 22px/1 var(--font-mono);
  }
  .sheet :global(details[open] summary::before) {
    content: '–';
  }
  .sheet {
    display: grid;
    gap: 12px;
    max-width: 1080px;
  }
  .row {
    display: flex;
    gap: 12px;
    align-items: center;
    margin: 0;
    font-size: 17px;
  }
</style>

<script lang="ts">
  import { JOB_ROLES } from '@badger/core/job/roles';
  import { RESULT_WORDS } from '$lib/messages/job.ts';
  import { formatChipId } from '@badger/core/base/format';
  import RecordArrival from './RecordArrival.svelte';
  import RecordReads from './RecordReads.svelte';
  import RecordReturn from './RecordReturn.svelte';
  import RecordWrites from './RecordWrites.svelte';
  import { when } from '../shared/when.ts';
  import type { StepData } from '$lib/return-types.ts';
  import type { WrittenData } from '$lib/in-vehicle-types.ts';
  import type { JobData } from '$lib/job-types.ts';
  import { messageOfJudgement, VERDICT_WORDS } from '$lib/messages/catalogue.ts';
  import { STAGES } from '@badger/core/job/stages';

  interface EventData {
    readonly seq: number;
    readonly at: Date;
    readonly person: string;
    readonly kind: string;
    readonly data: Readonly<Record<string, unknown>>;
    readonly hash: string;
  }

  let {
    job,
    events,
    writes,
    wayBack,
    brokenAt,
    printedAt
  }: {
    job: JobData;
    events: readonly EventData[];
    writes: readonly WrittenData[];
    wayBack: readonly StepData[];
    brokenAt: number | undefined;
    printedAt: Date;
  } = $props();

  const details = (data: Readonly<Record<string, unknown>>) =>
    Object.entries(data)
      .map(([k, v]) => `${k} ${String(v).slice(0, 64)}`)
      .join(' · ');
</script>

<article>
  <header>
    <h1>Job {job.number}: record</h1>
    <p>
      {job.customer}, {job.vehicle} · {#if job.vin}VIN <b class="mono">{job.vin}</b>{:else}no
        vehicle known{/if} · family {job.family}
    </p>
    <p>
      {job.complaint} · ordered by {job.authorisedBy ?? 'nobody recorded'} · opened {when(
        job.createdAt
      )} ·
      {job.closedAt ? `closed ${when(job.closedAt)}` : 'still open'}
    </p>
    {#if job.result}
      <p><b>{RESULT_WORDS[job.result]}.</b> {job.resultReason ?? ''}</p>
    {/if}
  </header>
  <RecordArrival {job} />
  <h2>Units</h2>
  <table>
    <thead><tr><th>Role</th><th>Tag</th><th>Chip id</th><th>Numbers</th></tr></thead>
    <tbody>
      {#each JOB_ROLES as role (role)}
        {@const u = job.units[role]}
        {#if u}
          <tr>
            <td>{role.toUpperCase()}</td><td class="mono">{u.tag}</td>
            <td class="mono">{u.chipId ? formatChipId(u.chipId) : '–'}</td>
            <td>{u.numbers.map((n) => `${n.name} ${n.value}`).join(' · ') || '–'}</td>
          </tr>
        {/if}
      {/each}
    </tbody>
  </table>
  <RecordReads {job} />
  <RecordWrites {job} written={writes} />
  <RecordReturn {job} steps={wayBack} />
  <h2>Verdicts</h2>
  <table>
    <tbody>
      {#each STAGES as stage (stage)}
        <tr
          ><td class="cap">{stage}</td><td>{VERDICT_WORDS[job.line[stage].verdict]}</td><td
            >{messageOfJudgement(job.line[stage]).title}</td
          ></tr
        >
      {/each}
    </tbody>
  </table>
  <h2>Acts</h2>
  <table class="acts">
    <thead><tr><th>No</th><th>When</th><th>Who</th><th>What</th><th>Details</th></tr></thead>
    <tbody>
      {#each events as e (e.seq)}
        <tr
          ><td>{e.seq}</td><td>{when(e.at)}</td><td>{e.person}</td><td>{e.kind}</td><td class="fine"
            >{details(e.data)}</td
          ></tr
        >
      {/each}
    </tbody>
  </table>
  <p>
    {#if brokenAt === undefined}The chain of acts is whole; last hash <span class="mono"
        >{events.at(-1)?.hash.slice(0, 16) ?? '–'}</span
      >.
    {:else}<b>The chain of acts is broken at number {brokenAt}: this record is not to be trusted.</b
      >{/if}
    Printed {when(printedAt)}.
  </p>
</article>

<style>
  article {
    background: var(--sheet);
    border: 1px solid var(--line);
    border-radius: 8px;
    padding: 18px 22px;
    max-width: 1040px;
  }
  h1 {
    font: 700 21px/1.2 var(--font-sans);
  }
  article :global(h2) {
    font: 700 15px/1.2 var(--font-sans);
    margin: 14px 0 4px;
  }
  article :global(table) {
    width: 100%;
    border-collapse: collapse;
    font-size: 12.5px;
  }
  article :global(th),
  article :global(td) {
    text-align: left;
    padding: 3px 8px 3px 0;
    border-bottom: 1px solid var(--line);
    vertical-align: top;
  }
  article :global(th) {
    font-weight: 600;
  }
  article :global(.sha) {
    overflow-wrap: anywhere;
    max-width: 250px;
    font-size: 11px;
  }
  .fine {
    overflow-wrap: anywhere;
    font-size: 11px;
  }
  .cap {
    text-transform: capitalize;
  }
  @media print {
    article {
      border: 0;
      padding: 0;
      max-width: none;
      background: #fff;
    }
    article :global(tr) {
      break-inside: avoid;
    }
    article :global(h2) {
      break-after: avoid;
    }
    article :global(table) {
      font-size: 8.5pt;
    }
    article :global(.sha),
    .fine {
      font-size: 7.5pt;
    }
  }
</style>

<script lang="ts">
  import { JOB_ROLES } from '@badger/core/job/roles';
  import { RESULT_WORDS } from '$lib/messages/job.ts';
  import { formatAmps, formatChipId, formatCount, formatVolts } from '@badger/core/base/format';
  import RecordArrival from './RecordArrival.svelte';
  import type { JobData } from '$lib/job-types.ts';
  import { messageOf, messageOfJudgement, VERDICT_WORDS } from '$lib/messages/catalogue.ts';
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
    brokenAt,
    printedAt
  }: { job: JobData; events: readonly EventData[]; brokenAt: number | undefined; printedAt: Date } =
    $props();

  const when = (d: Date | null) =>
    d ? d.toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'medium' }) : '–';
  const writes = $derived(job.operations.filter((o) => o.kind === 'write'));
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
  <h2>Kept reads</h2>
  <table>
    <thead
      ><tr
        ><th>Unit</th><th>Region, read</th><th>Bytes</th><th>SHA-256</th><th>Supply</th><th
          >When, who, where</th
        ></tr
      ></thead
    >
    <tbody>
      {#each JOB_ROLES as role (role)}
        {#each job.regions[role] as region (region.id)}
          {#each [...region.reads, ...(region.secrets?.reads ?? [])] as r (r.id)}
            <tr>
              <td>{role}</td><td>{region.name}, {r.number}</td><td class="mono"
                >{formatCount(r.lengthBytes)}</td
              >
              <td class="mono sha">{r.sha256}</td>
              <td class="mono"
                >{r.supply
                  ? `${formatVolts(r.supply.minMv)}–${formatVolts(r.supply.maxMv)} V, ${formatAmps(r.supply.minMa)}–${formatAmps(r.supply.maxMa)} A`
                  : '–'}</td
              >
              <td
                >{when(r.takenAt)}, {r.personName}, {r.source === 'file'
                  ? `file ${r.sourceName}`
                  : r.sourceName}</td
              >
            </tr>
          {/each}
        {/each}
      {/each}
    </tbody>
  </table>
  <h2>Written</h2>
  {#if writes.length === 0}<p>Nothing was written.</p>{/if}
  {#each writes as w (w.id)}
    <p>
      Unit {w.unitTag}, {when(w.startedAt)} to {when(w.endedAt)}, {w.personName}:
      <b>{messageOf(w.meaning ?? '').title}</b>. {w.regions
        .map((r) => `${r.name}: ${r.phase}`)
        .join(', ')}.
    </p>
  {/each}
  {#if job.clone}
    <table>
      <thead><tr><th>Region written</th><th>Bytes</th><th>SHA-256</th></tr></thead>
      <tbody>
        {#each job.clone.plan.lines as l (l.regionId)}
          <tr
            ><td>{l.regionName}</td><td class="mono">{formatCount(l.lengthBytes)}</td><td
              class="mono sha">{l.sha256}</td
            ></tr
          >
        {/each}
      </tbody>
    </table>
  {/if}
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
  h2 {
    font: 700 15px/1.2 var(--font-sans);
    margin: 14px 0 4px;
  }
  table {
    width: 100%;
    border-collapse: collapse;
    font-size: 12.5px;
  }
  th,
  td {
    text-align: left;
    padding: 3px 8px 3px 0;
    border-bottom: 1px solid var(--line);
    vertical-align: top;
  }
  th {
    font-weight: 600;
  }
  .sha {
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
    tr {
      break-inside: avoid;
    }
    h2 {
      break-after: avoid;
    }
    table {
      font-size: 8.5pt;
    }
    .sha,
    .fine {
      font-size: 7.5pt;
    }
  }
</style>

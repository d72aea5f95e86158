<script lang="ts">
  import type { StageProps } from '$lib/features/shared/stage-props.ts';
  import { JOB_ROLES, type UnitRole } from '@badger/core/job/roles';
  import { may } from '$lib/features/live/may.ts';
  import { jobAs, readGate } from '$lib/features/shared/job-gates.view.ts';
  import { noted, notices } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import { messageOf, messageOfProblem } from '$lib/messages/catalogue.ts';
  import DifferenceStrip from './DifferenceStrip.svelte';
  import KeptReads from './KeptReads.svelte';
  import ReadTable from './ReadTable.svelte';
  import TrustCard from './TrustCard.svelte';
  import SupplyTrace from '../shared/SupplyTrace.svelte';
  import { uploadFiles } from './upload.ts';

  let { job, station, trace }: StageProps = $props();

  const operation = $derived(
    station?.operation?.jobNumber === job.number ? station.operation : undefined
  );
  const lastRead = $derived(job.operations.filter((o) => o.kind === 'read').at(-1));
  const failed = $derived(
    lastRead?.problem && !operation ? messageOfProblem(lastRead.problem) : undefined
  );

  // the unit being read, or on the clamp, comes first
  const first = $derived(operation?.role ?? station?.connected?.role);
  const roles = $derived(JOB_ROLES.toSorted((a, b) => Number(b === first) - Number(a === first)));
  const carrierOf = (role: UnitRole) => jobAs(job, role).access?.carrier ?? 'file';
  const runningIn = (role: UnitRole) => {
    const region =
      operation?.kind === 'read' && operation.role === role ? operation.regions[0] : undefined;
    return (
      region && {
        regionId: region.regionId,
        percent: (region.doneBytes / region.lengthBytes) * 100,
        secretsOnly: operation?.secretsOnly ?? false
      }
    );
  };

  type How = { untilAgreed: boolean; secretsOnly: boolean };

  async function read(role: UnitRole, regionId: string, how: How) {
    if (!station) return;
    noted(
      await send('/api/operations', {
        kind: 'read',
        jobNumber: job.number,
        stationId: station.id,
        role,
        regionId,
        ...how
      })
    );
  }

  async function files(role: UnitRole, items: DataTransfer | FileList) {
    const results = await uploadFiles(
      { jobNumber: job.number, role, regions: job.regions[role] },
      items
    );
    const bad = results.find((r) => !r.sent.ok);
    const known = results.find((r) => r.sent.ok && r.sent.value.known);
    if (bad && !bad.sent.ok) notices.problem(bad.sent.problem);
    else if (known?.sent.ok)
      notices.problem({ code: 'upload.file.known', params: { number: known.sent.value.number } });
    else notices.clear();
  }
</script>

{#if failed && lastRead?.state !== 'stopped'}
  <p class="card-sheet bad" role="status">
    <b>{failed.title}.</b>
    {failed.text}
    {messageOf(lastRead?.meaning ?? 'meaning.unit.untouched').text} <b>{failed.clear ?? ''}</b>
  </p>
{/if}
{#if operation?.unstored}
  {@const m = messageOfProblem(operation.unstored)}
  <p class="card-sheet bad" role="alert" data-code={operation.unstored.code}>
    <b>{m.title}.</b>
    {m.text} <b>{m.clear ?? ''}</b>
    {#if operation.offersImage && may('memory.download')}
      <a class="btn btn-outline" href="/api/operations/{operation.id}/image" download
        >Download the read</a
      >
    {/if}
  </p>
{/if}
{#snippet traceCard()}
  {#if trace.points.length > 0}
    <SupplyTrace
      title={operation ? 'Supply now' : 'Supply during the last operation'}
      note={operation ? 'reading goes on when this page is closed' : ''}
      points={trace.points}
      limitMa={station?.supply?.limitMa ?? 0}
      band={station?.band}
    />
  {/if}
{/snippet}

{#each roles as role (role)}
  {@const unit = job.units[role]}
  {#if unit}
    <ReadTable
      required={job.readsRequired}
      {role}
      tag={unit.tag}
      regions={job.regions[role]}
      running={runningIn(role)}
      holding={readGate(role, job, station).holding}
      driven={carrierOf(role) !== 'file'}
      onread={(regionId: string, how: How) => read(role, regionId, how)}
      onfiles={(items: DataTransfer | FileList) => files(role, items)}
    />
  {/if}
  {#if operation?.kind === 'read' && role === operation.role}{@render traceCard()}{/if}
{/each}
{#each roles.flatMap( (role) => job.regions[role].map( (region) => ({ role, region }) ) ) as { role, region } (`${role}/${region.id}`)}
  {#if region.reads.length > 1 || region.verdict.verdict === 'stop'}<TrustCard
      jobNumber={job.number}
      {role}
      {region}
    />{/if}
  <DifferenceStrip {region} />
  {#each [...region.findings, ...(region.secrets?.findings ?? [])] as finding, n (n)}
    {@const m = messageOf(finding.code, finding.params)}
    <p class="card-sheet finding {finding.severity}"><b>{region.name}: {m.title}.</b> {m.text}</p>
  {/each}
{/each}
{#if operation?.kind !== 'read'}{@render traceCard()}{/if}
<KeptReads {job} />

<style>
  .bad,
  .finding.stop {
    margin: 0;
    padding: 10px 16px;
    border-color: var(--stop);
    background: var(--stop-tint);
  }
  .finding {
    margin: 0;
    padding: 10px 16px;
  }
  .finding.look {
    border-color: var(--look);
    background: var(--look-tint);
  }
</style>

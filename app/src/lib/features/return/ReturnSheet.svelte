<script lang="ts">
  import { isSettled, listLeftOut } from '@badger/core/return/read-return';
  import type { StageProps } from '$lib/features/shared/stage-props.ts';
  import ChangesTable from '$lib/features/shared/ChangesTable.svelte';
  import { may } from '$lib/features/live/may.ts';
  import { live } from '$lib/features/live/live.svelte.ts';
  import { messageOfJudgement } from '$lib/messages/catalogue.ts';
  import SimulatedVehicle from '$lib/features/live/SimulatedVehicle.svelte';
  import Panel from '$lib/ui/Panel.svelte';
  import VerdictMark from '$lib/ui/VerdictMark.svelte';
  import { RESULT_WORDS } from '$lib/messages/job.ts';
  import CloseCard from './CloseCard.svelte';
  import LeaveOutForm from './LeaveOutForm.svelte';
  import MoneyCard from './MoneyCard.svelte';
  import PostCard from './PostCard.svelte';
  import StepList from './StepList.svelte';

  let { job, extras, stationId }: StageProps = $props();

  const changes = $derived(extras.changes);
  const wayBack = $derived(extras.wayBack);
  const stand = $derived(wayBack && messageOfJudgement(wayBack.judgement));
  /** The stop says it already. */
  const told = $derived(wayBack?.judgement.code === job.line.return.code);
  /** Nothing is written yet that could go back. */
  const early = $derived(job.target !== undefined && job.line.return.verdict === 'none');
  const open = $derived(listLeftOut(wayBack?.steps ?? []).length);
  const inVehicle = $derived(wayBack?.steps.some((s) => s.phase !== 'close-up') ?? false);
</script>

<div class="card-sheet box">
  {#if job.closedAt && job.result}
    <p class="result" data-result={job.result}>
      <b>{RESULT_WORDS[job.result]}.</b>
      {job.resultReason ?? ''}
    </p>
  {/if}
  <div class="row">
    {#if wayBack && stand && wayBack.steps.length > 0 && !early && !told}
      <p class="stand" role="status" aria-label="The way back">
        <VerdictMark verdict={wayBack.judgement.verdict} size={24} />
        <b>{stand.title}.</b>
        {#if job.closedAt}As it stood when the job was closed.{:else}{stand.text}
          {stand.clear ?? ''}{/if}
      </p>
    {/if}
    <a class="btn btn-outline" href="/jobs/{job.number}/certificate">Certificate</a>
    <a class="btn btn-outline" href="/jobs/{job.number}/record">Open the record for printing</a>
    {#if may('memory.download')}
      <a class="btn btn-outline" href="/api/jobs/{job.number}/bundle" download>Bundle</a>
    {/if}
  </div>
</div>

{#if wayBack && inVehicle && !job.closedAt && live.bench.simulator}
  <Panel
    label="Vehicle"
    title="The vehicle"
    note="standing still, park brake on, support supply on"
  >
    <SimulatedVehicle
      {job}
      simulator={live.bench.simulator}
      {stationId}
      busy={false}
      teaching={true}
    />
  </Panel>
{/if}
{#if extras.post && !early}<PostCard
    {job}
    post={extras.post}
    open={wayBack?.steps.some((s) => s.shared === 'sender-told' && !isSettled(s.state)) ?? false}
  />{/if}
{#if wayBack}<StepList {job} {wayBack} {stationId} />{/if}

{#if changes.length > 0}
  <Panel label="Faults since the pre-scan" title="Faults since the pre-scan">
    <ChangesTable {changes} />
  </Panel>
{/if}

{#if extras.money}<MoneyCard jobNumber={job.number} money={extras.money} />{/if}
{#if wayBack && open > 0 && !early && !job.closedAt && may('return.waive')}
  <LeaveOutForm jobNumber={job.number} steps={open} />
{/if}
{#if !job.closedAt}<CloseCard {job} />{/if}

<style>
  .box {
    padding: 12px 16px;
    display: grid;
    gap: 12px;
  }
  .result,
  .stand {
    margin: 0;
    font-size: 17px;
  }
  .stand {
    flex: 1;
    display: flex;
    gap: 10px;
    align-items: center;
    flex-wrap: wrap;
  }
  .row {
    display: flex;
    gap: 12px;
    align-items: center;
    flex-wrap: wrap;
  }
</style>

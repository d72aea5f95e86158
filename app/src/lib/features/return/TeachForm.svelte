<script lang="ts">
  import type { ActOutcome, VehicleAct } from '@badger/core/return/act';
  import { actsOf } from '@badger/core/return/step-acts';
  import type { JobData } from '$lib/job-types.ts';
  import type { ReturnData, StepData } from '$lib/return-types.ts';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import { messageOfProblem } from '$lib/messages/catalogue.ts';
  import { ACT_WORDS } from '$lib/messages/return-words.ts';

  let {
    job,
    step,
    wayBack,
    stationId,
    busy
  }: {
    job: JobData;
    step: StepData;
    wayBack: ReturnData;
    stationId: string | null;
    busy: boolean;
  } = $props();

  let vin = $state('');
  let vinAgain = $state('');
  let remoteMhz = $state(433);
  let doing = $state<VehicleAct>();
  const problem = $derived(step.last?.evidence.problem);
  const message = $derived(problem ? messageOfProblem(problem) : undefined);
  const typed = $derived(vin.trim().length === 17 && vinAgain.trim().length === 17);
  const saved = $derived(wayBack.codings.length > 0);

  function mayDo(act: VehicleAct): boolean {
    if (act === 'write-vin') return typed;
    return act === 'write-coding' ? saved : true;
  }

  async function teach(act: VehicleAct) {
    doing = act;
    const body = {
      ...{ stepId: step.id, act },
      ...(stationId ? { stationId } : {}),
      ...(act === 'write-vin' ? { vin, vinAgain } : {}),
      ...(act === 'learn-remote' ? { remoteMhz } : {})
    };
    const sent = await send<ActOutcome>(`/api/jobs/${job.number}/return/teach`, body);
    doing = undefined;
    noted(sent);
    if (sent.ok && sent.value.state === 'done') vin = vinAgain = '';
  }
</script>

{#if message}
  <p class="said" class:stop={step.state !== 'open'} role="status">
    {message.text}
    <b>{message.clear ?? ''}</b>
  </p>
{/if}
{#if step.does === 'write-vin'}
  <p><b>It may stay in the unit for good:</b> type it twice, both times from the plate.</p>
  <div class="row">
    <label
      >VIN <input class="mono input" bind:value={vin} maxlength="17" autocomplete="off" /></label
    >
    <label
      >VIN once more
      <input
        class="mono input"
        bind:value={vinAgain}
        maxlength="17"
        autocomplete="off"
        onpaste={(e) => e.preventDefault()}
      /></label
    >
  </div>
{/if}
{#if step.does === 'coding'}
  <p class="soft">
    Save while the original is in the vehicle: what is put back is what was saved first.
  </p>
{/if}
{#if step.does === 'remotes'}
  <label
    >The remote control speaks
    <select class="select" bind:value={remoteMhz}>
      <option value={433}>433 MHz</option>
      <option value={315}>315 MHz</option>
    </select>
  </label>
{/if}
{#if step.temperatureC}
  <p class="soft">
    Measured first: {step.temperatureC[0]} to {step.temperatureC[1]} °C, engine off.
  </p>
{/if}
<div class="row">
  {#each actsOf(step.does) as act, i (act)}
    <button
      class="btn {i === 0 ? 'btn-primary' : 'btn-outline'}"
      disabled={busy || doing !== undefined || !mayDo(act)}
      onclick={() => teach(act)}>{doing === act ? 'At the vehicle…' : ACT_WORDS[act]}</button
    >
  {/each}
</div>

<style>
  .row {
    display: flex;
    gap: 12px;
    flex-wrap: wrap;
    align-items: end;
  }
  p {
    margin: 0;
  }
  .said {
    padding-left: 10px;
    border-left: 4px solid var(--look);
  }
  .said.stop {
    border-color: var(--stop);
  }
  label {
    display: grid;
  }
  .input {
    width: 250px;
    font-size: 17px;
    letter-spacing: 0.06em;
    text-transform: uppercase;
  }
</style>

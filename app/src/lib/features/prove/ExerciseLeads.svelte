<script lang="ts">
  import type { ExerciseData } from '$lib/exercise-types.ts';
  import ConnectorFace from '$lib/features/shared/ConnectorFace.svelte';
  import VerdictMark from '$lib/ui/VerdictMark.svelte';
  import { placeOfLead, VERDICT_OF, wordsOfLead, wordsOfStage } from './exercise.view.ts';

  let {
    data,
    looking,
    again
  }: {
    data: ExerciseData;
    /** Name of what is looked at now. */
    looking: string | undefined;
    /** Looks at one stage again; undefined where nobody may. */
    again: ((id: string) => void) | undefined;
  } = $props();

  const wires = $derived(
    data.leads.map((l) => ({ key: l.id, connector: l.connector, cavities: l.cavities }))
  );
  const nameOf = (id: string) => data.leads.find((l) => l.id === id)?.name ?? '';
  const current = $derived(data.leads.find((l) => l.name === looking)?.id);
  const sound = $derived(data.stages.filter((s) => s.state === 'sound').map((s) => s.stage));
  const leadOf = (id: string) => data.leads.findIndex((l) => l.id === id);
</script>

{#each data.faces as face (face.id)}
  <ConnectorFace {face} {wires} side="mating" ticked={sound} {current} words={nameOf} />
{/each}
<table class="plain">
  <thead>
    <tr><th>Lead</th><th>Stage</th><th>Box channel and cavity</th><th>Found</th><th></th></tr>
  </thead>
  <tbody>
    {#each data.stages as stage (stage.stage)}
      {@const i = leadOf(stage.stage)}
      {@const lead = data.leads[i]}
      <tr data-stage={stage.stage} data-state={stage.state} class:now={stage.stage === current}>
        <td class="mono">{lead ? i + 1 : ''}</td>
        <td
          ><b>{stage.name}</b>{#if lead}<span class="soft">{wordsOfLead(lead)}</span>{/if}</td
        >
        <td class="mono">{lead ? placeOfLead(lead) : 'self-test'}</td>
        <td>
          <div class="found">
            <VerdictMark verdict={VERDICT_OF[stage.state]} />
            <span
              ><b>{stage.state === 'unknown' ? 'not known' : stage.state}</b>
              {wordsOfStage(stage)}</span
            >
          </div>
        </td>
        <td>
          {#if again && lead}
            <button class="btn btn-outline btn-sm" onclick={() => again(stage.stage)}
              >Again<span class="sr-only">: {stage.name}</span></button
            >
          {/if}
        </td>
      </tr>
    {/each}
  </tbody>
</table>

<style>
  td {
    padding: 5px 8px 5px 0;
    vertical-align: top;
  }
  td b,
  td .soft {
    display: block;
  }
  .found {
    display: flex;
    gap: 8px;
  }
  .found b {
    display: inline;
  }
  tr.now td {
    background: var(--look-tint);
  }
  [data-state='failed'] td {
    background: var(--stop-tint);
  }
  .mono {
    white-space: nowrap;
  }
  @media (max-width: 640px) {
    thead {
      display: none;
    }
    td {
      border-bottom: 0;
    }
    tr {
      border-bottom: 1px solid var(--line);
      display: grid;
      grid-template-columns: 24px 1fr auto;
    }
    td:nth-child(3),
    td:nth-child(4) {
      grid-column: 2 / 4;
    }
    td:nth-child(5) {
      grid-row: 1;
      grid-column: 3;
    }
  }
</style>

<script lang="ts">
  import { formatFault } from '@badger/core/faults/fault';
  import { answers, type ScannedUnit } from '@badger/core/scan/scan';
  import { messageOf } from '$lib/messages/catalogue.ts';
  import { standingOfFault, textOfFault } from '$lib/scan-rows.ts';
  import { identificationOf, wordsOfState, wordsOfStatus } from './scan-sheet.view.ts';

  let { unit }: { unit: ScannedUnit } = $props();
</script>

<section data-unit={unit.id} data-state={unit.state}>
  <h2>
    {unit.name}
    <span class="mono soft">0x{unit.address.toString(16).toUpperCase()}</span>
    <span class:bad={unit.state === 'silent' || unit.state === 'badly'}>{wordsOfState(unit)}</span>
    {#if unit.problem}<span class="soft"
        >{unit.state === 'badly' ? 'at times: ' : ''}{messageOf(unit.problem).title}</span
      >{/if}
  </h2>
  {#if Object.keys(unit.identification).length > 0}
    <p class="ids">
      {#each identificationOf(unit) as pair (pair.name)}
        <span>{pair.name} <b class="mono">{pair.value}</b></span>
      {/each}
    </p>
  {/if}
  {#if unit.faults.length > 0}
    <table class="plain">
      <tbody>
        {#each unit.faults as f, i (i)}
          <tr>
            <td class="mono code"><b>{formatFault(f)}</b></td>
            <td>{textOfFault(f)}</td>
            <td class="standing"><b>{standingOfFault(f)}</b></td>
            <td class="soft bits">{wordsOfStatus(f)}</td>
          </tr>
        {/each}
      </tbody>
    </table>
  {:else if answers(unit) && unit.faultMemory === 'read'}
    <p class="soft none">No fault stored.</p>
  {/if}
  {#if answers(unit) && unit.faultMemory !== 'read'}
    <p class="bad">Its fault memory could not be read: what it holds is not known.</p>
  {/if}
</section>

<style>
  h2 {
    display: flex;
    gap: 14px;
    align-items: baseline;
    flex-wrap: wrap;
    margin: 0;
    font-weight: 650;
  }
  h2 span {
    font-weight: 500;
  }
  p {
    margin: 0;
  }
  section {
    border-top: 1px solid var(--line);
    padding: 8px 0 4px;
    break-inside: avoid;
  }
  .ids {
    display: flex;
    gap: 2px 18px;
    flex-wrap: wrap;
    color: var(--soft);
    font-size: 14px;
  }
  .ids b {
    color: var(--ink);
    font-weight: 500;
  }
  td {
    padding: 4px 10px;
  }
  .code {
    width: 120px;
  }
  .standing {
    width: 110px;
    white-space: nowrap;
  }
  .bits {
    width: 38%;
    font-size: 13.5px;
  }
  .bad {
    color: var(--stop);
  }
</style>

<script lang="ts">
  import { formatFault } from '@badger/core/faults/fault';
  import type { ProofData } from '$lib/job-types.ts';
  import { messageOfJudgement } from '$lib/messages/catalogue.ts';
  import { standingOfFault, textOfFault } from '$lib/scan-rows.ts';
  import Panel from '$lib/ui/Panel.svelte';
  import VerdictMark from '$lib/ui/VerdictMark.svelte';

  let { proof }: { proof: ProofData } = $props();

  const scan = $derived(proof.vehicleScan);
  const nameOf = (id: string) => scan?.units.find((u) => u.id === id)?.name ?? id;
</script>

<Panel label="Reading of the scan" title="What the scan says" note={scan?.name ?? ''}>
  {#if proof.groups.length === 0}
    <p class="soft">
      {scan ? 'No fault in any unit, and every unit talks.' : 'No scan of the vehicle is kept.'}
    </p>
  {/if}
  {#each proof.groups as group, i (i)}
    {@const m = messageOfJudgement(group.judgement)}
    <details
      data-group={group.id}
      open={group.judgement.verdict === 'stop' || group.id.startsWith('suspect')}
    >
      <summary>
        <VerdictMark verdict={group.judgement.verdict} size={18} />
        <span>
          <b>{m.title}</b>
          <span
            >{m.text}
            {#if m.clear}<strong>{m.clear}</strong>{/if}</span
          >
        </span>
        <span class="count mono">{group.members.length || ''}</span>
      </summary>
      {#if group.members.length > 0}
        <table class="plain">
          <tbody>
            {#each group.members as member, k (k)}
              <tr>
                <td class="mono"><b>{formatFault(member.fault)}</b></td>
                <td>{textOfFault(member.fault)}</td>
                <td class="soft">{nameOf(member.unitId)}</td>
                <td>{standingOfFault(member.fault)}</td>
              </tr>
            {/each}
          </tbody>
        </table>
      {/if}
    </details>
  {/each}
</Panel>

<style>
  details {
    border-top: 1px solid var(--line);
  }
  details:first-of-type {
    border-top: 0;
  }
  summary {
    display: grid;
    grid-template-columns: 20px 1fr auto;
    gap: 10px;
    padding: 8px 0;
    min-height: 44px;
    align-items: center;
    cursor: pointer;
  }
  summary b {
    display: block;
  }
  summary strong {
    font-weight: 600;
  }
  .count {
    font-size: 18px;
    font-weight: 700;
  }
  td {
    padding-top: 4px;
    padding-bottom: 4px;
  }
  p {
    margin: 0;
  }
  td.mono {
    white-space: nowrap;
  }
</style>

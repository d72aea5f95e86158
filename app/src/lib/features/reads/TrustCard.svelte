<script lang="ts">
  import { formatAddress, formatCount, inSentence } from '@badger/core/base/format';
  import { messageOf, messageOfJudgement } from '$lib/messages/catalogue.ts';
  import { CAUSE_WORDS } from '$lib/messages/trust.ts';
  import type { RegionData } from '$lib/job-types.ts';
  import type { UnitRole } from '@badger/core/job/roles';
  import { may } from '$lib/features/live/may.ts';
  import AcceptReads from './AcceptReads.svelte';
  import AgreementMap from './AgreementMap.svelte';
  import { chanceWords, groupWords, neededWords, supportWords } from './trust.view.ts';

  let { jobNumber, role, region }: { jobNumber: number; role: UnitRole; region: RegionData } =
    $props();

  const trust = $derived(region.trust);
  const cause = $derived(trust && CAUSE_WORDS[trust.cause]);
  const said = $derived(messageOfJudgement(region.verdict));
  const rebuilt = $derived(trust?.reconstruction);
  /** Trusted or not: another kept content may be the one that works. */
  const contents = $derived(new Set(region.reads.map((r) => r.sha256)).size);
</script>

{#if trust && cause}
  <section
    class="card-sheet trust {region.verdict.verdict}"
    aria-label="Can {inSentence(region.name)} be trusted?"
    data-cause={trust.cause}
  >
    <h2>{said.title}.</h2>
    <p>{said.text}</p>
    {#if trust.cause !== 'none' && trust.cause !== 'undecided'}
      <p><b>{cause.title}.</b> {cause.text} {cause.clear ?? ''}</p>
    {/if}
    <dl>
      <div>
        <dt>Groups</dt>
        <dd>{groupWords(trust.groups)}</dd>
      </div>
      <div>
        <dt>Still needed</dt>
        <dd>{neededWords(trust)}</dd>
      </div>
      {#if trust.support.length > 0}
        <div>
          <dt>Support</dt>
          <dd>{supportWords(trust.support, region.total)}</dd>
        </div>
      {/if}
      {#if rebuilt}
        <div>
          <dt>Put together</dt>
          <dd>
            {formatCount(rebuilt.places)}
            {rebuilt.places === 1 ? 'place' : 'places'} settled, chance of any wrong byte {chanceWords(
              rebuilt.wrongByteProbability
            )}{rebuilt.writable ? '' : ` (must be below ${chanceWords(rebuilt.bound)})`}
          </dd>
        </div>
      {/if}
    </dl>
    {#if trust.disputedBytes > 0}
      <AgreementMap {region} map={trust.map} disputedBytes={trust.disputedBytes} />
    {/if}
    <details open={region.verdict.verdict !== 'go'}>
      <summary>What was measured</summary>
      <ul>
        {#each trust.evidence as finding, i (i)}
          {@const m = messageOf(finding.code, finding.params)}
          <li class={finding.severity}><b>{m.title}.</b> {m.text}</li>
        {/each}
      </ul>
      {#if rebuilt && rebuilt.doubtful.length > 0}
        <table class="plain">
          <caption>Places of which what was put together is least sure</caption>
          <thead><tr><th>Address</th><th>Taken from</th><th>Sure by</th></tr></thead>
          <tbody>
            {#each rebuilt.doubtful as place (place.at)}
              <tr>
                <td class="mono">{formatAddress(region.address + place.at)}</td>
                <td>{place.reads.length === 1 ? 'read' : 'reads'} {place.reads.join(', ')}</td>
                <td class="mono">{(100 * place.probability).toFixed(3)} %</td>
              </tr>
            {/each}
          </tbody>
        </table>
      {/if}
    </details>
    {#if may('reads.accept') && (region.state !== 'trusted' || contents > 1)}
      <AcceptReads {jobNumber} {role} {region} />
    {/if}
  </section>
{/if}

<style>
  .trust {
    padding: 10px 16px;
  }
  .trust.look {
    border-color: var(--look);
  }
  .trust.stop {
    border-color: var(--stop);
    background: var(--stop-tint);
  }
  h2 {
    margin: 0;
    font-weight: 700;
  }
  p {
    margin: 2px 0;
  }
  dl {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 28px;
    margin: 8px 0;
  }
  dt {
    color: var(--soft);
    font-size: 13px;
  }
  dd {
    margin: 0;
  }
  summary {
    cursor: pointer;
    min-height: 28px;
    color: var(--soft);
  }
  ul {
    margin: 4px 0 8px;
    padding-left: 18px;
    list-style: disc;
  }
  caption {
    text-align: left;
    color: var(--soft);
  }
</style>

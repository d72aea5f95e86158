<script lang="ts">
  import { formatCount, inSentence } from '@badger/core/base/format';
  import { may } from '$lib/features/live/may.ts';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { send } from '$lib/features/live/send.ts';
  import type { AlternatesData, ToldInVehicleData } from '$lib/in-vehicle-types.ts';
  import type { JobData } from '$lib/job-types.ts';
  import { messageOfJudgement } from '$lib/messages/catalogue.ts';
  import VerdictMark from '$lib/ui/VerdictMark.svelte';
  import { readWords, reasonOf, whereWords } from './in-vehicle.view.ts';

  interface Props {
    job: JobData;
    regions: readonly AlternatesData[];
    failed: ToldInVehicleData;
  }
  let { job, regions, failed }: Props = $props();

  const rows = $derived(regions.flatMap((r) => r.alternates.map((a) => ({ ...a, ...of(r) }))));
  const any = $derived(rows.some((r) => r.judgement.verdict !== 'stop'));

  function of({ role, regionId, regionName, usedReads }: AlternatesData) {
    const base = job.regions[role].find((r) => r.id === regionId)?.address ?? 0;
    return { role, regionId, regionName, usedReads, base };
  }

  async function take(row: (typeof rows)[number]) {
    const { role, regionId, readId } = row;
    const reason = reasonOf(failed.signs, failed.note);
    noted(await send(`/api/jobs/${job.number}/accept`, { role, regionId, readId, reason }));
  }
</script>

<section class="card-sheet box" aria-label="What could be written instead">
  <h2>What could be written instead</h2>
  {#if rows.length > 0}
    <table class="plain">
      <thead>
        <tr><th>Content</th><th>Against what was written</th><th>How it stands</th><th></th></tr>
      </thead>
      <tbody>
        {#each rows as row (row.role + row.regionId + row.sha256)}
          {@const said = messageOfJudgement(row.judgement)}
          <tr>
            <td
              ><b>{readWords(row.reads)}</b> of the {row.role},<br />{inSentence(
                row.regionName
              )}</td
            >
            <td>
              {row.differingBytes === undefined ? '' : `${formatCount(row.differingBytes)} bytes, `}
              {whereWords(row, row.base)}
              {#if row.fits}<br /><b>What was seen can come of these bytes.</b>{/if}
            </td>
            <td
              ><span class="mark"
                ><VerdictMark verdict={row.judgement.verdict} size={18} />{said.title}</span
              ></td
            >
            <td>
              {#if row.taken}<b>taken</b>
              {:else if row.judgement.verdict !== 'stop' && may('reads.accept') && !job.closedAt}
                <button class="btn btn-outline" onclick={() => take(row)}
                  >Take {readWords(row.reads)}</button
                >
              {/if}
            </td>
          </tr>
        {/each}
      </tbody>
    </table>
  {/if}
  <p class="soft">
    {#if any && may('reads.accept')}
      Taken, it is built on <a href="/jobs/{job.number}/build">Build</a> and written here. What failed
      stays in the record.
    {:else if any}
      A lead takes another read; then it is built on Build and written here.
    {:else if job.target === 'original'}
      It holds the file that was meant. Give the unit its own content back, or ask for another file
      on <a href="/jobs/{job.number}/build">Build</a>.
    {:else}
      No kept read differs from what was written in a way that could help. Read the original again
      on <a href="/jobs/{job.number}/read">Read</a>; where that gives the same, something else may
      be wrong: <a href="/jobs/{job.number}/prove">Prove</a>.
    {/if}
  </p>
</section>

<style>
  .box {
    padding: 10px 16px;
    display: grid;
    gap: 8px;
    border-color: var(--look);
  }
  h2,
  p {
    margin: 0;
  }
  .mark {
    display: inline-flex;
    gap: 8px;
    align-items: center;
  }
  td {
    vertical-align: middle;
  }
  .btn {
    white-space: nowrap;
  }
</style>

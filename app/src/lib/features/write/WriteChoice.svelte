<script lang="ts">
  import type { Writes } from '@badger/core/operation/writes';
  import type { JobData } from '$lib/job-types.ts';

  let { job, writes = $bindable() }: { job: JobData; writes: Writes } = $props();

  const itself = $derived(job.target === 'original');
  const closed = $derived(job.unreadable.length > 0);
  const verified = $derived(job.standingWrite?.state === 'done');
  const choices = $derived([
    ...(verified
      ? []
      : [
          {
            id: 'rest' as const,
            name: 'Write what is missing',
            text: closed
              ? 'The unit tells the checksum of every block; only those that differ are erased and written, then all are checked.'
              : 'The unit is read first; only blocks that differ are erased and written, then all of it is read back.'
          }
        ]),
    {
      id: 'image' as const,
      name: verified ? 'Write the image again' : 'Write it again from the start',
      text: 'Every region, in the same order.'
    },
    {
      id: 'backup' as const,
      name: closed
        ? 'Write the stock file back'
        : itself
          ? 'Give the unit its own content back'
          : 'Restore the donor’s backup',
      text: closed
        ? 'The maker’s file of what it should hold.'
        : 'What it held before this job, for every region that was touched.'
    }
  ]);
</script>

<fieldset class="card-sheet choice">
  <legend class="sr-only">What is written now</legend>
  {#each choices as c (c.id)}
    <label>
      <input type="radio" class="radio" name="writes" value={c.id} bind:group={writes} />
      <span><b>{c.name}</b><br /><span class="soft">{c.text}</span></span>
    </label>
  {/each}
  <p class="soft">
    Another kept read instead? A lead takes it on <a href="/jobs/{job.number}/read">Read</a>, then
    the image is built again.
  </p>
</fieldset>

<style>
  .choice {
    padding: 10px 16px;
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(240px, 1fr));
    gap: 4px 20px;
    border: 1px solid var(--line);
  }
  label {
    display: flex;
    gap: 12px;
    align-items: flex-start;
    min-height: 44px;
    cursor: pointer;
  }
  p {
    margin: 0;
    grid-column: 1 / -1;
  }
</style>

<script lang="ts">
  import type { WantedFile } from '@badger/core/file-service/file-answer';
  import type { FileOrderData } from '$lib/file-order-types.ts';
  import type { JobData } from '$lib/job-types.ts';
  import { may } from '$lib/features/live/may.ts';
  import { noted } from '$lib/features/live/notices.svelte.ts';
  import { messageOf } from '$lib/messages/catalogue.ts';
  import { send } from '$lib/features/live/send.ts';

  interface Props {
    job: JobData;
    regionId: string;
    order: FileOrderData | undefined;
  }
  let { job, regionId, order }: Props = $props();
  let asking = $state('');

  const unreadable = $derived(job.unreadable.includes(regionId));
  const failed = $derived(order?.problem ? messageOf(order.problem) : undefined);
  const stock = $derived(job.stock.find((s) => s.regionId === regionId));

  async function ask(wanted: WantedFile) {
    asking = wanted;
    noted(await send(`/api/jobs/${job.number}/files`, { regionId, wanted }));
    asking = '';
  }
</script>

{#snippet button(wanted: WantedFile, words: string)}
  <button class="btn btn-outline" disabled={asking !== ''} onclick={() => ask(wanted)}
    >{asking === wanted ? 'Waiting for the service' : words}</button
  >
{/snippet}

{#if job.fileService && !job.closedAt && may('file.request')}
  <div class="asks">
    {#if unreadable && !stock}{@render button('stock', 'Ask for the stock file')}{/if}
    {#if !unreadable || stock}
      {@render button('calibration', 'Ask for a calibration')}
      {@render button('update', 'Ask for the latest software')}
    {/if}
  </div>
{/if}
{#if order && !failed}
  <p role="status">
    <b
      >Ordered {order.askedAt.toLocaleString('en-GB', {
        dateStyle: 'medium',
        timeStyle: 'short'
      })}</b
    >, not ready yet. It is looked at by itself and kept here when it comes.
  </p>
{:else if failed}
  <p class="look"><b>{failed.title}.</b> {failed.clear ?? failed.text}</p>
{/if}
{#if stock}<p class="soft">Way back: {stock.name}</p>{/if}

<style>
  .asks {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    margin-top: 8px;
  }
  p {
    margin: 4px 0 0;
  }
</style>

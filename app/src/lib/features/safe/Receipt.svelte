<script lang="ts">
  import type { JobData } from '$lib/job-types.ts';
  import type { Receipt } from '$lib/safe-types.ts';
  import { when } from '../shared/when.ts';
  import { pathOfStrokes } from '$lib/strokes.ts';

  let { job, receipt }: { job: JobData; receipt: Receipt } = $props();
</script>

<article class="card-sheet">
  <h1>Receipt {job.number}-{receipt.number}</h1>
  <p>Security data of a vehicle was handed over. The data itself stands nowhere on this paper.</p>
  <dl>
    <dt>Job</dt>
    <dd>{job.number}, {job.customer}, {job.vehicle}</dd>
    <dt>VIN</dt>
    <dd class="mono">{job.vin || 'no vehicle known'}</dd>
    <dt>What</dt>
    <dd>{receipt.names.join(' · ')}</dd>
    <dt>To</dt>
    <dd><b>{receipt.receiver}</b>, {receipt.capacity}</dd>
    <dt>Known by</dt>
    <dd>{receipt.proof}</dd>
    <dt>On whose order</dt>
    <dd>{receipt.authority}</dd>
    <dt>By</dt>
    <dd>{receipt.personName}, {when(receipt.at)}</dd>
    <dt>Received</dt>
    <dd>
      <svg
        viewBox="0 0 1000 1000"
        preserveAspectRatio="none"
        aria-label="Signature of the receiver"
      >
        <path d={pathOfStrokes(receipt.signature)} />
      </svg>
    </dd>
  </dl>
</article>

<style>
  article {
    padding: 20px 24px;
    max-width: 760px;
  }
  h1 {
    font: 650 24px/1.2 var(--font-sans);
  }
  dl {
    display: grid;
    grid-template-columns: 150px 1fr;
    gap: 8px 16px;
    margin-top: 14px;
  }
  dt {
    color: var(--soft);
  }
  dd {
    margin: 0;
    overflow-wrap: anywhere;
  }
  svg {
    width: 320px;
    height: 110px;
    border-bottom: 1px solid var(--ink);
  }
  path {
    fill: none;
    stroke: var(--ink);
    stroke-width: 2;
    vector-effect: non-scaling-stroke;
  }
</style>
